/** Has the browser save a file that was made here. */
export function offerFile(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name.replace(/[/\\]/g, '-');
  link.click();
  // Only once the browser has taken it.
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
