import { TRAP_LIMITS, TRAP_NUMBER } from '@yewridge/contract/stores';

/** `count` numbers from the first on: its figure at the end goes up. Without one, `-2` and so on are put behind it. */
export function numbersFrom(first: string, count: number): readonly string[] {
  const match = /^(.*?)(\d{1,6})$/.exec(first.trim());
  return Array.from({ length: count }, (_, n) => {
    if (!match) return n === 0 ? first.trim() : `${first.trim()}-${n + 1}`;
    const [, stem = '', digits = ''] = match;
    return stem + String(Number(digits) + n).padStart(digits.length, '0');
  });
}

/** Why these cannot be painted on traps; `null` when they can. */
export function numberProblem(numbers: readonly string[]): string | null {
  const longest = numbers.find((number) => number.length > TRAP_LIMITS.numberLength);
  if (longest !== undefined) return `“${longest}” is longer than ${TRAP_LIMITS.numberLength} characters.`;
  const odd = numbers.find((number) => !TRAP_NUMBER.test(number));
  if (odd !== undefined) return `“${odd}” is not a number to paint on: use letters, digits, spaces and - . /`;
  return null;
}
