import { callColony, type CallColony, callTrack, reuniteOf } from '@yewridge/core/callouts';
import { callRow, collectionRow } from './call-rows.js';

const PLACE = { lat: 47.4, lon: 13.2, tzOffsetMin: 120, forecast: [] } as const;
const NOW = '2026-05-15T09:00';

/** A swarm that was shaken into a box on the evening before, with its steps. */
function colony(
  call: Partial<CallColony['call']> = {},
  {
    rested = null,
    now = NOW,
    done = [],
  }: { rested?: string | null; now?: string; done?: readonly (readonly ['release', string])[] } = {},
) {
  const row = callRow({
    kind: 'hangingSwarm',
    state: 'resting',
    startedAt: '2026-05-14T18:20:00',
    stoppedAt: '2026-05-14T18:50:30',
    ...call,
  });
  const taken = collectionRow({ queen: 'seen', leftBehind: 'none', boxAtRestAt: rested });
  const plan = reuniteOf({ call: row, taken, pieces: [], signs: [], now }, PLACE, 'walkUp')!;
  const marks = done.map(([code, doneAt]) => ({ code, state: 'done' as const, doneAt }));
  const steps = callTrack(plan, { call: row, marks, now });
  return callColony({ call: { ...row, calledAt: '2026-05-14T17:40', ...call }, taken, steps, now });
}
const said = ({ spans }: ReturnType<typeof colony>): readonly string[] =>
  spans.map(({ kind, home, from, to }) => `${kind}${home ? ' there' : ''} ${from} ${to}`);
const marked = ({ marks }: ReturnType<typeof colony>, expected: boolean): readonly string[] =>
  marks.filter((mark) => mark.expected === expected).map(({ kind, at }) => `${kind} ${at}`);

describe('a colony of a call-out along its days', () => {
  it('hangs from the call on, is shut from the last bee on, and rests where its box was carried', () => {
    expect(said(colony({}, { rested: '2026-05-14T20:10' })).slice(0, 3)).toEqual([
      'unsaid 2026-05-14T17:40 2026-05-14T18:50',
      'shut 2026-05-14T18:50 2026-05-14T20:10',
      `shut there 2026-05-14T20:10 ${NOW}`,
    ]);
  });

  it('a box that stays where it was filled is drawn there', () => {
    const track = colony();
    expect(track.spans.every(({ home }) => !home)).toBeTrue();
    expect(track.marks.every(({ home }) => !home)).toBeTrue();
  });

  it('what was recorded is told apart from what its steps expect', () => {
    const before = colony({}, { rested: '2026-05-14T20:10' });
    expect(marked(before, false)).toEqual([
      'found 2026-05-14T17:40',
      'closed 2026-05-14T18:50',
      'carried 2026-05-14T20:10',
    ]);
    expect(marked(before, true).map((mark) => mark.split(' ')[0])).toEqual(['opened', 'eggs']);
    const after = colony({ joinedAt: '2026-05-15T07:00', eggsSeenOn: '2026-05-24' }, { rested: '2026-05-14T20:10' });
    expect(marked(after, false).map((mark) => mark.split(' ')[0])).toEqual([
      'found',
      'closed',
      'carried',
      'hived',
      'eggs',
    ]);
    expect(marked(after, true).map((mark) => mark.split(' ')[0])).not.toContain('eggs');
  });

  it('once let out they stand open, and nobody expects it any more', () => {
    const open = colony(
      { joinedAt: '2026-05-15T07:00' },
      { rested: '2026-05-14T20:10', done: [['release', '2026-05-15T08:00']] },
    );
    expect(said(open)).toContain('shut there 2026-05-14T20:10 2026-05-15T08:00');
    expect(said(open)).toContain(`stand there 2026-05-15T08:00 ${NOW}`);
    expect(marked(open, true)).not.toContain('opened 2026-05-15T08:00');
  });

  it('is expected until its eggs may be seen, and settled on the last day of that', () => {
    const track = colony({}, { rested: '2026-05-14T20:10' });
    const ahead = track.spans.find(({ kind }) => kind === 'expected')!;
    const eggs = track.marks.find(({ kind, expected }) => kind === 'eggs' && expected)!;
    expect(ahead.to).toBe(eggs.until);
    expect(ahead.from >= NOW).toBeTrue();
    expect(track.settledOn).toBe(eggs.until.slice(0, 10));
    expect(colony({ eggsSeenOn: '2026-05-24' }).settledOn).toBe('2026-05-24');
  });

  it('no span runs backwards, whatever was typed', () => {
    const odd = colony({ eggsSeenOn: '2026-05-01' }, { rested: '2026-05-14T18:00' });
    expect(odd.spans.every(({ from, to }) => from < to)).toBeTrue();
  });
});
