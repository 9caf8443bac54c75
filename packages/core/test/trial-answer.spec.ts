import { rateRatioTest, trialAnswer, type TrialDays, yearLater } from '@yewridge/core/evidence';
import { refused, spell } from './evidence-rows.js';

const DAYS: TrialDays = { beginsOn: '2026-05-01', endsOn: '2026-07-15' };
const SIDES = [
  { trapId: 'a1', side: 'A' },
  { trapId: 'a2', side: 'A' },
  { trapId: 'b1', side: 'B' },
  { trapId: 'b2', side: 'B' },
] as const;
const hung = (trapId: string, start: string, end: string, event: 0 | 1 = 0) => {
  const days = Math.max(0.5, (Date.parse(end) - Date.parse(start)) / 86_400_000);
  return { ...spell({ trapId, start, event, days, season: 2026 }), end };
};

describe('what a trial came to', () => {
  it('is catches over days at risk of each side, as the coin gave them', () => {
    const found = trialAnswer(
      [
        hung('a1', '2026-05-01', '2026-06-01', 1),
        hung('a1', '2026-06-02', '2026-07-15'),
        hung('a2', '2026-05-01', '2026-07-15'),
        hung('b1', '2026-05-01', '2026-07-15'),
        hung('b2', '2026-05-11', '2026-07-15'),
      ],
      DAYS,
      SIDES,
    );
    expect([found.a.events, found.a.days, found.b.events, found.b.days]).toEqual([1, 31 + 43 + 75, 0, 75 + 65]);
    expect(found.test).toEqual(rateRatioTest(1, 149, 0, 140));
    expect(found.settled).toBeFalse();
  });

  it('takes of a stay what lies between the first and the last day', () => {
    const found = trialAnswer(
      [hung('a1', '2026-04-01', '2026-07-31'), hung('b1', '2026-07-10', '2026-07-31')],
      DAYS,
      SIDES,
    );
    expect([found.a.days, found.b.days]).toEqual([75, 5]);
  });

  it('counts bees of the last day, and not of the day after', () => {
    const onLast = trialAnswer([hung('a1', '2026-05-01', '2026-07-15', 1)], DAYS, SIDES);
    const after = trialAnswer([hung('a1', '2026-05-01', '2026-07-16', 1)], DAYS, SIDES);
    expect([onLast.a.events, after.a.events]).toEqual([1, 0]);
    expect([onLast.a.days, after.a.days]).toEqual([75, 75]);
  });

  it('counts nothing of what was over before it began, or of a trap that is not in it', () => {
    const found = trialAnswer(
      [hung('a1', '2026-04-01', '2026-04-30', 1), hung('other', '2026-05-01', '2026-06-01', 1)],
      DAYS,
      SIDES,
    );
    expect([found.a.events, found.a.days, found.b.days, found.test]).toEqual([0, 0, 0, null]);
  });

  it('has an answer only where both sides have a day at risk', () => {
    expect(trialAnswer([hung('a1', '2026-05-01', '2026-07-15')], DAYS, SIDES).test).toBeNull();
    const both = [hung('a1', '2026-05-01', '2026-07-15'), hung('b1', '2026-05-01', '2026-07-15')];
    expect(trialAnswer(both, DAYS, SIDES).test?.p).toBe(1);
  });

  it('is settled at 1 chance in 20: six to nothing over as many days is, five to nothing is not', () => {
    const found = (count: number) =>
      trialAnswer(
        [
          ...Array.from({ length: count }, () => hung('a1', '2026-05-01', '2026-05-11', 1)),
          ...Array.from({ length: count }, () => hung('b1', '2026-05-01', '2026-05-11')),
        ],
        DAYS,
        SIDES,
      );
    expect(found(5).test?.p).toBeCloseTo(2 * 0.5 ** 5, 12);
    expect(found(6).test?.p).toBeCloseTo(2 * 0.5 ** 6, 12);
    expect([found(5).settled, found(6).settled]).toEqual([false, true]);
  });

  it('swaps its sides with the names of the sides', () => {
    const rows = [hung('a1', '2026-05-01', '2026-05-20', 1), hung('b1', '2026-05-01', '2026-07-15')];
    const there = trialAnswer(rows, DAYS, SIDES);
    const back = trialAnswer(
      rows,
      DAYS,
      SIDES.map(({ trapId, side }) => ({ trapId, side: side === 'A' ? 'B' : 'A' })),
    );
    expect([back.a, back.b]).toEqual([there.b, there.a]);
    expect(back.test?.p).toBeCloseTo(there.test?.p ?? 0, 12);
  });

  it('is refused where it ends before it begins, or a trap is on both sides', () => {
    expect(refused(() => trialAnswer([], { beginsOn: '2026-05-01', endsOn: '2026-05-01' }, SIDES))).toBe(
      'RANGE endsOn',
    );
    expect(refused(() => trialAnswer([], DAYS, [...SIDES, { trapId: 'a1', side: 'B' }]))).toBe('CONFLICT sides');
    expect(trialAnswer([], { beginsOn: '2026-05-01', endsOn: '2026-05-02' }, SIDES).settled).toBeFalse();
  });

  it('runs on the same days a year later, a leap day a day sooner', () => {
    expect(yearLater(DAYS)).toEqual({ beginsOn: '2027-05-01', endsOn: '2027-07-15' });
    expect(yearLater({ beginsOn: '2024-02-29', endsOn: '2024-03-29' })).toEqual({
      beginsOn: '2025-02-28',
      endsOn: '2025-03-29',
    });
  });
});
