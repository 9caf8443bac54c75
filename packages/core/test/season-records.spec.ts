import fc from 'fast-check';
import { type SpellRecords, trapSpells } from '@yewridge/core/evidence';
import { checkInterval, type HangingTrap, visitDue } from '@yewridge/core/rounds';
import {
  addDays,
  combDue,
  dateOfSeasonDay,
  daysBetween,
  loreChecks,
  seasonDay,
  yearColour,
} from '@yewridge/core/season';
import { weekdayOf } from '@yewridge/core/shared/calendar';
import { haversine, offsetPlace } from '@yewridge/core/shared/geometry';
import type { ErrorCode } from '@yewridge/core/shared/errors';
import { refusal } from './refusal.js';

const HUNG = '2025-04-10';
const dateFrom = (first: string) => fc.integer({ min: 0, max: 300 }).map((days) => addDays(first, days));
const SEED = 20260514;

describe('season: dates without a zone', () => {
  it('a leap day is a day, and only in a leap year', () => {
    expect(addDays('2024-02-28', 1)).toBe('2024-02-29');
    expect(addDays('2023-02-28', 1)).toBe('2023-03-01');
    expect(Object.values(seasonDay('2024-12-31', 'N'))).toEqual([2024, 366, 366]);
  });

  it('a southern season holds its whole summer', () => {
    expect(seasonDay('2026-01-15', 'S').season).toBe(2025);
    expect(Object.values(seasonDay('2024-02-29', 'S'))).toEqual([2023, 244, 366]);
  });

  it('every day of a season is found again, in both hemispheres', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -200_000, max: 200_000 }),
        fc.constantFrom('N' as const, 'S' as const),
        (days, half) => {
          const date = addDays('2026-05-14', days);
          const { season, day } = seasonDay(date, half);
          expect(dateOfSeasonDay(season, half, day)).toBe(date);
        },
      ),
      { seed: SEED },
    );
  });

  it('knows its weekdays before 1970 too', () => {
    expect([weekdayOf('2026-05-14'), weekdayOf('1969-12-31'), weekdayOf('2000-02-27')]).toEqual([4, 3, 0]);
  });

  it('a place offset by metres lies as far away, and over the date line too', () => {
    const near = offsetPlace({ lat: 47.4, lon: 179.999 }, 300, 400);
    expect(near.lon).toBeLessThan(-179.9);
    expect(haversine({ lat: 47.4, lon: 179.999 }, near)).toBeCloseTo(500, 1);
  });
});

describe('evidence: days at risk', () => {
  const season = [{ season: 2025, start: '2025-01-01', end: '2025-12-31' }];
  const arbitrary: fc.Arbitrary<SpellRecords> = fc
    .array(
      fc.record({
        hung: fc.integer({ min: 0, max: 200 }),
        stay: fc.integer({ min: 0, max: 100 }),
        caught: fc.boolean(),
      }),
      {
        maxLength: 8,
      },
    )
    .map((stays) => ({
      deployments: stays.map(({ hung, stay }, n) => ({
        id: `d${n}`,
        trapId: `t${n}`,
        siteId: 's',
        hungOn: addDays('2025-01-05', hung),
        takenDownOn: addDays('2025-01-05', hung + stay),
      })),
      catches: stays.flatMap(({ hung, stay, caught }, n) =>
        caught ? [{ deploymentId: `d${n}`, foundOn: addDays('2025-01-05', hung + stay) }] : [],
      ),
    }));

  it('one season over everything leaves the days as they are without seasons', () => {
    fc.assert(
      fc.property(arbitrary, (records) => {
        const total = (rows: readonly { days: number }[]): number => rows.reduce((sum, { days }) => sum + days, 0);
        const asOf = '2025-12-30';
        expect(total(trapSpells(records, { asOf, seasons: season }))).toBe(total(trapSpells(records, { asOf })));
      }),
      { seed: SEED },
    );
  });

  it('an arrival lies between the last empty look and the day it was found', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 40 }), (empty, later) => {
        const [spell] = trapSpells(
          {
            deployments: [{ id: 'd', trapId: 't', siteId: 's', hungOn: HUNG }],
            visits: [{ deploymentId: 'd', date: addDays(HUNG, empty), occupied: false }],
            catches: [{ deploymentId: 'd', foundOn: addDays(HUNG, empty + later) }],
          },
          { asOf: '2026-01-01' },
        );
        expect(daysBetween(spell!.left!, spell!.end)).toBeGreaterThanOrEqual(0);
        expect(daysBetween(spell!.end, spell!.right!)).toBeGreaterThanOrEqual(0);
      }),
      { seed: SEED },
    );
  });

  const one = { id: 'd', trapId: 't', siteId: 's', hungOn: HUNG };
  const REFUSED: readonly (readonly [string, unknown, unknown, ErrorCode, string])[] = [
    ['the same deployment twice', { deployments: [one, one] }, { asOf: HUNG }, 'CONFLICT', 'records.deployments[1].id'],
    [
      'two catches of one deployment',
      { deployments: [one], catches: [1, 2].map(() => ({ deploymentId: 'd', foundOn: HUNG })) },
      { asOf: HUNG },
      'CONFLICT',
      'records.catches[1].deploymentId',
    ],
    [
      'bees that came before the trap',
      { deployments: [one], catches: [{ deploymentId: 'd', foundOn: '2025-04-20', arrivedOn: '2025-04-01' }] },
      { asOf: HUNG },
      'CONFLICT',
      'records.catches[0].arrivedOn',
    ],
    ['no day to look from', { deployments: [one] }, {}, 'MISSING', 'opts.asOf'],
    ['a null for a list', { deployments: null }, { asOf: HUNG }, 'TYPE', 'records.deployments'],
    [
      'seasons that touch',
      { deployments: [one] },
      { asOf: HUNG, seasons: [season[0], { season: 2026, start: '2025-12-31', end: '2026-05-01' }] },
      'CONFLICT',
      'opts.seasons',
    ],
  ];
  for (const [name, records, options, code, path] of REFUSED) {
    it(`refuses ${name}`, () => {
      expect(refusal(() => trapSpells(records as never, options as never))).toEqual([code, path]);
    });
  }

  it('cuts a row where the lure ran out, and gives a bare trap no day', () => {
    const records = {
      deployments: [one, { ...one, id: 'bare' }],
      baits: [{ deploymentId: 'd', from: HUNG, to: '2025-05-01' }],
    };
    const rows = trapSpells(records, { asOf: '2025-06-01', baitPolicy: 'censor' });
    expect(rows.map(({ end, days, reason }) => [end, days, reason])).toEqual([
      ['2025-05-01', 21, 'baitExpired'],
      [HUNG, 0, 'noBait'],
    ]);
  });
});

describe('rounds: what is due', () => {
  const trap = fc.record({
    hungOn: dateFrom('2026-01-01'),
    frames: fc.integer({ min: 0, max: 20 }),
    occupied: fc.boolean(),
    rebaitOn: fc.option(dateFrom('2026-01-01')),
    lureChangedOn: fc.option(dateFrom('2026-01-01')),
    stormOn: fc.option(dateFrom('2026-01-01')),
  });

  it('no reason weighs more than twice its weight, and bees are never below routine', () => {
    fc.assert(
      fc.property(trap, dateFrom('2026-02-01'), (one: HangingTrap, today) => {
        const due = visitDue(one, today);
        for (const { urgency, weight } of due.reasons) expect(urgency).toBeLessThanOrEqual(2 * weight);
        if (one.occupied === true) expect(['bees', 'soon', null]).toContain(due.tier);
        expect(due.urgency).toBeCloseTo(
          due.reasons.reduce((sum, { urgency }) => sum + urgency, 0),
          9,
        );
      }),
      { seed: SEED },
    );
  });

  it('a trap with bees waits for nothing routine', () => {
    const due = visitDue({ hungOn: HUNG, frames: 5, occupied: true }, '2025-08-01');
    expect(due.reasons.map(({ code }) => code)).toEqual(['occupied']);
  });

  it('says when the owner lets one in, and that there is no such day', () => {
    const on = (accessWeekdays: readonly number[]): string | null =>
      visitDue({ hungOn: HUNG, frames: 5, accessWeekdays }, '2026-05-14').nextAccess;
    expect([on([0]), on([4]), on([])]).toEqual(['2026-05-17', '2026-05-14', null]);
  });

  it('asks for a look the sooner the fewer frames there are', () => {
    expect([0, 3, 4, 7, 8, 20].map(checkInterval)).toEqual([4, 4, 7, 7, 14, 14]);
    expect(refusal(() => checkInterval(2.5))[0]).toBe('TYPE');
    expect(refusal(() => visitDue({ hungOn: '2026-02-30', frames: 5 }, HUNG))).toEqual(['FORMAT', 'trap.hungOn']);
  });
});

describe('season: a comb by the colour of its year', () => {
  it('follows the last figure of the year', () => {
    const colours = [2021, 2022, 2023, 2024, 2025, 2026, 2030].map(yearColour);
    expect(colours).toEqual(['white', 'yellow', 'red', 'green', 'blue', 'white', 'blue']);
    expect(refusal(() => yearColour(2026.5))[0]).toBe('TYPE');
  });

  it('is due out when its colour comes round again', () => {
    expect([2020, 2021, 2022, 2026].map((drawn) => combDue(drawn, 2026).state)).toEqual([
      'due',
      'due',
      'dueNext',
      'fine',
    ]);
    fc.assert(
      fc.property(fc.integer({ min: 1900, max: 2200 }), (year) => {
        expect(yearColour(combDue(year, year).dueYear)).toBe(yearColour(year));
      }),
      { seed: SEED },
    );
  });
});

describe('season: what is said before a trap is hung', () => {
  it('is silent about what it is not told', () => {
    expect(loreChecks({})).toEqual([]);
  });

  it('wraps the wind around north', () => {
    const codes = (facingDeg: number): readonly string[] =>
      loreChecks({ facingDeg, rainFromDeg: 350 }).map(({ code }) => code);
    expect([codes(35), codes(36), codes(305), codes(304)]).toEqual([['faces-rain'], [], ['faces-rain'], []]);
  });

  it('counts paint that was put on after hanging', () => {
    expect(loreChecks({ paintedOn: '2026-05-01', hungOn: '2026-04-01' })).toEqual([
      { code: 'fresh-paint', severity: 'warn' },
    ]);
  });

  it('gel runs sooner in the sun', () => {
    const codes = (exposure: 'shade' | 'fullSun'): number => loreChecks({ carrier: 'gel', maxC: 26, exposure }).length;
    expect([codes('shade'), codes('fullSun')]).toEqual([0, 1]);
  });
});
