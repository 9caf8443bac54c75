import { columnsOf, type Fields, type RecordDto } from '@yewridge/contract/season';

export type SiteFields = Fields<'sites'>;

/** The fields of a kept site. */
export function fieldsOf(site: RecordDto<'sites'>): SiteFields {
  const row = site as unknown as Readonly<Record<string, unknown>>;
  return Object.fromEntries(columnsOf('sites').map(([field]) => [field, row[field] ?? null])) as SiteFields;
}

/** One word of a comma-joined list put in or taken out, in the order of all. */
export function toggled(list: string | null, word: string, all: readonly string[]): string | null {
  const words = new Set((list ?? '').split(',').filter((one) => one !== ''));
  if (!words.delete(word)) words.add(word);
  const kept = all.filter((one) => words.has(one));
  return kept.length === 0 ? null : kept.join(',');
}
export const listed = (list: string | null, word: string): boolean => (list ?? '').split(',').includes(word);
