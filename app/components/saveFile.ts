/** Hands a file to the browser to save. The name is cleaned for every system. */
export function saveFile(name: string, content: string | Uint8Array | Blob, type: string): void {
  const clean = Array.from(name, (c) => (c < ' ' || '\\/:*?"<>|'.includes(c) ? '-' : c))
    .join('')
    .slice(0, 150);
  const part: BlobPart = content instanceof Uint8Array ? new Uint8Array(content) : content;
  const url = URL.createObjectURL(new Blob([part], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = clean;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
