import type { HangingDto, RibbonDto, RibbonStay } from '@yewridge/contract/rounds';
import type { RecordDto } from '@yewridge/contract/season';
import { dueList, hanging } from '../../../shared/season/testing/hanging';
import { visitDue } from '@yewridge/core/rounds';
import { chanceWords, dueGroups, dueLine, lureWords } from '../../../shared/season/due-words';
import { lureAt, lureRuns } from './lure-left';
import { readingFault, readingsAct } from './reading-acts';
import { filterCounts, joined, ribbonLines, siteLines } from './ribbon-rows';
import { axisMarks, xOf } from '../../../shared/season/day-axis';
import { dateAtX, scaleOf, scrollFor, yearsIn } from './ribbon-scale';
import { cellWords } from './ribbon-words';
import { RoundWalk } from './round-walk';
import { sightWords, stepSeen } from './sight-words';
import { oilFault, stepOf, weighing } from './stay-story';
import { lastLures, lureSays, NOTHING_SAID } from './lures-said';
import { FRESH_LOOK, type Look, missingInLook, visitAct } from './visit-acts';

const TODAY = '2026-05-14';

const stay = (change: Partial<RibbonStay> = {}): RibbonStay => ({
  id: 'd1',
  siteId: 's1',
  site: 'Old weir',
  hungOn: '2026-04-03',
  takenDownOn: null,
  baits: [{ id: 'b1', from: '2026-05-04', to: null, carrier: 'gel', left: [0.98, 0.95, 0.93, 0.9, 0.88] }],
  visits: [{ id: 'v1', at: '2026-05-08T18:00', scouts: 10, occupied: false }],
  caught: null,
  ...change,
});
const year = (...stays: readonly RibbonStay[]): RibbonDto => ({
  from: '2026-01-01',
  to: '2026-12-31',
  rows: [{ trapId: 't1', number: 'V-01', design: 'Tall nuc', paintedOn: null, stays }],
});

describe('rounds: what is due, in words', () => {
  it('puts bees first, however overdue the rest', () => {
    const late = hanging({ deploymentId: 'd2', lastVisitOn: '2026-04-04' });
    const bees = hanging({ beesIn: true, lastVisitOn: TODAY });
    expect(dueGroups([late, bees], TODAY, 'metric').map(({ name }) => name)).toEqual(['Bees first', 'Now']);
  });

  it('says since when, why, how high and whether one is let in', () => {
    const line = dueLine(
      hanging({
        heightM: 3,
        lastScouts: 0,
        lastVisitOn: '2026-05-04',
        due: { ...hanging({ lastVisitOn: '2026-05-04' }).due, nextAccess: '2026-05-16' },
      }),
      TODAY,
      'metric',
    );
    expect(line).toEqual(
      jasmine.objectContaining({
        when: 'Due since Mon 11 May',
        why: 'last look 10 days ago',
        caution: 'Two people: one holds the ladder.',
        closed: 'The owner lets you in on Sat 16 May.',
        urgent: true,
      }),
    );
  });

  it('says the chance a stream of scouts gives, as a rule of thumb', () => {
    const trap = hanging({
      lastScouts: 25,
      chance24: 0.58,
      due: visitDue(
        { hungOn: '2026-04-03', frames: 20, lastVisitOn: TODAY, arrivalProbability: { h24: 0.58, h48: 0.8 } },
        TODAY,
      ),
    });
    expect(dueLine(trap, TODAY, 'metric').why).toBe('a stream of scouts: a swarm within a day, 58 % by rule of thumb');
  });

  it('says the chances of three days, and what they rest on', () => {
    const counted = { at: '2026-05-14T15:00', perMin: 24, bySensor: true, chance48: 0.58, chance72: 0.73, tuned: true };
    expect(chanceWords(hanging({ chance24: 0.35, counted }))).toBe(
      'A swarm may move in: 35 % within a day, 58 % within two, 73 % within three. Counted by the sensor on Thu 14 May, 15:00: 24 a minute. Rule of thumb, tuned to your log as it grows.',
    );
    expect(chanceWords(hanging())).toBeNull();
  });

  it('walks on to the next trap that may be gone to, and never twice to one in a day', () => {
    const walk = new RoundWalk();
    const [a, b, c] = [
      hanging({ deploymentId: 'a' }),
      hanging({ deploymentId: 'b', lastVisitOn: TODAY }),
      hanging({ deploymentId: 'c' }),
    ];
    expect(walk.nextOf([a, b, c], TODAY)).toBe('a');
    walk.seen('a', TODAY);
    expect(walk.nextOf([a, b, c], TODAY)).toBe('c');
    walk.seen('c', TODAY);
    expect(walk.nextOf([a, b, c], TODAY)).toBeNull();
  });
});

const NOW = '2026-05-14T18:20';
describe('rounds: a look as records', () => {
  const says = (
    look: Partial<typeof FRESH_LOOK>,
    last: readonly RecordDto<'baits'>[] = [],
    trap = hanging(),
  ): ReturnType<typeof visitAct> => visitAct(trap, { ...FRESH_LOOK, ...look }, NOW, last);
  const fields = (act: ReturnType<typeof visitAct>, n: number): Readonly<Record<string, unknown>> => {
    const change = act.changes[n];
    return change?.op === 'put' ? change.fields : {};
  };

  it('stores the rate of its step', () => {
    const rate = (scouts: (typeof FRESH_LOOK)['scouts']): unknown => fields(says({ scouts }), 0)['scoutsPerMin'];
    expect((['none', 'few', 'tens', 'stream', 'movedIn'] as const).map(rate)).toEqual([0, 3, 10, 25, null]);
    expect([0, 1, 5, 6, 15, 16, 400].map(stepOf)).toEqual(['none', 'few', 'few', 'tens', 'tens', 'stream', 'stream']);
  });

  it('refreshing the bait puts the same lure in again', () => {
    const before = { carrier: 'gel', substance: 'citral', massKg: 0.001, placed: 'floor' } as RecordDto<'baits'>;
    const act = says({ baitRefreshed: true, scouts: 'few' }, [before]);
    expect(act.says).toBe('V-01: a few, bait refreshed');
    expect(fields(act, 1)).toEqual(
      jasmine.objectContaining({ carrier: 'gel', substance: 'citral', placed: 'floor', appliedOn: TODAY }),
    );
  });

  it('holds nothing that was not said: no bees, no absence of them, no lure, no queen', () => {
    const caught = hanging({ catchId: 'c1', beesIn: true });
    const occupied = (look: Partial<typeof FRESH_LOOK>, trap = hanging()): unknown =>
      fields(says(look, [], trap), 0)['occupied'];
    expect([occupied({}), occupied({ scouts: 'none' }), occupied({ scouts: 'movedIn' })]).toEqual([null, false, true]);
    expect([occupied({}, caught), occupied({ scouts: 'none' }, caught)]).toEqual([null, null]);
    expect(fields(says({ scouts: 'movedIn' }), 1)['queen']).toBeNull();
    expect(says({ scouts: 'none' }, [], caught).changes.length).toBe(1);
    expect(says({ trouble: 'ants' }).says).toBe('V-01: ants');
  });

  it('a bait is refreshed with what was there, with what is named, or not at all', () => {
    const bait = (appliedOn: string, carrier: string, removedOn: string | null = null): RecordDto<'baits'> =>
      ({ appliedOn, removedOn, carrier, substance: 'citral', dose: 12, doseUnit: 'drops' }) as RecordDto<'baits'>;
    const last = lastLures([bait('2026-04-01', 'gel'), bait('2026-05-01', 'gel'), bait('2026-05-01', 'burlap')]);
    expect(last.map(lureSays)).toEqual(['gel with citral, 12 drops', 'burlap rag with citral, 12 drops']);
    expect(lastLures([bait('2026-04-01', 'gel', '2026-04-20')])).toEqual([]);
    const refreshed: Look = { ...FRESH_LOOK, baitRefreshed: true };
    expect(missingInLook(refreshed, last, NOW)).toBeNull();
    expect(missingInLook(refreshed, [], NOW)).toBe('Still to say: which lure went in.');
    expect(missingInLook({ ...refreshed, lures: [NOTHING_SAID] }, last, NOW)).toContain('what carries the lure');
    expect(says(refreshed, last).changes.map(({ table }) => table)).toEqual(['visits', 'baits', 'baits']);
  });

  it('a look of yesterday is kept on its day and hour; one that is still to come is not', () => {
    const yesterday: Look = { ...FRESH_LOOK, scouts: 'few', day: '2026-05-13', hour: '17:05' };
    expect(fields(says(yesterday), 0)['at']).toBe('2026-05-13T17:05');
    expect(missingInLook({ ...yesterday, hour: '' }, [], NOW)).toBe('Still to say: at what hour.');
    const at = (hour: string): string | null => missingInLook({ ...yesterday, day: TODAY, hour }, [], NOW);
    expect([at('18:19'), at('18:20')]).toEqual([null, null]);
    expect(at('18:21')).toContain('18:21 is still to come');
  });

  it('moved in is a catch from the moment it is seen', () => {
    const act = says({ scouts: 'movedIn' });
    expect(act.changes.map(({ table }) => table)).toEqual(['visits', 'catches']);
    expect(fields(act, 0)['occupied']).toBeTrue();
  });

  it('a reading needs a name and a number, or is none at all', () => {
    expect(readingFault({ label: '', value: '', unit: '' })).toBeNull();
    expect(readingFault({ label: 'field', value: 'high', unit: '' })).toContain('“high” is not a number');
    expect(readingFault({ label: '', value: '3', unit: '' })).toContain('Say what was read');
    const [change] = readingsAct('d1', '2026-05-14T18:20', { label: 'field', value: '112,5', unit: 'V/m' });
    expect(change?.op === 'put' ? change.fields['value'] : null).toBe(112.5);
  });
});

describe('rounds: how fresh a lure is', () => {
  const lure = {
    baitId: 'b1',
    appliedOn: '2026-04-12',
    carrier: 'swabInBag',
    state: 'fresh',
    fraction: 0.82,
    melted: false,
    overdose: false,
    emissionKgPerDay: 5e-6,
    date: '2026-07-01',
    earliest: '2026-05-25',
    latest: null,
    faint: false,
    weighed: 0,
    guessedDays: 0,
  } as const;
  const says = (change: Partial<HangingDto['lure']>): string =>
    lureWords(hanging({ lure: { ...lure, ...change } }), TODAY);

  it('goes by the early end until its carrier was weighed, and says what is guessed', () => {
    expect(says({})).toBe('the lure may be weak by Mon 25 May, 82 % left by rule of thumb');
    expect(says({ weighed: 1 })).toContain('by Wed 1 Jul');
    expect(says({ guessedDays: 9 })).toContain('its weather partly guessed');
    expect(says({ earliest: TODAY })).toContain('may be weak now');
  });

  it('says what is weak, and that a faint one wants more and not a fresh one', () => {
    expect(says({ state: 'spent', fraction: 0.02 })).toBe('the lure is spent, 2 % left');
    expect(says({ faint: true })).toContain('more of it, or another carrier');
    expect(lureWords(hanging(), TODAY)).toBe('no lure is recorded');
  });
});

describe('rounds: a lure weighed', () => {
  it('takes grams, and refuses what is no mass of oil in a sentence', () => {
    const change = weighing('b1', TODAY, '0,35');
    expect(change.op === 'put' ? change.fields['oilMassKg'] : null).toBeCloseTo(0.00035, 9);
    for (const typed of ['', 'half', '-1', '101']) expect(oilFault(typed)).toContain('0 to 100 g');
    expect([oilFault('0'), oilFault('100')]).toEqual([null, null]);
  });
});

describe('rounds: the ribbon', () => {
  it('joins the years of a stay that goes over a new year, each look once', () => {
    const [row] = joined([
      year(stay()),
      year(stay({ visits: [{ id: 'v2', at: '2027-01-03T12:00', scouts: null, occupied: false }] })),
    ]);
    expect(row?.stays.map(({ visits }) => visits.map(({ id }) => id))).toEqual([['v1', 'v2']]);
  });

  it('stands those that need somebody by Friday over those that can wait and those in Stores', () => {
    const list = {
      ...dueList(hanging({ lastVisitOn: TODAY, deploymentId: 'd2', trapId: 't2' }), hanging()),
      free: [
        {
          trapId: 't3',
          number: 'V-03',
          design: 'Tube',
          condition: 'good',
          paintedOn: null,
          darkCombs: 0,
          frames: 8,
          massKg: null,
          says: { hungBy: null, comb: 'none' as const },
        },
      ],
    };
    const heads = ribbonLines([year(stay())], list, 'all', 'metric').flatMap((line) =>
      line.kind === 'head' ? [`${line.name} ${line.count}`] : [],
    );
    expect(heads).toEqual(['Need you by Friday 1', 'Can wait 1', 'In Stores 1']);
    expect(filterCounts(list)).toEqual({ all: 2, friday: 1, scouts: 0, bees: 0, stores: 1 });
  });

  it('a row a site holds every trap that ever hung there, and sites where nothing hangs now', () => {
    const years: RibbonDto = {
      ...year(stay()),
      rows: [
        ...year(stay()).rows,
        {
          ...year().rows[0]!,
          trapId: 't2',
          number: 'V-02',
          stays: [
            stay({ id: 'old', hungOn: '2025-04-01', takenDownOn: '2025-07-01', visits: [], baits: [] }),
            stay({ id: 'else', siteId: 's2', site: 'Sawmill', hungOn: '2025-07-02', takenDownOn: '2025-08-01' }),
          ],
        },
      ],
    };
    const known = ['Old weir', 'Sawmill', 'Ford'].map((site, n) => ({ siteId: `s${n + 1}`, site }));
    const lines = siteLines([years], dueList(hanging()), 'all', known, 'metric');
    expect(lines.map((line) => (line.kind === 'head' ? line.name : `${line.site} ${line.stays.length}`))).toEqual([
      'Need you by Friday',
      'Old weir 2',
      'Nothing hangs there',
      'Ford 0',
      'Sawmill 1',
    ]);
    expect(cellWords(lines[1], '2025-05-01', TODAY)).toBe('Old weir, Thu 1 May 2025: V-02');
    expect(cellWords(lines[1], '2025-12-01', TODAY)).toContain('nothing hung');
  });

  it('a day lies where it is asked for, at every zoom', () => {
    for (const zoom of ['week', 'month', 'season', 'years'] as const) {
      const scale = scaleOf(zoom, '2023-01-01', TODAY, 820);
      for (const date of ['2023-01-01', '2024-02-29', TODAY])
        expect(dateAtX(scale, xOf(scale, date) + scale.dayPx / 2)).toBe(date);
    }
  });

  it('tonight stays where it stands when the zoom changes', () => {
    const season = scaleOf('season', '2023-01-01', TODAY, 820);
    const week = scaleOf('week', '2023-01-01', TODAY, 820);
    const stands = xOf(season, TODAY) + season.dayPx - scrollFor(season, TODAY, 820, null);
    expect(xOf(week, TODAY) + week.dayPx - scrollFor(week, TODAY, 820, stands)).toBeCloseTo(stands, 6);
  });

  it('marks months when they fit and years when nothing else does', () => {
    const words = (dayPx: number): readonly string[] =>
      axisMarks({ dayPx }, '2026-12-20', '2027-02-02').map((mark) => mark.words);
    expect(words(0.5)).toEqual(['2027']);
    expect(words(6)).toContain('January 2027');
    expect(yearsIn('2026-03-01', '2026-08-01', 'S')).toEqual([2025, 2026]);
  });

  it('fades a lure from full as it empties, and knows nothing past what is foretold', () => {
    const bait = { left: [0.9, 0.8, 0.4] };
    expect([0, 1, 2, 3].map((days) => lureAt(bait, days))).toEqual([1, 0.9, 0.8, 0.4]);
    expect(lureAt(bait, 0.5)).toBeCloseTo(0.95, 10);
    expect(lureAt(bait, 99)).toBe(0.4);
    expect(lureAt({ left: [] }, 3)).toBe(0);
    const runs = lureRuns({ left: Array.from({ length: 90 }, (_, n) => 1 - (n + 1) / 90) });
    // One after the other over all days, the strokes ever further apart.
    expect(runs.map(({ fromDay }) => fromDay).slice(1)).toEqual(runs.map(({ toDay }) => toDay).slice(0, -1));
    expect([runs[0]?.fromDay, runs.at(-1)?.toDay]).toEqual([0, 90]);
    const spacings = runs.map(({ spacing }) => spacing);
    expect(spacings).toEqual([...new Set(spacings)].sort((a, b) => a - b));
  });

  it('says what a look in the demo would see, and which step that is', () => {
    expect([0, 2, 8, 90].map((perMin) => stepSeen({ perMin, occupied: false }))).toEqual([
      'none',
      'few',
      'tens',
      'stream',
    ]);
    expect(stepSeen({ perMin: 0, occupied: true })).toBe('movedIn');
    expect(sightWords({ perMin: 0, occupied: false }, 20)).toContain('scouts are home');
    expect(sightWords({ perMin: 0, occupied: true }, 21)).toContain('it hums inside');
    expect(sightWords({ perMin: 1, occupied: false }, 14)).toBe('1 bee a minute at the hole, none with pollen.');
  });

  it('says what a day holds', () => {
    const [, line] = ribbonLines(
      [year(stay({ caught: { id: 'c', foundOn: '2026-05-12', arrivedOn: '2026-05-10', massKg: 1.9 } }))],
      dueList(hanging()),
      'all',
      'metric',
    );
    expect(cellWords(line, '2026-05-08', TODAY)).toBe(
      'V-01, Fri 8 May 2026: Old weir, looked at 18:00: 6 to 15 scouts a minute, lure 4 days old, 88 % left',
    );
    expect(cellWords(line, '2026-05-10', TODAY)).toContain('bees arrived');
    expect(cellWords(line, '2026-05-11', TODAY)).toContain('bees in');
    expect(cellWords(line, '2026-04-01', TODAY)).toContain('hung nowhere');
    expect(cellWords(line, '2026-05-20', TODAY)).toContain('still to come');
  });
});
