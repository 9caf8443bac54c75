import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { SeasonClockDto, TodayDto } from '@yewridge/contract/today';
import { afterCatchPlan, planTrack, sunTimes } from '@yewridge/core/catches';
import { visitDue } from '@yewridge/core/rounds';
import { predictSwarmSeason, swarmSeasonCurve } from '@yewridge/core/season';
import { reasonWords, stepSpan } from '../../../shared/season/step-words';
import { bloomRows } from './bloom-words';
import { basisWords, phaseWords } from './season-words';
import { clockText, dayAnswer, todayGroups } from './today-lines';

const TODAY = '2026-05-14';
const NOW = '2026-05-14T18:20';
const SITE = { lat: 47.4, lon: 13.2 };

function trap(number: string, lastVisitOn: string, change: Partial<HangingDto> = {}): HangingDto {
  return {
    deploymentId: `d-${number}`,
    trapId: number,
    number,
    design: 'Tall nuc',
    siteId: 's1',
    site: 'Old weir',
    landmarkNote: null,
    hungOn: '2026-04-03',
    heightM: 3.2,
    facingDeg: null,
    lastScouts: null,
    catchId: null,
    chance24: null,
    counted: null,
    sensor: null,
    lore: [],
    lure: null,
    lastVisitOn,
    beesIn: false,
    due: visitDue({ hungOn: '2026-04-03', frames: 5, lastVisitOn, lastActivityOn: lastVisitOn }, TODAY),
    ...change,
  };
}

function plan(foundOn: string, change: Partial<CatchPlanDto> = {}): CatchPlanDto {
  const { tasks, frames, notes } = afterCatchPlan({
    foundOn,
    school: 'sameEvening',
    size: 'medium',
    heightM: 3.2,
    ...SITE,
    tzOffsetMin: 120,
  });
  return {
    catchId: 'c1',
    deploymentId: 'd-V-11',
    siteId: 's2',
    number: 'V-11',
    place: 'Lower orchard',
    heightM: 3.2,
    wentTo: 'Marn apiary',
    carried: false,
    way: 'trap',
    placedBy: 'site',
    framesIn: 0,
    carry: null,
    foundOn,
    school: 'sameEvening',
    size: 'medium',
    sizeAssumed: false,
    frames,
    notes,
    steps: planTrack(foundOn, tasks, [], NOW),
    unknownDays: 0,
    over: false,
    ...change,
  };
}

function clock(change: Partial<SeasonClockDto> = {}): SeasonClockDto {
  const input = { site: SITE, season: 2026, catches: [{ date: '2025-05-20' }] };
  return {
    today: TODAY,
    season: 2026,
    day: 134,
    start: '2026-01-01',
    prediction: predictSwarmSeason(input),
    curve: swarmSeasonCurve(input),
    delayed: null,
    lag: null,
    signals: { warmth: null, blooms: 0 },
    snaps: [],
    lacks: [],
    ...change,
  };
}

const day = (change: Partial<TodayDto> = {}): TodayDto => {
  const sun = sunTimes(TODAY, SITE.lat, SITE.lon);
  return {
    now: NOW,
    today: TODAY,
    sun: { ...sun, sunset: (sun.sunset ?? 0) + 120 },
    season: null,
    weather: [],
    traps: [],
    inUse: 4,
    plans: [],
    ...change,
  };
};
const names = (one: TodayDto): readonly (readonly string[])[] =>
  todayGroups(one, 'metric').map(({ name, lines }) => [name, ...lines.map(({ what }) => what)]);

describe('the lines of a day', () => {
  it('bees stand first, then a swarm that may come, then what is overdue, however long', () => {
    const late = trap('V-03', '2026-04-20');
    const scouts = trap('V-07', TODAY, {
      lastScouts: 25,
      chance24: 0.65,
      due: visitDue(
        {
          hungOn: '2026-04-03',
          frames: 5,
          lastVisitOn: TODAY,
          arrivalProbability: { h24: 0.65, h48: 0.88, countedDay: 20_587.7 },
        },
        TODAY,
      ),
    });
    const bees = trap('V-09', '2026-05-13', { beesIn: true });
    const [now] = todayGroups(day({ traps: [late, scouts, bees] }), 'metric');
    expect(now!.lines.map(({ what, rank }) => [what, rank])).toEqual([
      ['Look at V-09', 0],
      ['Look at V-07', 1],
      ['Look at V-03', 2],
    ]);
    expect(now!.sub).toMatch(/^2 h \d+ min of light$/);
    expect(now!.lines[1]!.caution).toBe('Two people, ladder.');
  });

  it('the steps of a catch stand where their time is, and its trap asks for nothing else', () => {
    const one = day({ plans: [plan(TODAY)], traps: [trap('V-11', TODAY, { beesIn: true })] });
    const groups = names(one);
    expect(groups[0]).toEqual(['Tonight', 'Close the entrance: V-11']);
    expect(groups[1]!.slice(0, 3)).toEqual(['This week', 'Take it down: V-11', 'Carry it to its place: V-11']);
    const tonight = todayGroups(one, 'metric')[0]!.lines[0]!;
    expect([tonight.when, tonight.whenSub, tonight.where]).toEqual(['21:06', 'to 22:06', 'Lower orchard, 3.2 m']);
    expect(dayAnswer(one, todayGroups(one, 'metric'))).toBe('At 21:06: Close the entrance: V-11, Lower orchard');
  });

  it('once they are carried, their steps are where the bees are', () => {
    const groups = todayGroups(day({ plans: [plan('2026-05-12', { carried: true })] }), 'metric');
    const lines = groups.flatMap((group) => group.lines);
    expect(lines.find(({ what }) => what.startsWith('Feed'))?.where).toBe('Marn apiary');
    expect(lines.find(({ what }) => what.startsWith('Hang'))?.where).toBe('Lower orchard');
  });

  it('a cold snap is watched with what comes after it, and a quiet day says so', () => {
    const snaps = [{ from: '2026-05-17', to: '2026-05-20', days: 4, coldest: 1.6 }];
    const watch = todayGroups(day({ season: clock({ snaps }) }), 'metric').find(({ name }) => name === 'Watch')!;
    expect(watch.lines[0]!.why).toContain('first warm days after Wed 20 May');
    expect(dayAnswer(day(), [])).toBe('Nothing asks for you today');
    expect(dayAnswer(day({ inUse: 0 }), [])).toContain('begin on the Bench');
    expect([clockText(1266), clockText(-30), clockText(1500)]).toEqual(['21:06', '23:30', '01:00']);
  });
});

describe('the season in words', () => {
  it('says where today stands, what that rests on, and what is not known', () => {
    const one = clock({ lacks: ['forecast'], lag: { mean: -4.2, sd: 1.9 }, signals: { warmth: null, blooms: 2 } });
    expect(phaseWords(one)[1]).toMatch(/^give or take \d+, 80 in 100; no forecast is known$/);
    expect(basisWords(one)).toEqual(['one season of catches; next year can differ by weeks', '4 days early: blooms']);
    expect(phaseWords(clock({ today: '2026-02-01' }))[0]).toMatch(/^\d+ days to the first swarms$/);
    expect(phaseWords(clock({ today: '2026-09-01' }))[0]).toBe('The season is over');
    const tropics = predictSwarmSeason({ site: { lat: 5 }, season: 2026 });
    expect(phaseWords(clock({ prediction: tropics }))[0]).toBe('No reliable season here');
    expect(basisWords(clock({ prediction: tropics }))[0]).toBe('guess from latitude');
  });
});

describe('steps in words', () => {
  it('a night that ends after midnight is one night, and days are days', () => {
    expect(stepSpan({ start: '2026-05-14T21:21', end: '2026-05-15T00:06' }, TODAY)).toBe('21:21 to 00:06');
    expect(stepSpan({ start: '2026-05-15T09:00', end: '2026-05-17T18:00' }, TODAY)).toBe('Fri 15 May to Sun 17 May');
  });

  it('every reason of a plan has its sentence, and the ladder has its own', () => {
    for (const school of ['anchor', 'sameEvening'] as const) {
      for (const size of ['medium', 'secondary'] as const) {
        for (const tMax of [12, 22, 31]) {
          const forecast = Array.from({ length: 40 }, (_, n) => ({
            date: `2026-0${n < 18 ? 5 : 6}-${String(n < 18 ? 14 + n : n - 17).padStart(2, '0')}`,
            tMax,
            rainMm: 0,
          }));
          const { tasks } = afterCatchPlan({
            foundOn: TODAY,
            school,
            size,
            heightM: 3,
            ...SITE,
            tzOffsetMin: 120,
            forecast,
          });
          for (const step of planTrack(TODAY, tasks, [], NOW)) {
            expect(reasonWords(step, true, 6).length)
              .withContext(step.reason)
              .toBeGreaterThan(20);
            if (step.code === 'closeAtDusk') expect(reasonWords(step, true, 6)).toContain('no ladder in the dark');
          }
        }
      }
    }
  });
});

describe('blooms in words', () => {
  const bloom = (species: string, on: string) => ({ id: `${species} ${on}`, species, stage: 'fullBloom' as const, on });

  it('this year’s stand against the others, and what is due about now is asked for', () => {
    const rows = bloomRows(
      [
        bloom('Apple', '2024-05-06'),
        bloom('apple', '2025-05-02'),
        bloom('Apple', '2026-04-30'),
        bloom('Robinia', '2024-05-27'),
        bloom('Robinia', '2025-05-23'),
        bloom('Lime', '2025-06-25'),
        bloom('Sorrel', '2026-05-13'),
      ],
      TODAY,
      'N',
    );
    expect(rows.map(({ name, says, id }) => [name, says, id === null])).toEqual([
      ['Sorrel, full bloom', '13 May, the first year it is noted', false],
      ['Robinia, full bloom', 'usually 26 May', true],
      ['Apple, full bloom', '30 Apr, 5 days early', false],
    ]);
  });
});
