/** The designs of a batch with their counts, as the record writes them: `fence-box:8,tall-nuc:4`. */
export interface LineSaid {
  readonly id: string;
  readonly count: number;
}
export const COUNT = { min: 1, max: 999 } as const;

export function readLines(text: string): readonly LineSaid[] {
  return text.split(',').flatMap((part) => {
    const [id = '', count = ''] = part.split(':');
    return id === '' || !/^\d+$/.test(count) ? [] : [{ id, count: Number(count) }];
  });
}

export const linesText = (lines: readonly LineSaid[]): string =>
  lines.map(({ id, count }) => `${id}:${count}`).join(',');

export function withCount(lines: readonly LineSaid[], id: string, count: number): readonly LineSaid[] {
  if (count < COUNT.min) return lines.filter((line) => line.id !== id);
  return lines.some((line) => line.id === id)
    ? lines.map((line) => (line.id === id ? { id, count } : line))
    : [...lines, { id, count }];
}
