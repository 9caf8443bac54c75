import { blank } from '@yewridge/contract/season';
import type { DueGroup, DueLine } from '../../../shared/season/due-words';
import { type Errand, giveAct, sharedGroups, sharesOf, shareWords } from './errand-words';

const TODAY = '2026-05-14';
const errand = (deploymentId: string, member: string, change: Partial<Errand> = {}): Errand => ({
  id: `e-${deploymentId}`,
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  ...blank('errands', { on: TODAY, deploymentId, memberId: member, memberName: member.toUpperCase() }),
  ...change,
});
const trap = (deploymentId: string, lastVisitOn: string | null = null) => ({ deploymentId, lastVisitOn });
const line = (stayId: string, also = ''): DueLine => ({
  stayId,
  number: stayId,
  site: '',
  design: '',
  when: '',
  why: '',
  also,
  bees: false,
  urgent: false,
  caution: null,
  closed: null,
});
const group = (name: string, ...lines: readonly DueLine[]): DueGroup => ({ name, lines });

describe('a round that is shared out', () => {
  const errands = [
    errand('d1', 'ivo', { note: 'key under the stone' }),
    errand('d2', 'ivo'),
    errand('d3', 'ada'),
    errand('d4', 'ada', { on: '2026-05-13' }),
  ];

  it('is told by member, one’s own first: a stop is done once somebody looked that day', () => {
    const traps = [trap('d1', TODAY), trap('d2', '2026-05-13'), trap('d3', TODAY)];
    const shares = sharesOf(errands, traps, { today: TODAY, me: 'ivo' });
    expect(shares.map(shareWords)).toEqual(['Yours today: 1 of 2 looked at', 'ADA: 1 trap looked at']);
    expect(shares[0]?.note).toBe('key under the stone');
    expect(sharesOf(errands, traps, { today: TODAY, me: null }).map(shareWords)[0]).toBe('ADA: 1 trap looked at');
    expect(sharesOf(errands, traps, { today: '2026-05-15', me: 'ivo' })).toEqual([]);
  });

  it('puts one’s own stops first, says whose the others are, and leaves no group empty', () => {
    const groups = [
      group('Now', line('d1'), line('d3', 'Two people.')),
      group('This week', line('d2')),
      group('When passing', line('d9')),
    ];
    const shares = sharesOf(errands, [], { today: TODAY, me: 'ivo' });
    const shared = sharedGroups(groups, shares);
    expect(shared.map(({ name, lines }) => [name, lines.map(({ stayId }) => stayId)])).toEqual([
      ['Yours today', ['d1', 'd2']],
      ['Now', ['d3']],
      ['When passing', ['d9']],
    ]);
    expect(shared[1]?.lines[0]?.also).toBe('Two people. Given to ADA.');
    expect(shared[0]?.lines[0]?.also).toBe('');
    expect(sharedGroups(groups, [])).toBe(groups);
  });

  it('gives new stops, and moves those that were somebody else’s today', () => {
    const hand = { id: 'ivo', name: 'Ivo', role: 'helper' as const };
    const act = giveAct(['d3', 'd5'], hand, { today: TODAY, note: '  ', known: errands });
    expect(act.says).toBe('2 traps given to Ivo for today');
    const [moved, fresh] = act.changes;
    expect(moved).toEqual(
      jasmine.objectContaining({ id: 'e-d3', revision: 1, only: ['memberId', 'memberName', 'note'] }) as never,
    );
    expect(fresh?.op === 'put' && fresh.fields).toEqual({
      on: TODAY,
      deploymentId: 'd5',
      memberId: 'ivo',
      memberName: 'Ivo',
      note: null,
    });
    // Yesterday's is another day's.
    const [again] = giveAct(['d4'], hand, { today: TODAY, note: 'x', known: errands }).changes;
    expect(again?.revision).toBe(0);
  });
});
