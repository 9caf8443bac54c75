import { trialAnswer, trialPower } from '@yewridge/core/evidence';
import { assignment, evidence, spell, trial } from '../testing/evidence-harness';
import {
  DEVIATION_SAID,
  pairRows,
  powerAsks,
  powerSaid,
  stateOf,
  stateSaid,
  trialName,
  trialSaid,
  usualEnd,
} from './trial-words';

describe('what a trial can see', () => {
  const asks = powerAsks(6, { hoped: 2, days: 60, events: 30, trapDays: 3833 }, 7);
  it('is asked of one, two and three seasons, at the rate these traps catch', () => {
    expect(asks.map(({ seasons }) => seasons)).toEqual([1, 2, 3]);
    const rate = 31 / 4133;
    for (const { ratePerDay, ratio } of asks) expect((ratePerDay * (1 + ratio)) / 2).toBeCloseTo(rate, 12);
  });
  it('is told as bands, with what to do', () => {
    const powers = asks.map((ask) => trialPower({ ...ask, nSim: 400 }));
    const says = powerSaid(6, 2, powers);
    expect(says).toMatch(/^With 6 pairs a difference of 2\.0 times is seen in \d+ % \(\d+ % to \d+ %\) of trials/);
    expect(says).toContain('Three seasons will not do');
  });
  for (const [powers, says] of [
    [[0.8, 0.9, 0.95], 'One season will do.'],
    [[0.79, 0.8, 0.95], 'Plan two seasons.'],
    [[0.4, 0.79, 0.8], 'Plan three seasons.'],
    [[0.2, 0.4, 0.79], 'Three seasons will not do'],
  ] as const) {
    it(`of ${powers.join(', ')}: ${says}`, () => {
      const bands = powers.map((power) => ({ power, lo: power - 0.02, hi: power + 0.02, meanCatches: 4 }));
      expect(powerSaid(6, 2, bands)).toContain(says);
    });
  }
  it('of nothing says nothing', () => {
    expect(powerSaid(6, 2, [])).toBe('');
  });
});

describe('where a trial stands', () => {
  for (const [today, state] of [
    ['2026-04-30', 'toCome'],
    ['2026-05-01', 'running'],
    ['2026-07-15', 'running'],
    ['2026-07-16', 'over'],
    ['2027-01-01', 'over'],
  ] as const) {
    it(`on ${today} it is ${state}`, () => {
      expect(stateOf(trial(), today)).toBe(state);
    });
  }
  it('once opened stays opened', () => {
    expect(stateOf(trial({ openedOn: '2026-07-16' }), '2026-05-10')).toBe('opened');
  });
  it('is said in words', () => {
    expect(stateSaid(trial(), '2026-04-30')).toBe('begins on 1 May 2026');
    expect(stateSaid(trial(), '2026-07-14')).toBe('runs until 15 Jul 2026, 1 day more');
    expect(stateSaid(trial(), '2026-07-15')).toBe('has its last day today');
    expect(stateSaid(trial(), '2026-07-16')).toBe('is over: open its answer');
    expect(stateSaid(trial({ openedOn: '2026-07-16' }), '2026-07-16')).toBe('ended on 15 Jul 2026');
  });
  it('ends with the season unless that is over, or ends tomorrow', () => {
    const { seasons } = evidence([]);
    expect(usualEnd('2026-05-14', seasons, 75)).toBe('2026-07-15');
    expect(usualEnd('2026-07-14', seasons, 75)).toBe('2026-09-27');
    expect(usualEnd('2026-05-14', [], 75)).toBe('2026-07-28');
  });
  it('is called by its two ways', () => {
    expect(trialName({ nameA: 'old comb', nameB: 'no comb' })).toBe('Old comb or no comb');
  });
  it('has a word for everything that goes otherwise', () => {
    for (const says of Object.values(DEVIATION_SAID)) expect(says).not.toBe('');
  });
});

describe('the answer of a trial, in words', () => {
  const days = { beginsOn: '2026-05-01', endsOn: '2026-07-15' };
  const sides = [assignment(1, 'a', 'A'), assignment(1, 'b', 'B')];
  const hung = (trapId: string, count: number, event: 0 | 1) =>
    Array.from({ length: count }, () => spell({ trapId, start: '2026-05-01', days: 10, event, season: 2026 }));
  const said = (a: number, b: number): string =>
    trialSaid(
      trialAnswer(
        [...hung('a', a, 1), ...hung('a', 8 - a, 0), ...hung('b', b, 1), ...hung('b', 8 - b, 0)],
        days,
        sides,
      ),
      trial(),
    );
  it('says both sides, and which catches more where that is settled', () => {
    expect(said(7, 0)).toMatch(
      /^old comb: 7 catches in 80 trap-days; no comb: 0 catches in 80 trap-days\. old comb catches more: /,
    );
    expect(said(0, 7)).toContain('no comb catches more');
  });
  it('says that it is not settled, and how often chance alone does as much', () => {
    expect(said(4, 2)).toMatch(/Not settled: 1\.8 times .* chance alone would part them so far 69 times in 100\.$/);
  });
  it('says that nothing was caught, or that a side never hung', () => {
    expect(said(0, 0)).toContain('nothing to tell them apart by');
    expect(trialSaid(trialAnswer(hung('a', 2, 0), days, sides), trial())).toContain('One side has no day at risk');
  });
});

describe('what is due in a trial', () => {
  const assigned = [assignment(1, 'a', 'A', 'weir'), assignment(1, 'b', 'B', 'gate')];
  const hungAt = (comb: string | null, deploymentId: string) => ({
    deploymentId,
    hungOn: '2026-05-02',
    siteId: 'weir',
    comb,
  });
  const known = {
    numbers: new Map([
      ['a', 'V-01'],
      ['b', 'V-02'],
    ]),
    sites: new Map([
      ['weir', 'Old weir'],
      ['gate', 'Allotment gate'],
    ]),
    hung: new Map<string, ReturnType<typeof hungAt>>(),
    visits: [] as { deploymentId: string; at: string }[],
  };
  it('is to hang what does not hang yet, where the draw says', () => {
    const [pair] = pairRows(trial(), assigned, known);
    expect(pair?.traps.map(({ number, way, says, late }) => [number, way, says, late])).toEqual([
      ['V-01', 'old comb', 'not hung yet: goes to Old weir', true],
      ['V-02', 'no comb', 'not hung yet: goes to Allotment gate', true],
    ]);
    expect(pair?.pair).toBe('');
  });
  it('says what hangs, and what hangs the other way', () => {
    const hung = new Map([
      ['a', hungAt('oldBrood', 'sa')],
      ['b', hungAt('oldBrood', 'sb')],
    ]);
    const [pair] = pairRows(trial(), assigned, { ...known, hung });
    expect(pair?.traps.map(({ says, late }) => [says, late])).toEqual([
      ['hung on Sat 2 May', false],
      ['hangs the other way', true],
    ]);
  });
  it('does not say the other way where nobody wrote down which', () => {
    const hung = new Map([['a', hungAt(null, 'sa')]]);
    expect(pairRows(trial(), assigned, { ...known, hung })[0]?.traps[0]?.says).toBe('hung on Sat 2 May');
  });
  it('asks for a look at both on one day', () => {
    const hung = new Map([
      ['a', hungAt('oldBrood', 'sa')],
      ['b', hungAt('none', 'sb')],
    ]);
    const visits = [
      { deploymentId: 'sa', at: '2026-05-10T18:00' },
      { deploymentId: 'sb', at: '2026-05-12T18:00' },
    ];
    expect(pairRows(trial(), assigned, { ...known, hung, visits })[0]?.pair).toBe(
      'V-02 was looked at on Tue 12 May: look at V-01 too, both on the same day',
    );
    const same = visits.map((one) => ({ ...one, at: '2026-05-12T10:00' }));
    expect(pairRows(trial(), assigned, { ...known, hung, visits: same })[0]?.pair).toBe('');
    expect(pairRows(trial(), assigned, { ...known, hung, visits: visits.slice(0, 1) })[0]?.pair).toContain(
      'look at V-02 too',
    );
  });
  it('stands in the order of the pairs', () => {
    const more = [assignment(2, 'c', 'A'), ...assigned];
    expect(pairRows(trial(), more, known).map(({ block }) => block)).toEqual([1, 2]);
  });
});
