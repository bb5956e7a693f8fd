/** Hands a file to the browser as a download. */
export function saveFile(name: string, bytes: Uint8Array): void {
  const href = URL.createObjectURL(new Blob([bytes as Uint8Array<ArrayBuffer>]));
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(href), 60_000);
}
