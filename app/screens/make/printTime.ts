/** Time at the bench: 0:07, 12:30, 1:02:09. */
export function printTime(ms: number): string {
  const all = Math.floor(ms / 1000);
  const two = (n: number): string => String(n).padStart(2, '0');
  const [h, m, s] = [Math.floor(all / 3600), Math.floor(all / 60) % 60, all % 60];
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}
