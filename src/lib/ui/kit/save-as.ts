function save(name: string, blob: Blob) {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
/** Hands a text to the browser as a file to keep. */
export const saveAs = (name: string, type: string, text: string) => save(name, new Blob([text], { type }));
/** Hands bytes to the browser as a file to keep. */
export const saveBytesAs = (name: string, bytes: Uint8Array, type = 'application/octet-stream') =>
  save(name, new Blob([bytes.slice()], { type }));
