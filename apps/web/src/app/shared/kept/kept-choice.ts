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
  writeText(key, word);
}

export function writeText(key: string, word: string): void {
  try {
    localStorage.setItem(key, word);
  } catch {
    // Private windows and full disks refuse; the choice then lasts until the page is closed.
  }
}

/** A short text this device remembers, at most `most` letters of it. */
export function readText(key: string, most: number): string | null {
  try {
    return localStorage.getItem(key)?.slice(0, most) ?? null;
  } catch {
    return null;
  }
}
