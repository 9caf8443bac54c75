import type { CallTrackRow } from '@yewridge/contract/callouts';
import type { CatchTrackRow } from '@yewridge/contract/catches';
import { axisMarks, xAt, xOf } from '../../../shared/season/day-axis';
import { titleOf } from '../ui/colony-line';
import { sentenceWhen, stepWhen } from '../../../shared/season/step-words';
import { card, NOW, plan, row, told, TODAY, tracked } from '../testing/colonies';
import { inSeason, lastDay, seasonScale, weeksAround } from './track-scale';
import { againWords, aheadWords, byNowWords, colonyGroups, seasonLines, soonSteps, trackAnswer } from './track-words';
import { HOURS, twoNights } from './two-nights';

const half = 'N' as const;
const v11 = card();
const inTrap = row(v11, { planned: plan(v11) });
const kept = (id: string, foundOn: string, massKg: number | null = 1.4) =>
  row(
    card(
      { foundOn, massKg, wentTo: 'West apiary', queen: 'laying' },
      {
        stage: 'settled',
        number: id,
        takenDownOn: foundOn,
        followups: told([foundOn, 'hived'], [foundOn, 'laying']),
      },
    ),
    { now: '2026-12-31T12:00' },
  );
const groups = (rows: readonly CatchTrackRow[], past: number | null = null) =>
  colonyGroups(tracked(...rows), { half, system: 'metric', past }).map(({ id, sub, rows: some }) => [
    id,
    sub,
    some.length,
  ]);

describe('the days along x', () => {
  const scale = weeksAround(TODAY, 784, false);

  it('a day without an hour lies at its noon, an hour where it is', () => {
    expect(xOf(scale, TODAY)).toBe(24 * 16);
    expect([xAt(scale, TODAY), xAt(scale, `${TODAY}T00:00`), xAt(scale, `${TODAY}T18:00`)]).toEqual([392, 384, 396]);
  });

  it('seven weeks around tonight on a sheet, three on a telephone', () => {
    expect([scale.first, lastDay(scale), scale.dayPx]).toEqual(['2026-04-20', '2026-06-07', 16]);
    const phone = weeksAround(TODAY, 336, true);
    expect([phone.first, lastDay(phone), phone.dayPx]).toEqual(['2026-05-03', '2026-05-23', 16]);
  });

  it('another season stands on the same days of its year, on either half of the Earth', () => {
    expect(inSeason(scale, 2025, 'N').first).toBe('2025-04-20');
    expect(inSeason(scale, 2026, 'N')).toBe(scale);
    // The leap day of 2024 moves the same day of the season by a date.
    expect(inSeason(scale, 2024, 'N').first).toBe('2024-04-19');
    const south = weeksAround('2026-11-14', 784, false);
    expect(inSeason(south, 2025, 'S').first).toBe('2025-10-21');
  });

  it('a season is never drawn shorter than seven weeks, and has room at both ends', () => {
    expect(seasonScale([TODAY], 490)).toEqual({ first: '2026-05-08', days: 49, dayPx: 10 });
    const long = seasonScale(['2026-07-20', '2026-04-24', TODAY], 1000);
    expect([long.first, lastDay(long)]).toEqual(['2026-04-18', '2026-07-25']);
  });

  it('marks days where they have room', () => {
    const count = (dayPx: number): number => axisMarks({ dayPx }, '2026-04-20', '2026-06-07').length;
    expect([count(13.9), count(14), count(1.9)]).toEqual([6, 49, 0]);
  });
});

describe('the track: what stands where', () => {
  it('bees in a trap come first, whatever is done next with others, and whatever their season', () => {
    const carried = card({ foundOn: '2026-05-08' }, { stage: 'hived', number: 'V-14', takenDownOn: '2026-05-11' });
    const hand = colonyGroups(tracked(row(carried, { planned: plan(carried) }), inTrap), {
      half,
      system: 'metric',
      past: null,
    })[0]!;
    expect(hand.rows.map(({ number }) => number)).toEqual(['V-11', 'V-14']);
    expect(groups([row(card({ foundOn: '2025-07-30' }))])).toEqual([['hand', '', 1]]);
  });

  it('this season by what became of them, and another only where it is asked for', () => {
    const lost = row(
      card(
        { foundOn: '2026-05-02' },
        { stage: 'lost', takenDownOn: '2026-05-04', followups: told(['2026-05-06', 'absconded', 'midday sun']) },
      ),
    );
    const all = [
      inTrap,
      kept('V-02', '2026-04-30'),
      lost,
      kept('V-09', '2025-06-07'),
      kept('V-10', '2025-05-13'),
    ] as const;
    expect(groups([...all])).toEqual([
      ['hand', '', 1],
      ['settled', '', 1],
      ['lost', '', 1],
    ]);
    expect(groups([...all], 2025).at(-1)).toEqual([
      'past',
      'the same days: 2 of 2 settled; by 14 May 1 had come, this season 3',
      2,
    ]);
    expect(groups([...all], 2024).at(-1)).toEqual(['past', 'no catch', 0]);
    expect(groups([...all], 2026).map(([id]) => id)).not.toContain('past');
  });

  it('says what each row waits for, or came to', () => {
    const next = (one: CatchTrackRow) =>
      colonyGroups(tracked(one), { half, system: 'metric', past: null })[0]!.rows[0]!.next;
    expect(next(inTrap)).toEqual({
      head: 'Until 21:06',
      sub: 'Look whether bees are still in',
      presses: false,
    });
    expect(next(kept('V-02', '2026-05-01'))).toEqual({ head: 'Settled 8 May', sub: 'West apiary', presses: false });
    const died = card({}, { stage: 'lost', followups: told(['2026-05-13', 'died']) });
    expect(next(row(died))).toEqual({ head: 'Died out 13 May', sub: '', presses: true });
    expect(next(row(card()))).toEqual({ head: 'Still in the trap', sub: 'found yesterday', presses: true });
  });

  it('no day stands in the words of a step that has none', () => {
    expect(aheadWords(row(card()), TODAY)).toBe('');
    expect(aheadWords(inTrap, TODAY)).toMatch(/^opens .*, eggs .*, into \d+ frames /);
    expect(againWords(row(card())).words).toBe('');
  });

  it('a trap hung again within two months is said; later it is another season’s', () => {
    const down = card({}, { stage: 'hived', takenDownOn: '2026-03-15' });
    const again = (rehungOn: string): string => againWords(row(down, { rehungOn })).words;
    expect([again('2026-05-14'), again('2026-05-15')]).toEqual(['trap hung again 14 May', '']);
  });
});

describe('the track: colonies of call-outs', () => {
  const step = (code: 'rest' | 'restraintOut' | 'release', start: string, state: 'now' | 'ahead' | 'late') => ({
    code,
    start,
    end: `${start.slice(0, 11)}23:00`,
    startMin: 0,
    endMin: 0,
    reason: '',
    state,
    shiftedDays: 0,
  });
  const call = (change: Partial<CallTrackRow> = {}): CallTrackRow => ({
    id: 'k1',
    place: 'Churchyard',
    kind: 'hangingSwarm',
    state: 'resting',
    calledAt: `${TODAY}T15:00`,
    plannedFor: null,
    ask: null,
    steps: [step('release', '2026-05-15T05:30', 'ahead')],
    restraint: null,
    track: { spans: [], marks: [], settledOn: '2026-05-24' },
    wentTo: 'West apiary',
    takenOn: TODAY,
    catchId: null,
    ...change,
  });
  const hand = (calls: readonly CallTrackRow[], ...rows: readonly CatchTrackRow[]) =>
    colonyGroups({ ...tracked(...rows), calls }, { half, system: 'metric', past: null })[0]!.rows;

  it('stand among those in hand, after bees that still hang in a trap, with the link to their call', () => {
    const rows = hand([call()], inTrap);
    expect(rows.map(({ number, place }) => [number, place])).toEqual([
      ['V-11', 'Lower orchard'],
      ['swarm', 'Churchyard'],
    ]);
    expect(rows[1]!.link).toEqual(['/', 'catches', 'calls', 'k1']);
    expect(rows[1]!.next).toEqual({ head: 'Tomorrow, 05:30', sub: 'Let them fly', presses: false });
    expect([rows[1]!.under, rows[1]!.below]).toEqual(['now West apiary', 'settled about 24 May']);
    expect(rows[1]!.soon).toEqual([{ name: 'Let them fly', when: 'Tomorrow, 05:30' }]);
  });

  it('a cage says by when it has to be out, and presses once that is over', () => {
    const [ahead] = hand([call({ restraint: { by: '2026-05-17T18:00', over: false } })]);
    expect(ahead!.again).toEqual({ words: 'cage or excluder OUT by Sun 17 May, 18:00', late: false });
    const [late] = hand([
      call({
        restraint: { by: '2026-05-13T18:00', over: true },
        steps: [step('restraintOut', '2026-05-13T11:00', 'late')],
      }),
    ]);
    expect([late!.again.late, late!.next.presses]).toEqual([true, true]);
  });

  it('a catch that came by a call-out stands once, on the line of its call', () => {
    const caught = row(card({}, { stage: 'hived', number: null, calloutId: 'k1' }));
    const mine = call({ state: 'reunited', catchId: caught.card.caught.id });
    expect(hand([mine], caught).map(({ id }) => id)).toEqual(['k1']);
    expect(hand([call({ catchId: 'another' })], caught).length).toBe(2);
  });

  it('what is next of them is said in the head when it comes first', () => {
    const said = (calls: readonly CallTrackRow[], ...rows: readonly CatchTrackRow[]): string =>
      trackAnswer({ ...tracked(...rows), calls }, half);
    expect(said([call()])).toBe('Let them fly, Churchyard, tomorrow at 05:30');
    expect(said([call()], inTrap)).toBe('V-11 closes at 21:06; look into it first');
    expect(said([call({ steps: [] })])).toBe('0 catches this season; no bees wait for you');
  });
});

describe('the track: one sentence for the head', () => {
  it('a trap to be looked into is said with the hour it closes', () => {
    expect(trackAnswer(tracked(inTrap), half)).toBe('V-11 closes at 21:06; look into it first');
  });

  it('else what is next, or how the season stands', () => {
    expect(trackAnswer(tracked(), half)).toBe('No catch yet');
    // No place, no plan: the bees are in it all the same.
    expect(trackAnswer(tracked(row(card())), half)).toBe('Bees are in V-11');
    expect(trackAnswer(tracked(kept('V-02', '2026-04-30')), half)).toBe('1 catch this season; no bees wait for you');
    const carried = card({ foundOn: '2026-05-08' }, { stage: 'hived', number: 'V-14', takenDownOn: '2026-05-11' });
    const feed = plan(carried).steps.map((step) => ({
      ...step,
      state: step.code === 'feed' ? ('now' as const) : ('done' as const),
      ...(step.code === 'feed' ? { end: '2026-05-14T20:33' } : {}),
    }));
    expect(trackAnswer(tracked(row(carried, { planned: { ...plan(carried), steps: feed } })), half)).toBe(
      'Feed V-14 until 20:33',
    );
  });

  it('an hour in a sentence, or at the head of a line', () => {
    const step = (start: string, end: string, state: 'ahead' | 'now' | 'late' = 'ahead') => ({ start, end, state });
    const both = (one: ReturnType<typeof step>): readonly string[] => [sentenceWhen(one, TODAY), stepWhen(one, TODAY)];
    expect(both(step('2026-05-14T16:59', '2026-05-14T18:00'))).toEqual(['at 16:59', 'Today, 16:59']);
    expect(both(step('2026-05-14T17:00', '2026-05-14T18:00'))).toEqual(['at 17:00', 'Tonight, 17:00']);
    expect(both(step('2026-05-15T05:31', '2026-05-15T07:01'))).toEqual(['tomorrow at 05:31', 'Tomorrow, 05:31']);
    expect(both(step('2026-05-16T05:30', '2026-05-16T07:30'))).toEqual(['on Sat 16 May at 05:30', 'Sat 16 May, 05:30']);
    expect(both(step('2026-05-13T10:00', '2026-05-14T21:06', 'now'))).toEqual(['until 21:06', 'Until 21:06']);
    expect(both(step('2026-05-09T09:00', '2026-05-11T18:00', 'late'))).toEqual([
      'late since Mon 11 May',
      'Late since Mon 11 May',
    ]);
    expect(stepWhen(step('2027-01-03T09:00', '2027-01-03T18:00'), TODAY)).toBe('3 Jan 2027, 09:00');
  });

  it('compares with the seasons before up to the same day', () => {
    expect(byNowWords(tracked(inTrap), half)).toBe('');
    const years = tracked(inTrap, kept('a', '2025-05-14'), kept('b', '2025-05-15'), kept('c', '2024-07-01'));
    expect(byNowWords(years, half)).toBe(
      'By 14 May 1 swarm had come this season; by that day 1 in 2025 and 0 in 2024.',
    );
  });

  it('adds up only what was weighed, and says of how many', () => {
    const kgOf = (...masses: readonly (number | null)[]): readonly string[] =>
      seasonLines(tracked(...masses.map((kg, n) => kept(`k${n}`, '2026-05-01', kg))), half, 'metric').map(
        ({ count, kg }) => `${count}: ${kg}`,
      );
    expect(kgOf(1.4, 2.1)).toEqual(['2 so far: 3.5 kg']);
    expect(kgOf(1.4, null)).toEqual(['2 so far: 1.4 kg of 1 weighed']);
    expect(kgOf(null)).toEqual(['1 so far: ']);
  });
});

describe('the next two nights', () => {
  const planned = plan(v11);
  const drawn = twoNights(planned, NOW, tracked().nights)!;

  it('shows every place the trap is at, in the order of the way, without a gap', () => {
    expect([...new Set(drawn.bars.map(({ lane }) => lane))]).toEqual(['tree', 'shade', 'home']);
    drawn.bars.slice(1).forEach((bar, n) => {
      expect(bar.from).toBe(drawn.bars[n]!.to);
    });
    expect([drawn.bars[0]!.from, drawn.bars.at(-1)!.to]).toEqual([0, HOURS]);
    expect(drawn.bars.map(({ kind }) => kind)).toEqual(['free', 'shut', 'shut', 'shut', 'stand']);
  });

  it('begins at the full hour, and nothing lies outside its 40 hours', () => {
    expect(drawn.hour).toBe(18);
    expect(drawn.now).toBeCloseTo(20 / 60, 9);
    for (const { from, to } of [...drawn.bars, ...drawn.steps, ...drawn.nights]) {
      expect(from >= 0 && to <= HOURS && from < to).toBeTrue();
    }
    expect(drawn.ticks.map(({ words }) => words)).toEqual(['Fri 15 May', '06', '12', '18', 'Sat 16 May', '06']);
  });

  it('a trap that is closed is not free, and steps that are done are not drawn as work', () => {
    const late = plan(v11, [{ code: 'closeAtDusk', state: 'done', at: '2026-05-14T17:50' }]);
    const after = twoNights(late, NOW, [])!;
    expect(after.bars[0]!.kind).toBe('shut');
    expect(after.steps.map(({ code }) => code)).not.toContain('closeAtDusk');
  });

  it('is not drawn where nothing of the way lies in it, nor for bees that hang in no trap', () => {
    const over = plan(v11, [], '2026-05-10T08:00');
    expect(twoNights(over, '2026-05-10T08:00', [])).toBeNull();
    expect(twoNights({ ...planned, way: 'branch' }, NOW, [])).toBeNull();
  });

  it('as a list: what waits till the day after tomorrow, and nothing that is done', () => {
    const soon = soonSteps(plan(v11, [{ code: 'closeAtDusk', state: 'done', at: '2026-05-14T17:50' }]), TODAY);
    expect(soon.length).toBeGreaterThan(2);
    for (const { state, start } of soon) expect([state !== 'done', start <= '2026-05-16T24']).toEqual([true, true]);
  });
});

describe('a mark of the track', () => {
  it('says its day, its hour where one was said, and that it is only expected', () => {
    const mark = { kind: 'opened', home: true, expected: false } as const;
    expect(titleOf({ ...mark, at: '2026-05-16', until: '2026-05-16' })).toBe('Sat 16 May: opened');
    expect(titleOf({ ...mark, at: '2026-05-16T05:30', until: '2026-05-16T05:30' })).toBe('Sat 16 May, 05:30: opened');
    expect(titleOf({ ...mark, kind: 'eggs', expected: true, at: '2026-05-19T11:00', until: '2026-05-22T15:00' })).toBe(
      'Tue 19 May, 11:00 to Fri 22 May: eggs seen, expected',
    );
  });
});
