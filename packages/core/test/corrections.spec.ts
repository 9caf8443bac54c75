import { earnedQuality, landmarkFactors, type KeptSpell } from '@yewridge/core/evidence';
import { type Hanging, learnScouts, trialDues, type TrialLine, usesOf, type VisitLine } from '@yewridge/core/field';
import { LANDMARK_FACTORS } from '@yewridge/core/ground';
import { addDays, SCOUT_PRIOR } from '@yewridge/core/season';
import { spell, stays } from './evidence-rows.js';

/** So many stays at a kind of place, some of them caught. */
const at = (landmark: string | null, count: number, caught: number): readonly KeptSpell[] =>
  stays(count, caught, { facts: { landmark }, siteId: `at ${landmark}` });
const factor = (spells: readonly KeptSpell[], landmark: string) => {
  const found = landmarkFactors(spells, LANDMARK_FACTORS).find((one) => one.landmark === landmark);
  if (!found) throw new Error(`no ${landmark}`);
  return found;
};

describe('kinds of place by the log', () => {
  it('stand beside the rule on its own footing: where all catch alike, each is drawn to the mean of the rule', () => {
    const alike = [...at('hedgerow', 40, 10), ...at('building', 40, 10)];
    const mean = (LANDMARK_FACTORS.hedgerow + LANDMARK_FACTORS.building) / 2;
    for (const landmark of ['hedgerow', 'building']) {
      const { own, lo, hi, rule } = factor(alike, landmark);
      expect(own).toBeCloseTo(mean, 2);
      expect(lo < own && own < hi).toBeTrue();
      expect(rule).toBe(LANDMARK_FACTORS[landmark as 'hedgerow']);
    }
  });

  it('are corrected where five catches stand against the rule, and not where four do', () => {
    // Open field by the rule draws 0.7 of others; here it catches as much as five times that of a hedgerow.
    const open = (caught: number) => [...at('openField', caught * 2, caught), ...at('hedgerow', 200, 4)];
    expect(factor(open(5), 'openField').earned).toBeTrue();
    expect(factor(open(4), 'openField').earned).toBeFalse();
    const [corrected, held] = [open(5), open(4)].map((spells) =>
      earnedQuality(landmarkFactors(spells, LANDMARK_FACTORS), 'openField'),
    );
    expect(corrected).toBeCloseTo(factor(open(5), 'openField').own / LANDMARK_FACTORS.openField, 12);
    expect(held).toBe(1);
    expect(factor(open(4), 'openField').lo).toBeGreaterThan(LANDMARK_FACTORS.openField);
  });

  it('are not corrected where the rule lies within the range, however many were caught', () => {
    const spells = [...at('hedgerow', 60, 20), ...at('woodEdge', 60, 20)];
    expect(landmarkFactors(spells, LANDMARK_FACTORS).map(({ earned }) => earned)).toEqual([false, false]);
  });

  it('leave out stays of which nobody said, and kinds the rule does not know', () => {
    const spells = [...at(null, 10, 2), ...at('roundabout', 10, 2), ...at('hedgerow', 10, 2)];
    expect(landmarkFactors(spells, LANDMARK_FACTORS).map(({ landmark, stays: n }) => [landmark, n])).toEqual([
      ['hedgerow', 10],
    ]);
    expect(landmarkFactors([spell({ facts: { landmark: null } })], LANDMARK_FACTORS)).toEqual([]);
  });

  it('stand in the order of their days, whatever order the stays come in', () => {
    const spells = [...at('building', 5, 1), ...at('hedgerow', 9, 1), ...at('loneTree', 7, 1)];
    const order = landmarkFactors(spells, LANDMARK_FACTORS).map(({ landmark }) => landmark);
    expect(order).toEqual(['hedgerow', 'loneTree', 'building']);
    expect(landmarkFactors([...spells].reverse(), LANDMARK_FACTORS).map(({ landmark }) => landmark)).toEqual(order);
  });
});

/** So many stays with a count of scouts, and bees in at the next look. */
const arrivals = (count: number): readonly VisitLine[] =>
  Array.from({ length: count }, (_, n) => [
    { id: `c${n}`, deploymentId: `d${n}`, at: '2026-05-04T12:00', scouts: 20, occupied: 0 as const },
    { id: `f${n}`, deploymentId: `d${n}`, at: '2026-05-06T12:00', scouts: null, occupied: 1 as const },
  ]).flat();

describe('scouts by the log or by the rule of thumb', () => {
  it('are foretold by the log from three swarms on', () => {
    expect(learnScouts(arrivals(2))).toEqual(jasmine.objectContaining({ earned: false, tuned: false, arrivals: 2 }));
    const three = learnScouts(arrivals(3));
    expect([three.earned, three.tuned]).toEqual([true, true]);
    expect(three.model).toBe(three.own);
  });

  it('are foretold by the rule where the keeper holds to it, and what the log says is told all the same', () => {
    const held = learnScouts(arrivals(3), 'rule');
    expect([held.earned, held.tuned, held.model]).toEqual([true, false, SCOUT_PRIOR]);
    expect(held.own).toEqual(learnScouts(arrivals(3)).own);
    expect(held.own).not.toEqual(SCOUT_PRIOR);
  });

  it('are by the log where nobody said otherwise', () => {
    expect(usesOf([])).toEqual({ scouts: 'log', lures: 'log', places: 'log' });
    expect(usesOf([{ what: 'lures', use: 'rule' }])).toEqual({ scouts: 'log', lures: 'rule', places: 'log' });
  });
});

const TRIAL: TrialLine = {
  id: 'comb',
  name: 'Old comb or none',
  nameA: 'old comb',
  nameB: 'no comb',
  beginsOn: '2026-05-20',
  endsOn: '2026-07-15',
  openedOn: null,
  assigned: [
    { block: 1, trapId: 't1', siteId: 'weir', side: 'A', site: 'Old weir' },
    { block: 1, trapId: 't2', siteId: 'rook', side: 'B', site: 'Rook elm' },
  ],
};
const TRAPS = new Map([
  ['t1', { number: 'V-01' }],
  ['t2', { number: 'V-02' }],
]);
const hangs = (trapId: string, lastVisitOn: string | null, beesIn = false): Hanging =>
  ({ trapId, deploymentId: `of ${trapId}`, siteId: 'weir', site: 'Old weir', lastVisitOn, beesIn }) as Hanging;
const dues = (today: string, hanging: readonly Hanging[] = [], trial: Partial<TrialLine> = {}) =>
  trialDues([{ ...TRIAL, ...trial }], { hanging, traps: TRAPS, today });

describe('what a trial asks for', () => {
  it('is to hang its pairs, from two weeks before it begins', () => {
    expect(dues('2026-05-05')).toEqual([]);
    expect(dues('2026-05-06')).toEqual([
      jasmine.objectContaining({ kind: 'hang', on: '2026-05-20', block: 1, partner: null }),
    ]);
    expect(dues('2026-05-06')[0]?.traps.map(({ number, way, site }) => [number, way, site])).toEqual([
      ['V-01', 'old comb', 'Old weir'],
      ['V-02', 'no comb', 'Rook elm'],
    ]);
  });

  it('is to hang the other where one hangs, until its last day and no longer', () => {
    const one = [hangs('t1', null)];
    expect(dues('2026-07-15', one)).toEqual([jasmine.objectContaining({ kind: 'hang', partner: 'V-01' })]);
    expect(dues('2026-07-16', one)).toEqual([]);
    expect(dues('2026-06-01', one, { openedOn: '2026-05-30' })).toEqual([]);
  });

  it('is to look at the other of a pair on the day one was looked at, for three days', () => {
    const looked = (day: string) => dues(day, [hangs('t1', '2026-06-01'), hangs('t2', '2026-05-25')]);
    expect(looked('2026-06-01')).toEqual([
      jasmine.objectContaining({ kind: 'look', on: '2026-06-01', partner: 'V-01' }),
    ]);
    expect(looked(addDays('2026-06-01', 3)).length).toBe(1);
    expect(looked(addDays('2026-06-01', 4))).toEqual([]);
  });

  it('is nothing once both were looked at, or while bees are in one of them', () => {
    expect(dues('2026-06-01', [hangs('t1', '2026-06-01'), hangs('t2', '2026-06-01')])).toEqual([]);
    expect(dues('2026-06-01', [hangs('t1', '2026-06-01', true), hangs('t2', null)])).toEqual([]);
    expect(dues('2026-06-01', [hangs('t1', null), hangs('t2', null)])).toEqual([]);
  });

  it('is no look for the sake of one before the trial began', () => {
    const before = [hangs('t1', '2026-05-19'), hangs('t2', '2026-05-10')];
    expect(dues('2026-05-20', before)).toEqual([]);
    expect(dues('2026-05-20', [hangs('t1', '2026-05-20'), hangs('t2', '2026-05-10')]).length).toBe(1);
  });
});
