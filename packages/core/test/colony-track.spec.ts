import {
  catchStage,
  type ColonyMark,
  colonyTrack,
  type Followup,
  type MarkedStep,
  nextStep,
  planTrack,
  afterCatchPlan,
  type RecordedColony,
  settledOn,
  type TrackState,
  type TrackStep,
} from '@yewridge/core/catches';
import { addDays } from '@yewridge/core/season';

const told = (...lines: readonly (readonly [on: string, kind: Followup['kind']])[]): readonly Followup[] =>
  lines.map(([on, kind]) => ({ on, kind }));

describe('a colony that settles', () => {
  const settled = (followups: readonly Followup[], inTrap = false): string | null =>
    settledOn({ inTrap, since: '2026-05-01', followups });

  it('has eggs and has stood a week since it was hived: a day less is not enough', () => {
    const stageOn = (today: string): string =>
      catchStage({
        inTrap: false,
        since: '2026-05-01',
        today,
        followups: told(['2026-05-03', 'hived'], ['2026-05-06', 'laying']),
      });
    expect(settled(told(['2026-05-03', 'hived'], ['2026-05-06', 'laying']))).toBe('2026-05-10');
    expect([stageOn('2026-05-09'), stageOn('2026-05-10')]).toEqual(['hived', 'settled']);
  });

  it('eggs seen on the seventh day, or later, settle it that day', () => {
    const eggs = (on: string): string | null => settled(told(['2026-05-03', 'hived'], [on, 'laying']));
    expect([eggs('2026-05-09'), eggs('2026-05-10'), eggs('2026-05-11')]).toEqual([
      '2026-05-10',
      '2026-05-10',
      '2026-05-11',
    ]);
  });

  it('counts from the day it was carried where nobody said hived', () => {
    expect(settled(told(['2026-05-02', 'laying']))).toBe('2026-05-08');
  });

  it('never without eggs, and never while the bees are in the trap', () => {
    expect(settled(told(['2026-05-03', 'hived']))).toBeNull();
    expect(settled(told(['2026-05-12', 'laying']), true)).toBeNull();
    const inTrap = {
      inTrap: true,
      since: '2026-05-01',
      today: '2026-06-30',
      followups: told(['2026-05-12', 'laying']),
    };
    expect(catchStage(inTrap)).toBe('inTrap');
  });

  it('eggs of before a new queen say nothing of her', () => {
    const before = told(['2026-05-03', 'hived'], ['2026-05-04', 'laying'], ['2026-05-08', 'requeened']);
    expect(settled(before)).toBeNull();
    expect(settled([...before, ...told(['2026-05-20', 'laying'])])).toBe('2026-05-20');
  });

  it('united or through a winter is settled that day; lost before, or on the day, is not', () => {
    expect(settled(told(['2026-05-03', 'hived'], ['2026-05-05', 'united']))).toBe('2026-05-05');
    expect(settled(told(['2026-05-03', 'hived'], ['2027-03-01', 'overwintered']))).toBe('2027-03-01');
    const lostOn = (on: string): string | null =>
      settled(told(['2026-05-03', 'hived'], ['2026-05-05', 'laying'], [on, 'absconded']));
    expect([lostOn('2026-05-09'), lostOn('2026-05-10'), lostOn('2026-05-11')]).toEqual([null, null, '2026-05-10']);
  });

  it('bees that left and came back begin anew', () => {
    const back = told(
      ['2026-05-03', 'hived'],
      ['2026-05-05', 'laying'],
      ['2026-05-06', 'absconded'],
      ['2026-05-07', 'hived'],
    );
    expect(settled(back)).toBeNull();
    expect(catchStage({ inTrap: false, since: '2026-05-01', today: '2026-05-30', followups: back })).toBe('hived');
  });

  it('is told by what happened last, whatever the order it was written in', () => {
    const stage = (followups: readonly Followup[], inTrap = false): string =>
      catchStage({ inTrap, since: '2026-05-01', today: '2026-05-30', followups });
    expect([stage([], true), stage([])]).toEqual(['inTrap', 'held']);
    expect(stage(told(['2026-05-09', 'died'], ['2026-05-03', 'hived']))).toBe('lost');
    expect(stage(told(['2026-05-12', 'laying'], ['2026-05-03', 'hived']))).toBe('settled');
  });
});

const colony = (change: Partial<RecordedColony> = {}): RecordedColony => ({
  foundOn: '2026-05-13',
  arrivedOn: '2026-05-10',
  lastEmptyOn: '2026-05-08',
  byTrap: true,
  inTrap: true,
  since: '2026-05-13',
  takenDownOn: null,
  rehungOn: null,
  followups: [],
  marks: [],
  plan: [],
  now: '2026-05-14T18:20',
  ...change,
});
const spans = (change: Partial<RecordedColony>): readonly string[] =>
  colonyTrack(colony(change)).spans.map(
    ({ kind, home, from, to }) => `${kind}${home ? ' home' : ''} ${from.slice(5)}–${to.slice(5)}`,
  );
const marked = (change: Partial<RecordedColony>): readonly string[] =>
  colonyTrack(colony(change)).marks.map(({ kind, home, at }) => `${kind}${home ? ' home' : ''} ${at.slice(5)}`);
const done = (code: MarkedStep['code'], at: string | null): MarkedStep => ({ code, state: 'done', at });

describe('a colony along its days', () => {
  it('flies from the trap since the day it moved in; without that day, since some day after the last empty look', () => {
    expect(spans({})).toEqual(['free 05-10–05-14T18:20']);
    expect(spans({ arrivedOn: null })).toEqual(['since 05-08–05-13', 'free 05-13–05-14T18:20']);
    expect(spans({ arrivedOn: null, lastEmptyOn: null })).toEqual(['free 05-13–05-14T18:20']);
    expect(marked({})).toEqual(['movedIn 05-10', 'found 05-13']);
    expect(marked({ arrivedOn: null })).toEqual(['found 05-13']);
  });

  it('what nobody gave a time is not drawn: carried, it was neither shut nor opened on any day', () => {
    const told14 = {
      inTrap: false,
      takenDownOn: '2026-05-13',
      foundOn: '2026-05-11',
      arrivedOn: null,
      lastEmptyOn: null,
    };
    expect(spans(told14)).toEqual(['free 05-11–05-13', 'unsaid home 05-13–05-14T18:20']);
    expect(marked(told14)).toEqual(['found 05-11', 'carried home 05-13']);
    expect(spans({ ...told14, followups: told(['2026-05-14', 'hived']) })).toEqual([
      'free 05-11–05-13',
      'unsaid home 05-13–05-14',
      'stand home 05-14–05-14T18:20',
    ]);
  });

  it('shut from the hour it was closed to the hour it was opened, there or on its stand', () => {
    const closed = done('closeAtDusk', '2026-05-13T21:10');
    expect(spans({ marks: [closed] })).toEqual(['free 05-10–05-13T21:10', 'shut 05-13T21:10–05-14T18:20']);
    expect(spans({ marks: [closed, done('open', '2026-05-14T06:00')] })).toEqual([
      'free 05-10–05-13T21:10',
      'shut 05-13T21:10–05-14T06:00',
      'free 05-14T06:00–05-14T18:20',
    ]);
    const carried = [closed, done('move', '2026-05-13T22:00'), done('open', '2026-05-14T06:00')];
    expect(spans({ inTrap: false, takenDownOn: '2026-05-13', marks: carried })).toEqual([
      'free 05-10–05-13T21:10',
      'shut 05-13T21:10–05-13T22:00',
      'shut home 05-13T22:00–05-14T06:00',
      'stand home 05-14T06:00–05-14T18:20',
    ]);
  });

  it('a step that is moved, skipped, or done at no hour somebody said is no mark', () => {
    const marks: readonly MarkedStep[] = [
      { code: 'closeAtDusk', state: 'moved', at: '2026-05-13T21:10' },
      { code: 'move', state: 'skipped' },
      done('open', null),
    ];
    expect(spans({ marks })).toEqual(['free 05-10–05-14T18:20']);
    expect(marked({ marks })).toEqual(['movedIn 05-10', 'found 05-13']);
  });

  it('ends where it settled or was lost, and says both', () => {
    const hived = {
      inTrap: false,
      takenDownOn: '2026-04-29',
      foundOn: '2026-04-26',
      arrivedOn: null,
      lastEmptyOn: null,
    };
    const kept = { ...hived, since: '2026-04-29', followups: told(['2026-04-29', 'hived'], ['2026-05-10', 'laying']) };
    expect(spans(kept)).toEqual(['free 04-26–04-29', 'stand home 04-29–05-10']);
    expect(marked(kept)).toContain('settled home 05-10');
    const lost = {
      ...hived,
      since: '2026-04-29',
      followups: told(['2026-04-29', 'hived'], ['2026-05-01', 'absconded']),
    };
    expect(spans(lost)).toEqual(['free 04-26–04-29', 'stand home 04-29–05-01']);
    expect(marked(lost)).toContain('lost home 05-01');
    expect(colonyTrack(colony(lost)).settledOn).toBeNull();
  });

  it('bees that left and came back stand on to this day', () => {
    const hived = {
      inTrap: false,
      takenDownOn: '2026-05-01',
      foundOn: '2026-04-28',
      arrivedOn: null,
      lastEmptyOn: null,
    };
    const back = told(['2026-05-01', 'hived'], ['2026-05-03', 'absconded'], ['2026-05-04', 'hived']);
    expect(spans({ ...hived, followups: back }).at(-1)).toBe('stand home 05-01–05-14T18:20');
  });

  it('days that contradict one another are drawn as far as they go forwards', () => {
    const backwards = colonyTrack(colony({ marks: [done('closeAtDusk', '2026-05-09T21:00')] })).spans;
    expect(backwards.map(({ kind }) => kind)).toEqual(['shut']);
    for (const { from, to } of backwards) expect(from < to).toBeTrue();
  });

  it('a hanging swarm is nowhere shut in or free in a trap', () => {
    expect(spans({ byTrap: false, inTrap: false, arrivedOn: null, lastEmptyOn: null })).toEqual([
      'unsaid 05-13–05-14T18:20',
    ]);
    const hived = told(['2026-05-13', 'hived']);
    expect(marked({ byTrap: false, inTrap: false, arrivedOn: null, followups: hived })).toEqual([
      'found home 05-13',
      'carried home 05-13',
      'hived home 05-13',
    ]);
  });

  it('hung again stands at the place it hung, and never at home', () => {
    expect(marked({ inTrap: false, takenDownOn: '2026-05-13', rehungOn: '2026-05-14' })).toContain('rehung 05-14');
  });
});

describe('what the plan of a colony sees', () => {
  const plan = planTrack(
    '2026-05-13',
    afterCatchPlan({
      foundOn: '2026-05-13',
      school: 'sameEvening',
      size: 'medium',
      lat: 47.4,
      lon: 13.2,
      tzOffsetMin: 120,
    }).tasks,
    [],
    '2026-05-13T12:00',
  );
  const ahead = (change: Partial<RecordedColony> = {}): readonly ColonyMark[] =>
    colonyTrack(colony({ now: '2026-05-13T12:00', plan, ...change })).marks.filter(({ expected }) => expected);

  it('is told apart from what happened, in the order of the way', () => {
    const seen = ahead();
    expect(seen.map(({ kind }) => kind)).toEqual(
      jasmine.arrayContaining(['closed', 'carried', 'opened', 'eggs', 'settled']),
    );
    expect(
      seen
        .filter(({ home }) => !home)
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['closed', 'rehung']);
    for (const { at, until } of seen) expect(at <= until).toBeTrue();
  });

  it('leaves out what was recorded, what is late, and everything once the bees are lost', () => {
    expect(ahead({ marks: [done('closeAtDusk', '2026-05-13T11:00')] }).map(({ kind }) => kind)).not.toContain('closed');
    expect(ahead({ followups: told(['2026-05-13', 'absconded']) })).toEqual([]);
    const late = plan.map((step): TrackStep => (step.code === 'open' ? { ...step, state: 'late' } : step));
    expect(ahead({ plan: late }).map(({ kind }) => kind)).not.toContain('opened');
  });

  it('sees it settled a week after it is hived, or once eggs are due, whichever is later', () => {
    const [eggs, hived, settled] = (['eggs', 'hived', 'settled'] as const).map((kind) =>
      ahead().find((mark) => mark.kind === kind)!,
    );
    const week = addDays(hived!.at.slice(0, 10), 7);
    const due = eggs!.until.slice(0, 10);
    expect(settled!.at).toBe(week > due ? week : due);
    // Hived long ago, it waits for eggs alone.
    const old = { followups: told(['2026-05-01', 'hived']), inTrap: false, takenDownOn: '2026-05-01' };
    expect(ahead(old).find(({ kind }) => kind === 'settled')!.at).toBe(due);
    expect(colonyTrack(colony({ plan: [] })).settledOn).toBeNull();
  });

  it('the next step is the first that waits for somebody', () => {
    const step = (state: TrackState): TrackStep => ({ ...plan[0]!, state });
    for (const state of ['late', 'now', 'ahead'] as const)
      expect(nextStep([step('done'), step(state)])?.state).toBe(state);
    expect(nextStep((['done', 'skipped', 'over'] as const).map(step))).toBeNull();
    expect(nextStep([])).toBeNull();
  });
});
