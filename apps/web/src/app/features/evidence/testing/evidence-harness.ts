import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { RecordDto } from '@yewridge/contract/season';
import {
  type EffectRow,
  type Effects,
  type EvidenceSpell,
  evidenceVerdict,
  exposureSeasons,
  type KeptSpell,
  type SpellFacts,
  USUAL_WINDOW,
} from '@yewridge/core/evidence';
import { addDays } from '@yewridge/core/season';
import { of } from 'rxjs';
import { evidenceAnswer, type EvidenceRun } from '../data/evidence-run';
import { EvidenceRunner } from '../data/evidence-runner';

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
type Said = Omit<Partial<KeptSpell>, 'facts'> & { readonly facts?: Partial<SpellFacts> };
let made = 0;

/** A stretch at risk of 40 empty days in 2025, but for what is said. */
export function spell({ facts, ...said }: Said = {}): KeptSpell {
  const days = said.days ?? 40;
  const start = said.start ?? '2025-04-20';
  const id = said.id ?? `stay-${++made}`;
  const siteId = said.siteId ?? 'weir';
  return {
    id,
    deploymentId: id,
    season: 2025,
    trapId: 't1',
    start,
    end: addDays(start, Math.floor(days)),
    days,
    event: 0,
    reason: said.event === 1 ? 'occupied' : 'seasonEnd',
    left: null,
    right: null,
    site: `Site ${siteId}`,
    trap: 'V-01',
    massKg: null,
    keeper: '',
    ...said,
    siteId,
    facts: { ...FACTS, site: siteId, ...facts },
  };
}
/** So many stays, the first of them caught. */
export const stays = (count: number, caught: number, said: Said = {}): readonly KeptSpell[] =>
  Array.from({ length: count }, (_, n) => spell({ ...said, event: n < caught ? 1 : 0, season: 2023 + (n % 3) }));

export function evidence(spells: readonly EvidenceSpell[], more: Partial<EvidenceDto> = {}): EvidenceDto {
  return {
    today: '2026-05-14',
    window: { ...USUAL_WINDOW.N, said: false },
    seasons: exposureSeasons(USUAL_WINDOW.N, 2023, 2026),
    spells,
    outside: [],
    trapsNow: 8,
    sizes: { points: [], trend: { slopeKgPerDay: null, p: null, n: 0, settled: false } },
    scouts: { looks: 0, arrivals: 0, earned: false, tuned: false, table: [] },
    lures: [],
    uses: { scouts: 'log', lures: 'log', places: 'log' },
    keeper: 'k-00000001',
    ...more,
  };
}

const TALLY = { stays: 20, events: 10, days: 1000 };
/** An answer as the worker gives it. */
export function effect(id: string, ratio: number, pDirection: number, more: Partial<EffectRow> = {}): EffectRow {
  const [lo, hi] = more.lo !== undefined && more.hi !== undefined ? [more.lo, more.hi] : [ratio / 2, ratio * 2];
  const [a, b] = [more.a ?? TALLY, more.b ?? TALLY];
  const verdict = evidenceVerdict({
    optionA: 'old comb',
    optionB: 'no old comb',
    events: a.events + b.events,
    ratio,
    lo,
    hi,
    pDirection,
  });
  return { id, a, b, ratio, lo, hi, pDirection, verdict, settle: null, ...more };
}
export const effectsOf = (rows: readonly EffectRow[], more: Partial<Effects> = {}): Effects => ({
  rows,
  silent: [],
  events: 20,
  days: 2000,
  dropped: 0,
  older: 0,
  comparisons: rows.length,
  keepers: [],
  ...more,
});

const KEPT = { revision: 1, updatedAt: '2026-05-14T10:00:00Z', deletedAt: null } as const;
export const question = (more: Partial<RecordDto<'questions'>> = {}): RecordDto<'questions'> =>
  ({
    ...KEPT,
    id: 'q1',
    fact: 'site',
    optionA: 'orchard',
    optionB: '*',
    nameA: 'an edge',
    nameB: 'elsewhere',
    heightFromM: null,
    heightToM: null,
    seasonFrom: null,
    seasonTo: null,
    askedOn: '2026-01-18',
    afterSeeing: true,
    groupsPlaces: true,
    code: null,
    answer: null,
    catchesA: null,
    catchesB: null,
    daysA: null,
    daysB: null,
    ratio: null,
    lo: null,
    hi: null,
    comparisons: null,
    notes: null,
    ...more,
  }) as unknown as RecordDto<'questions'>;
export const trial = (more: Partial<RecordDto<'trials'>> = {}): RecordDto<'trials'> =>
  ({
    ...KEPT,
    id: 'tr',
    name: 'Old comb or none',
    fact: 'comb',
    optionA: 'oldBrood',
    optionB: 'none',
    nameA: 'old comb',
    nameB: 'no comb',
    seed: 7,
    beginsOn: '2026-05-01',
    endsOn: '2026-07-15',
    hopedRatio: 2,
    openedOn: null,
    afterTrial: null,
    notes: null,
    ...more,
  }) as unknown as RecordDto<'trials'>;
export const assignment = (
  block: number,
  trapId: string,
  side: 'A' | 'B',
  siteId: string | null = null,
): RecordDto<'assignments'> =>
  ({
    ...KEPT,
    id: `${block}${trapId}`,
    trialId: 'tr',
    block,
    trapId,
    siteId,
    side,
  }) as unknown as RecordDto<'assignments'>;

/** Works long runs out at once, as the worker would. */
export class RunnerHere {
  readonly asked: EvidenceRun[] = [];
  run(kind: EvidenceRun['kind'], ask: EvidenceRun['ask']) {
    const run = { kind, ask } as EvidenceRun;
    this.asked.push(run);
    return of({ kind: 'answer' as const, answer: evidenceAnswer(run, () => undefined) });
  }
}
export const runnerHere = (runner = new RunnerHere()) => ({ provide: EvidenceRunner, useValue: runner });
