const KEPT_MS = 1000;

/** Hands a file to the browser to save. */
export function saveBlob(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(address);
  }, KEPT_MS);
}

/** A name as a file may have it: `Mill house, wall` → `mill-house-wall`. */
export const fileName = (words: string): string =>
  words
    .replace(/[^\w-]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
