import { evidenceVerdict, filling, type PlaceGroup, placeRates, timesSaid } from '@yewridge/core/evidence';
import { effect, effectsOf, evidence, spell, stays } from '../testing/evidence-harness';
import { fillSaid, scoutsSaid, sizesSaid, yearsSaid } from './answer-words';
import { scoutRows } from './correction-words';
import {
  count,
  crumbSaid,
  endSaid,
  headline,
  many,
  placesSaid,
  settleSaid,
  verdictShort,
  windowSaid,
} from './evidence-words';
import { effectWorking } from './evidence-working';

const NAMES = { nameA: 'old comb', nameB: 'no old comb' };
const names = (): typeof NAMES => NAMES;
const TOTAL = { stays: 40, events: 20, days: 2000 };

describe('figures of Evidence', () => {
  it('stand in threes from a thousand on', () => {
    expect([999, 1000, 3833, 1234567].map(count)).toEqual(['999', '1\u202f000', '3\u202f833', '1\u202f234\u202f567']);
  });
  it('agree with what they count', () => {
    expect([many(1, 'catch', 'catches'), many(0, 'catch', 'catches'), many(2000, 'day', 'days')]).toEqual([
      '1 catch',
      '0 catches',
      '2\u202f000 days',
    ]);
  });
  it('have one decimal, halves up, and end at 99', () => {
    expect([2, 2.04, 2.05, 0.25, 99, 99.1, Infinity].map(timesSaid)).toEqual([
      '2.0',
      '2.0',
      '2.1',
      '0.3',
      '99.0',
      'more than 99',
      'more than 99',
    ]);
  });
  it('are those of the verdict’s own sentence', () => {
    for (const ratio of [0.37, 1.449, 2.25, 8.05]) {
      const compared = { optionA: 'a', optionB: 'b', events: 30, ratio, lo: ratio / 2, hi: ratio * 2, pDirection: 0.5 };
      expect(evidenceVerdict(compared).text).toContain(
        `may catch ${timesSaid(ratio / 2)} to ${timesSaid(ratio * 2)} times`,
      );
    }
  });
  it('of a window are days of any year', () => {
    expect(windowSaid(evidence([]).window)).toBe('1 Apr to 15 Jul');
  });
  it('say what the page rests on, stays outside the days that count among them', () => {
    const outside = [
      { deploymentId: 'w', siteId: 's', site: 'S', trap: 'V-01', hungOn: '2025-09-01', takenDownOn: null },
    ];
    expect(crumbSaid(evidence([spell(), spell({ siteId: 'loft' })], { outside }))).toBe(
      '3 stays at 2 places, 1 Apr to 15 Jul, 2023 to tonight',
    );
  });
});

describe('the header of Evidence', () => {
  it('says the clear one first, then what leans, and where nothing leans, that', () => {
    const clear = effect('a', 3, 0.999);
    const leaning = effect('b', 2, 0.95);
    const undecided = effect('c', 1.2, 0.6);
    const said = (...rows: ReturnType<typeof effect>[]): string => headline(TOTAL, effectsOf(rows), names);
    expect(said(undecided, leaning, clear)).toBe(
      '20 catches in 2\u202f000 trap-days speak for old comb; nothing else is settled',
    );
    expect(said(undecided, leaning)).toBe('20 catches in 2\u202f000 trap-days lean to old comb; none of it is settled');
    expect(said(undecided)).toBe('20 catches in 2\u202f000 trap-days lean nowhere yet');
  });
  it('names the side that leads, also where it is the second', () => {
    expect(headline(TOTAL, effectsOf([effect('a', 0.4, 0.95)]), names)).toContain('lean to no old comb');
  });
  it('takes the surest of several', () => {
    const rows = [effect('a', 2, 0.91), effect('b', 0.5, 0.97)];
    expect(headline(TOTAL, effectsOf(rows), (id) => (id === 'b' ? { nameA: 'x', nameB: 'shade' } : NAMES))).toContain(
      'lean to shade',
    );
  });
  it('says of four catches that they are too few, and of five no more', () => {
    const of = (events: number): string => headline({ ...TOTAL, events }, effectsOf([]), names);
    expect(of(4)).toBe('4 catches in 2\u202f000 trap-days: too few to say what works');
    expect(of(5)).toBe('5 catches in 2\u202f000 trap-days lean nowhere yet');
    expect(of(1)).toContain('1 catch in');
  });
  it('says that no trap has hung, and before the answers come only what was counted', () => {
    expect(headline({ stays: 0, events: 0, days: 0 }, null, names)).toBe('No trap has hung on a day that counts');
    expect(headline(TOTAL, null, names)).toBe('20 catches in 2\u202f000 trap-days');
  });
});

describe('a verdict, shortened and never softened', () => {
  for (const [row, says] of [
    [effect('a', 3, 0.999), 'Clear: old comb, 3.0 times the catch rate.'],
    [effect('a', 1 / 3, 0.999), 'Clear: no old comb, 3.0 times the catch rate.'],
    [effect('a', 2, 0.95), 'Leaning towards old comb, 2.0 times. Not settled.'],
    [effect('a', 0.5, 0.95), 'Leaning towards no old comb, 2.0 times. Not settled.'],
    [effect('a', 1.2, 0.6), 'Undecided: old comb may catch 0.6 to 2.4 times as often.'],
    [effect('a', 1, 0.5, { lo: 0.85, hi: 1.2 }), 'No difference worth having: 0.9 to 1.2 times.'],
  ] as const) {
    it(says, () => {
      expect(verdictShort(row, NAMES)).toBe(says);
    });
  }
  it('of too few catches is the whole sentence', () => {
    const few = { ...TOTAL, events: 2 };
    expect(verdictShort(effect('a', 9, 0.99, { a: few, b: few }), NAMES)).toBe(
      'Only 4 catches so far. That is too few to say anything about this.',
    );
  });
  it('is never a clear one where the verdict is not', () => {
    for (const p of [0.5, 0.6, 0.8, 0.9, 0.97, 0.975, 0.999]) {
      const row = effect('a', 2, p);
      expect(verdictShort(row, NAMES).startsWith('Clear')).toBe(row.verdict.code === 'clear');
    }
  });
  it('shows how it came about: both sides, the ratio, and how sure the direction is', () => {
    const ask = { id: 'a', kind: 'sides', fact: 'comb', optionA: 'x', optionB: '*', ...NAMES } as const;
    const working = effectWorking(effect('a', 2, 0.95), ask);
    expect(working.inputs.map(([name]) => name)).toEqual(['old comb', 'no old comb', 'ratio', 'direction right']);
    expect(working.sure).toContain('Not settled');
    const step = effectWorking(effect('a', 2, 0.95), { id: 'a', kind: 'step', fact: 'heightM', step: 1, ...NAMES });
    expect(step.inputs[0]?.[0]).toBe('all stays');
  });
});

describe('what would settle it, in words', () => {
  const settle = (neededSeasons: number, hadA = 10, hadB = 20) => ({
    ratio: 2,
    neededSeasons,
    hadA,
    hadB,
    neededForHalfMore: 200,
  });
  it('is so many seasons with half the traps on each side', () => {
    expect(settleSaid(settle(14), 8)).toBe('One more season with 4 traps on each side, drawn by lot.');
    expect(settleSaid(settle(15), 8)).toBe('2 more seasons with 4 traps on each side, drawn by lot.');
    expect(settleSaid(settle(15), 9)).toContain('with 4 traps on each side');
    expect(settleSaid(settle(15), 2)).toContain('5 more seasons with 1 trap on each side');
  });
  it('says where it would take longer than anybody keeps bees', () => {
    expect(settleSaid(settle(90), 8)).toContain('20 more seasons');
    expect(settleSaid(settle(91), 8)).toBe(
      'More than 20 seasons with your 8 traps: pool records with other keepers, or leave it.',
    );
  });
  it('says what is missing where there is no trap to do it with, and when nothing is', () => {
    expect(settleSaid(settle(15), 1)).toContain('5 more trap-seasons');
    expect(settleSaid(settle(5), 8)).toContain('Enough was hung on both sides');
  });
});

describe('which places catch, in words', () => {
  const rates = placeRates([...stays(4, 4, { siteId: 'orchard' }), ...stays(4, 1, { siteId: 'weir' })], null);
  it('is a rate without a ranking where places stand in no groups', () => {
    expect(placesSaid(rates, null)).toMatch(
      /^\d\.\d catches in 100 trap-days\. Ranges overlap: an order is no proof\.$/,
    );
  });
  it('of four catches has no order, and says so', () => {
    const few = placeRates(stays(4, 4, { siteId: 'orchard' }), null);
    expect(placesSaid(few, null)).toBe('Only 4 catches: too few to put places in an order, so they stand by name.');
  });
  it('counts the places that hung too short', () => {
    const short = placeRates([...stays(8, 5), spell({ siteId: 'lane', days: 19 })], null);
    expect(placesSaid(short, null)).toContain('1 place hung too short to count for much.');
  });
  it('tells both groups, and whether it is settled', () => {
    const grouped = placeRates([...stays(4, 4, { siteId: 'orchard' }), ...stays(4, 1, { siteId: 'weir' })], {
      fact: 'site',
      optionA: 'orchard',
      optionB: '*',
    });
    const [a, b] = grouped.groups as [PlaceGroup, PlaceGroup];
    const says = placesSaid(grouped, { ...effect('group', 2, 0.95), names: { nameA: 'an edge', nameB: 'elsewhere' } });
    expect(says).toBe(
      `An edge: ${a.rate.per100.toFixed(1)} catches in 100 trap-days, elsewhere ${b.rate.per100.toFixed(1)}. Not settled.`,
    );
    const clear = { ...effect('group', 3, 0.999), names: NAMES };
    expect(placesSaid(grouped, clear)).toContain('Clear.');
  });
});

describe('how a stretch ended, in words', () => {
  for (const [said, says] of [
    [{ event: 1, end: '2025-05-30' }, 'bees came on 30 May 2025, after 40 days'],
    [
      { event: 1, end: '2025-05-30', left: '2025-05-27', right: '2025-06-02' },
      'bees came between 27 May and 2 Jun 2025; counted on 30 May, after 40 days',
    ],
    [{ reason: 'removed', end: '2025-05-30' }, 'taken down empty on 30 May 2025'],
    [{ reason: 'seasonEnd' }, 'empty to the last day that counts'],
    [{ reason: 'asOf' }, 'still empty today'],
    [{ reason: 'baitExpired' }, 'the lure ran out'],
    [{ reason: 'noBait' }, 'no lure was put in'],
    [
      { reason: 'outOfSeason', end: '2025-08-02' },
      'bees came on 2 Aug 2025, outside the days that count: neither a catch nor days',
    ],
  ] as const) {
    it(says, () => {
      expect(endSaid(spell(said))).toBe(says);
    });
  }
});

describe('the other answers', () => {
  it('of the years: one season says nothing, few catches neither', () => {
    const byYear = (rows: ReturnType<typeof stays>) => filling(rows, ({ season }) => String(season));
    expect(yearsSaid(byYear([spell({ event: 1 })]))).toBe('One season so far: the next one will say.');
    expect(yearsSaid(byYear(stays(8, 4)))).toBe('Only 4 catches: too few to say.');
    expect(yearsSaid(byYear(stays(24, 15)))).toMatch(/^Not by these records: chance alone .* times? in 100\.$/);
    expect(yearsSaid(byYear(stays(12, 6)))).toMatch(
      / 2023, 2024, 2025 have too few catches to judge each by itself\.$/,
    );
    const four = [...stays(24, 15), ...Array.from({ length: 4 }, () => spell({ season: 2026, event: 1 as const }))];
    expect(yearsSaid(byYear(four))).toMatch(/ 2026 has only 4 catches: too few to judge it by itself\.$/);
    expect(yearsSaid(byYear([...four, spell({ season: 2026, event: 1 })]))).not.toContain('2026');
    const apart = [
      ...Array.from({ length: 9 }, () => spell({ season: 2024, event: 1 as const, days: 5 })),
      ...Array.from({ length: 9 }, () => spell({ season: 2025, event: 1 as const, days: 60 })),
    ];
    expect(yearsSaid(byYear(apart))).toMatch(/^They do: .* fewer than 1 time in 100\. Compare within a year\.$/);
  });

  it('of how long it takes: half, or the share there is, group by group', () => {
    expect(fillSaid(filling(stays(6, 4)), {})).toBe('Only 4 catches: too few to say how long it takes.');
    expect(fillSaid(filling(stays(6, 6)), {})).toBe('Half of all traps are occupied after 40 days.');
    expect(fillSaid(filling(stays(20, 5)), {})).toBe('25 in 100 traps are occupied after 40 days, fewer than half.');
    const groups = filling(stays(20, 12), ({ event }) => (event === 1 ? 'A' : 'B'));
    expect(fillSaid(groups, { A: 'an edge', B: 'elsewhere' })).toMatch(
      /^An edge: half are occupied after 40 days\. Elsewhere: 0 in 100 are occupied after 0 days\. Chance alone would part them/,
    );
  });

  it('of how long it takes say when looks lie too far apart', () => {
    const rows = Array.from({ length: 6 }, () => spell({ event: 1, left: '2025-05-01', right: '2025-05-30' }));
    expect(fillSaid(filling(rows), {})).toContain('Looks lie far apart, so the days are rough.');
  });

  it('of the sizes: settled, not settled, too few', () => {
    const sizes = (slope: number | null, n: number, settled: boolean, p = 0.02) =>
      sizesSaid(
        {
          points: Array.from({ length: n }, (_, k) => ({ id: String(k), date: '', day: k, massKg: 1 })),
          trend: { slopeKgPerDay: slope, p, n, settled },
        },
        'metric',
      );
    expect(sizes(-0.02, 12, true)).toBe(
      'Yes: each week later a swarm is 0.1 kg lighter (12 swarms; chance alone would do it 2 times in 100).',
    );
    expect(sizes(0.02, 12, true)).toContain('No, late ones are: each week later a swarm is 0.1 kg heavier');
    expect(sizes(-0.02, 12, false, 0.3)).toContain('Not settled: 0.1 kg lighter with each week');
    expect(sizes(null, 1, false)).toBe('Only 1 swarm was weighed or judged: too few to say.');
    expect(sizes(-0.02, 4, false)).toContain('Only 4 swarms');
  });

  it('of the scouts stand as rule, yours and used; the log is used from three swarms on', () => {
    const table = [{ perMin: 5, rule: 0.2, own: 0.001 }];
    const rows = (earned: boolean, tuned = earned) => scoutRows({ looks: 9, arrivals: 3, earned, tuned, table });
    expect(rows(true)).toEqual([{ what: '5', rule: '20 %', yours: 'under 1 %', used: 'yours' }]);
    expect(rows(false)).toEqual([{ what: '5', rule: '20 %', yours: 'too few swarms', used: 'the rule' }]);
    expect(rows(true, false)).toEqual([{ what: '5', rule: '20 %', yours: 'under 1 %', used: 'the rule' }]);
  });

  it('of the scouts: the rule of thumb below three swarms, the log from then on', () => {
    const table = [
      { perMin: 0, rule: 0.01, own: 0.001 },
      { perMin: 3, rule: 0.05, own: 0.012 },
      { perMin: 50, rule: 0.6, own: 0.71 },
    ];
    expect(scoutsSaid({ looks: 12, arrivals: 2, earned: false, tuned: false, table })).toContain(
      'the rule of thumb is used',
    );
    expect(scoutsSaid({ looks: 558, arrivals: 28, earned: true, tuned: true, table })).toBe(
      'They do: at 3 a minute a swarm comes 1 time in 100, at 50 71 times in 100. 558 counts were followed by another look, 28 of them by a swarm.',
    );
  });
});
