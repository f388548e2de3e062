/**
 * A port from what was given.
 * @returns the number, the fallback when nothing was given, null when it is no port
 */
export function readPort(given, fallback) {
  if (given === undefined || given === '') return fallback;
  const port = /^\d{1,5}$/.test(given) ? Number(given) : NaN;
  return port >= 1024 && port <= 65_535 ? port : null;
}
