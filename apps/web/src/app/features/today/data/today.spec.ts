import type { TodayDto } from '@yewridge/contract/today';
import { afterCatchPlan, planTrack } from '@yewridge/core/catches';
import { visitDue } from '@yewridge/core/rounds';
import { predictSwarmSeason } from '@yewridge/core/season';
import { reasonWords, stepSpan } from '../../../shared/season/step-words';
import { clock, day, plan, SITE, TODAY, trap, NOW } from '../testing/days';
import { bloomRows } from './bloom-words';
import { basisWords, phaseWords } from './season-words';
import { clockText, dayAnswer, looksAsOne, todayGroups, weatherAhead } from './today-lines';

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
    expect(dayAnswer(todayGroups(one, 'metric'))).toBe('At 21:06: Close the entrance: V-11, Lower orchard');
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
    expect(dayAnswer([])).toBe('Nothing asks for you today');
    expect([clockText(1266), clockText(-30), clockText(1500)]).toEqual(['21:06', '23:30', '01:00']);
  });
});

describe('the day on a telephone', () => {
  const due = (number: string): ReturnType<typeof trap> => trap(number, '2026-04-20');
  const nowOf = (...traps: readonly ReturnType<typeof trap>[]) => todayGroups(day({ traps }), 'metric')[0]!;

  it('routine looks that are due stand as one line; one alone, and bees, keep their own', () => {
    expect(looksAsOne(nowOf(due('V-03'))).lines.map(({ what }) => what)).toEqual(['Look at V-03']);
    const bees = trap('V-09', '2026-05-13', { beesIn: true });
    const folded = looksAsOne(nowOf(due('V-03'), due('V-05'), bees));
    expect(folded.lines.map(({ what, where }) => [what, where])).toEqual([
      ['Look at V-09', 'Old weir, 3.2 m'],
      ['Look at 2 traps', 'V-03, V-05'],
    ]);
    expect(folded.lines[1]!.link).toEqual(['/', 'rounds']);
  });

  it('five traps are named, and more than five only begun', () => {
    const where = (n: number): string =>
      looksAsOne(nowOf(...Array.from({ length: n }, (_, k) => due(`V-0${k + 1}`)))).lines[0]!.where;
    expect(where(5)).toBe('V-01, V-02, V-03, V-04, V-05');
    expect(where(6)).toBe('V-01, V-02, V-03, V-04, V-05 …');
  });

  it('the weather is today’s and tomorrow’s, where it is known', () => {
    const weather = (date: string, tMax: number | null) => ({
      date,
      tMin: 8,
      tMax,
      rainMm: 0,
      windMps: 1,
      source: 'measured' as const,
    });
    const said = (...days: readonly ReturnType<typeof weather>[]): string =>
      weatherAhead(day({ weather: days }), 'metric');
    expect(said()).toBe('');
    expect(said(weather(TODAY, 18), weather('2026-05-15', 5))).toBe('today 18 °C; tomorrow 5 °C, no flying');
    expect(said(weather(TODAY, null), weather('2026-05-15', 21))).toBe('tomorrow 21 °C');
  });

  it('a look whether they are still in is at the trap, not where they will be carried', () => {
    const peek = {
      ...plan('2026-05-13').steps[0]!,
      code: 'peek' as const,
      state: 'now' as const,
      start: '2026-05-14T10:00',
      end: '2026-05-14T21:06',
    };
    const at = (carried: boolean): string =>
      todayGroups(day({ plans: [plan('2026-05-13', { steps: [peek], carried })] }), 'metric')[0]!.lines[0]!.where;
    expect(at(false)).toBe('Lower orchard, 3.2 m');
  });
});

describe('the season in words', () => {
  it('says where today stands, what that rests on, and what is not known', () => {
    const one = clock({ lacks: ['forecast'], lag: { mean: -4.2, sd: 1.9 }, signals: { warmth: null, blooms: 2 } });
    expect(phaseWords(one)[1]).toMatch(/^give or take \d+ days \(8 years in 10\); no forecast is known$/);
    expect(basisWords(one)).toEqual(['one season of catches; next year can differ by weeks', '4 days early: blooms']);
    expect(phaseWords(clock({ today: '2026-02-01' }))[0]).toMatch(/^\d+ days to the first swarms$/);
    expect(phaseWords(clock({ today: '2026-09-01' }))[0]).toBe('The season is over');
    const tropics = predictSwarmSeason({ site: { lat: 5 }, season: 2026 });
    expect(phaseWords(clock({ prediction: tropics }))[0]).toBe('No reliable season here');
    expect(basisWords(clock({ prediction: tropics }))[0]).toBe('a guess from the latitude');
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

describe('call-outs among the lines of a day', () => {
  const call = (change: Partial<TodayDto['calls'][number]> = {}): TodayDto['calls'][number] => ({
    id: 'c1',
    place: 'Cider lane',
    kind: 'hangingSwarm',
    state: 'called',
    calledAt: `${TODAY}T18:05`,
    plannedFor: null,
    ask: 'poison',
    steps: [],
    restraint: null,
    ...change,
  });
  const step = (
    code: 'join' | 'restraintOut' | 'rest',
    start: string,
    end: string,
    state: 'ahead' | 'now' | 'late' | 'done',
  ) =>
    ({
      code,
      start,
      end,
      startMin: 0,
      endMin: 0,
      reason: 'must-lay',
      state,
      shiftedDays: 0,
    }) as TodayDto['calls'][number]['steps'][number];
  const groups = (...calls: TodayDto['calls']) => todayGroups(day({ calls }), 'metric');

  it('a call that waits is answered before all routine, with its next question', () => {
    const [now] = groups(call());
    expect(now!.lines.map(({ what, whenSub, why }) => [what, whenSub, why])).toEqual([
      ['Answer the call', 'rang at 18:05', 'Swarm hanging. Ask next: was it sprayed?'],
    ]);
    expect(groups(call({ calledAt: '2026-05-12T10:00' }))[0]!.lines[0]!.whenSub).toBe('rang Tue 12 May');
    expect(dayAnswer(groups(call()))).toBe('Answer the call, Cider lane');
  });

  it('a job that is planned stands on its day, and one at work leads to the live screen', () => {
    const [week] = groups(call({ state: 'planned', ask: null, plannedFor: '2026-05-16T15:00' }));
    expect([week!.name, week!.lines[0]!.when, week!.lines[0]!.whenSub]).toEqual(['This week', 'Sat 16 May', '15:00']);
    expect(groups(call({ state: 'planned', ask: null, plannedFor: `${TODAY}T20:00` }))[0]!.name).toBe('Now');
    expect(groups(call({ state: 'paused', ask: null }))[0]!.lines[0]!.link.at(-1)).toBe('live');
    expect(groups(call({ state: 'onSite', ask: null }))[0]!.lines[0]!.link.at(-1)).toBe('c1');
  });

  it('a cage that has to come out says by when, and stands as late until it is done', () => {
    const late = call({
      state: 'reunited',
      ask: null,
      steps: [step('restraintOut', '2026-05-12T11:00', '2026-05-13T18:00', 'late')],
    });
    const [now] = groups(late);
    expect([now!.lines[0]!.when, now!.lines[0]!.caution, now!.lines[0]!.rank]).toEqual([
      'Late',
      'OUT by Wed 13 May, 18:00.',
      0,
    ]);
    const done = call({
      state: 'reunited',
      ask: null,
      steps: [step('restraintOut', '2026-05-12T11:00', '2026-05-13T18:00', 'done')],
    });
    expect(groups(done)).toEqual([]);
  });

  it('a box at rest is left alone; what is joined tomorrow stands this week', () => {
    const steps = [
      step('rest', `${TODAY}T14:00`, '2026-05-15T05:31', 'now'),
      step('join', '2026-05-15T05:31', '2026-05-15T08:31', 'ahead'),
    ];
    expect(
      groups(call({ state: 'resting', ask: null, steps })).map(({ name, lines }) => [
        name,
        ...lines.map(({ what }) => what),
      ]),
    ).toEqual([['This week', 'Join bees and comb']]);
  });
});

describe('what a plan and a trial ask for among the lines of a day', () => {
  const line = (change: Parameters<typeof day>[0], id: string) =>
    todayGroups(day(change), 'metric')
      .flatMap(({ name, lines }) => lines.map((one) => ({ group: name, ...one })))
      .find((one) => one.id.startsWith(id));
  const sites = (count: number, allowed: boolean) =>
    Array.from({ length: count }, (_, n) => ({ siteId: `s${n}`, site: `Site ${n}`, allowed }));

  it('is one line for all sites where nothing hangs yet, which says how many wait for a yes', () => {
    const found = line({ toHang: { hangBy: '2026-05-10', sites: sites(7, false) } }, 'to-hang');
    expect(found).toEqual(
      jasmine.objectContaining({
        group: 'Now',
        when: 'Late',
        whenSub: 'since Sun 10 May',
        what: 'Hang 7 traps of your plan',
        where: 'Site 0, Site 1, Site 2, Site 3, Site 4 …',
        why: '7 of them wait for a yes.',
        action: 'Open the plan',
      }),
    );
  });

  it('leads to the form of hanging where one is left and its owner has said yes', () => {
    const found = line({ toHang: { hangBy: '2026-05-20', sites: sites(1, true) } }, 'to-hang');
    expect(found).toEqual(
      jasmine.objectContaining({
        when: 'Wed 20 May',
        action: 'Hang it',
        query: { site: 's0' },
        what: 'Hang a trap of your plan',
      }),
    );
    const asks = line({ toHang: { hangBy: '2026-05-20', sites: sites(1, false) } }, 'to-hang');
    expect(asks).toEqual(jasmine.objectContaining({ action: 'Open the plan', why: '1 of them waits for a yes.' }));
  });

  it('is a pair of a trial now once its trial has begun, this week or to watch before', () => {
    const trap = { trapId: 't1', number: 'V-01', way: 'comb', siteId: 'a', site: 'Old weir', stayId: null };
    const due = { trialId: 'k', trial: 'Comb', block: 1, kind: 'hang' as const, traps: [trap], partner: null };
    const groupOn = (on: string) => line({ trials: [{ ...due, on }] }, 'trial-')?.group;
    expect(['2026-05-14', '2026-05-21', '2026-05-22'].map(groupOn)).toEqual(['Now', 'This week', 'Watch']);
    const look = { ...due, kind: 'look' as const, on: '2026-05-14', traps: [{ ...trap, stayId: 'd1' }] };
    expect(line({ trials: [look] }, 'trial-')).toEqual(
      jasmine.objectContaining({ group: 'Now', mark: 'visit', action: 'Log a visit' }),
    );
  });
});
