import { ACT_LIMITS, type ActDto, RECORD_ID } from '@yewridge/contract/season';

/** Acts that waited on a device which may no longer send them, as a file. */
export interface HandedOver {
  readonly format: 'yewridge-acts';
  readonly by: string | null;
  readonly acts: readonly { readonly id: string; readonly at: string | null; readonly act: ActDto }[];
}

export const handedOver = (by: string | null, acts: HandedOver['acts']): HandedOver => ({
  format: 'yewridge-acts',
  by,
  acts,
});

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function isAct(one: unknown): one is HandedOver['acts'][number] {
  if (!isObject(one) || typeof one['id'] !== 'string' || !RECORD_ID.test(one['id'])) return false;
  const { act, at } = one;
  return (
    (at === null || typeof at === 'string') &&
    isObject(act) &&
    typeof act['says'] === 'string' &&
    act['says'].length <= ACT_LIMITS.says &&
    Array.isArray(act['changes']) &&
    act['changes'].length <= ACT_LIMITS.changes.max
  );
}

/** What a file holds; `null` where it is no such file. The server has the last word on each act. */
export function readHandedOver(text: string): HandedOver | null {
  try {
    const told: unknown = JSON.parse(text);
    if (!isObject(told) || told['format'] !== 'yewridge-acts' || !Array.isArray(told['acts'])) return null;
    const { by, acts } = told;
    return acts.every(isAct) ? handedOver(typeof by === 'string' ? by : null, acts) : null;
  } catch {
    return null;
  }
}
