import type { KeptSpell, SpellFacts } from '@yewridge/core/evidence';
import { addDays } from '@yewridge/core/season';
import { refusal } from './refusal.js';

const FACTS: SpellFacts = {
  site: 'weir',
  trap: 't1',
  landmark: 'hedgerow',
  shade: 'partSun',
  comb: 'none',
  lure: 'none',
  heightM: 3,
  facingDeg: 180,
  volumeM3: 0.04,
  entranceM2: 0.0012,
};
interface Said extends Omit<Partial<KeptSpell>, 'facts'> {
  readonly facts?: Partial<SpellFacts>;
}

let made = 0;
/** A stretch at risk of 50 empty days in 2024, but for what is said. */
export function spell({ facts, ...said }: Said = {}): KeptSpell {
  const days = said.days ?? 50;
  const start = said.start ?? '2024-04-20';
  const event = said.event ?? 0;
  const id = said.id ?? `s${++made}`;
  const siteId = said.siteId ?? 'weir';
  return {
    id,
    deploymentId: id,
    season: 2024,
    trapId: 't1',
    start,
    end: addDays(start, Math.floor(days)),
    days,
    event,
    reason: event === 1 ? 'occupied' : 'seasonEnd',
    left: null,
    right: null,
    site: siteId,
    trap: 'V-01',
    massKg: null,
    keeper: '',
    ...said,
    siteId,
    facts: { ...FACTS, site: siteId, ...facts },
  };
}

/** So many stays of a kind, the first of them caught. */
export function stays(count: number, caught: number, said: Said = {}): readonly KeptSpell[] {
  return Array.from({ length: count }, (_, n) =>
    spell({ ...said, event: n < caught ? 1 : 0, season: said.season ?? 2021 + (n % 4) }),
  );
}
/** `RANGE until`: with which code and where a call is refused. */
export const refused = (work: () => unknown): string => refusal(work).join(' ');
