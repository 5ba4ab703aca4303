/** Saves something on the device as a file. */
export function saveFile(content: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
