/** Small choices that this device remembers. A browser that refuses to store is no reason to stop working. */
export function readChoice<T extends string>(key: string, words: readonly T[]): T | null {
  try {
    const kept = localStorage.getItem(key);
    return words.find((word) => word === kept) ?? null;
  } catch {
    return null;
  }
}

export function writeChoice(key: string, word: string): void {
  try {
    localStorage.setItem(key, word);
  } catch {
    // Private windows and full disks refuse; the choice then lasts until the page is closed.
  }
}
