import {
  evidenceVerdict,
  occupancyRate,
  pairCovariates,
  planTrial,
  seasonsToSettle,
  timesSaid,
  trapSeasonsMissing,
  trialState,
  trialTraps,
  worseRate,
} from '@yewridge/core/evidence';
import { spell } from './evidence-rows.js';

const PLACES = new Map([
  ['weir', { lat: 47.4, lon: 13.2 }],
  ['gate', { lat: 47.41, lon: 13.21 }],
]);

describe('traps for a trial', () => {
  const spells = [
    spell({ trapId: 't2', trap: 'V-02', siteId: 'gate' }),
    spell({ trapId: 't1', trap: 'V-01', siteId: 'weir', start: '2026-04-01', facts: { heightM: 5 } }),
    spell({ trapId: 't1', trap: 'V-01', siteId: 'gate', start: '2025-04-01' }),
    spell({ trapId: 't3', trap: 'V-03', siteId: 'nowhere' }),
  ];
  it('are those whose last place is on the map, where they hung last, by number', () => {
    expect(trialTraps(spells, PLACES).map(({ number, siteId, lat, x }) => [number, siteId, lat, x['heightM']])).toEqual(
      [
        ['V-01', 'weir', 47.4, 5],
        ['V-02', 'gate', 47.41, 3],
      ],
    );
  });
  it('are none of those that moved to a place that is not on the map', () => {
    const moved = [...spells, spell({ trapId: 't2', siteId: 'nowhere', start: '2026-05-01' })];
    expect(trialTraps(moved, PLACES).map(({ id }) => id)).toEqual(['t1']);
    expect(trialTraps([], PLACES)).toEqual([]);
  });
  it('share what the trial is not about', () => {
    expect(pairCovariates('lure').map(({ name }) => name)).toEqual(['heightM', 'volumeM3', 'entranceM2']);
    expect(pairCovariates('heightM').map(({ name }) => name)).toEqual(['volumeM3', 'entranceM2']);
  });
  it('can be paired as they are, by every question', () => {
    for (const fact of ['lure', 'comb', 'heightM', 'entranceM2'] as const) {
      const traps = trialTraps(spells, PLACES);
      const plan = planTrial({ traps, options: ['A', 'B'], seed: 7, covariates: pairCovariates(fact) });
      expect(plan.assignments.map(({ trapId }) => trapId).sort()).toEqual(['t1', 't2']);
    }
  });
});

describe('what would settle it', () => {
  it('lets both sides together catch as they did so far', () => {
    const rate = occupancyRate(30, 3833).per100 / 100;
    for (const ratio of [1.5, 2, 4]) {
      const worse = worseRate(30, 3833, ratio);
      expect((worse + ratio * worse) / 2).toBeCloseTo(rate, 15);
    }
    expect(worseRate(30, 3833, 1)).toBe(rate);
  });
  it('lacks what the side with fewer lacks, and never less than nothing', () => {
    expect(trapSeasonsMissing({ neededSeasons: 52, hadA: 19, hadB: 32 })).toBe(33);
    expect(trapSeasonsMissing({ neededSeasons: 52, hadA: 32, hadB: 19 })).toBe(33);
    expect(trapSeasonsMissing({ neededSeasons: 10, hadA: 19, hadB: 32 })).toBe(0);
  });
  for (const [traps, seasons] of [
    [0, null],
    [1, null],
    [2, 12],
    [3, 12],
    [4, 6],
    [24, 1],
    [26, 1],
  ] as const) {
    it(`takes ${String(seasons)} seasons with ${traps} traps where 12 trap-seasons lack`, () => {
      expect(seasonsToSettle({ neededSeasons: 22, hadA: 10, hadB: 30 }, traps)).toBe(seasons);
    });
  }
});

describe('where a trial stands', () => {
  const days = { beginsOn: '2026-05-01', endsOn: '2026-07-15' };
  for (const [today, state] of [
    ['2026-04-30', 'toCome'],
    ['2026-05-01', 'running'],
    ['2026-07-15', 'running'],
    ['2026-07-16', 'over'],
  ] as const) {
    it(`on ${today} it is ${state}: its last day belongs to it`, () => {
      expect(trialState(days, null, today)).toBe(state);
    });
  }
  it('is opened once it was, on whatever day', () => {
    expect(trialState(days, '2026-07-16', '2026-04-01')).toBe('opened');
  });
});

describe('how many times, in words', () => {
  for (const [value, says] of [
    [0.04, '0.0'],
    [0.05, '0.1'],
    [1.949, '1.9'],
    [1.95, '2.0'],
    [99, '99.0'],
    [99.01, 'more than 99'],
    [Infinity, 'more than 99'],
  ] as const) {
    it(`${value} is ${says}, as in the verdict’s own sentence`, () => {
      expect(timesSaid(value)).toBe(says);
      // One over nothing is said so in a sentence, and is no number that anybody can give.
      const hi = Math.max(1, Math.min(value, Number.MAX_VALUE));
      const compared = { optionA: 'a', optionB: 'b', events: 30, ratio: 1, lo: 0, hi, pDirection: 0.5 };
      expect(evidenceVerdict(compared).text).toContain(`to ${timesSaid(hi)} times`);
    });
  }
});
