import type { ActDto, RecordDto } from '@yewridge/contract/season';
import { binned, changed, made } from '../season/records-api';
import { asTold } from './as-told';

const META = { createdAt: '', updatedAt: '', deletedAt: null };
const site = (name: string, revision = 1, more: object = {}): RecordDto<'sites'> =>
  ({ ...META, id: 's1', revision, name, permission: 'unknown', notes: null, ...more }) as unknown as RecordDto<'sites'>;
const act = (...changes: ActDto['changes']): ActDto => ({ says: 'x', changes });
const told = (
  rows: readonly RecordDto<'sites'>[],
  waiting: readonly ActDto[],
  known: readonly RecordDto<'sites'>[] = [],
) => asTold('sites', rows, { made: known, waiting });

describe('records as they will be once everything is kept', () => {
  it('are what the server has while nothing waits', () => {
    expect(told([site('Weir')], [])).toEqual([site('Weir')]);
  });

  it('take what is meant by a change that waits, and leave the rest as the server has it', () => {
    const change = changed('sites', site('Weir'), { name: 'Old weir' });
    const [row] = told([site('Weir', 1, { notes: 'by another' })], [act(change)]);
    expect([row!.name, row!.notes, row!.revision]).toEqual(['Old weir', 'by another', 2]);
  });

  it('a new record is there before the server knows it, and its next change names the revision it will have', () => {
    const fresh = made('sites', { name: 'New', permission: 'unknown' });
    const [row] = told([], [act(fresh)]);
    expect([row!.id, row!.name, row!.revision]).toEqual([fresh.id, 'New', 1]);
    const [again] = told([], [act(fresh), act(changed('sites', row!, { notes: 'n' }))]);
    expect([again!.notes, again!.name, again!.revision]).toEqual(['n', 'New', 2]);
  });

  it('what goes into the bin is gone, and what comes out of it is back', () => {
    expect(told([site('Weir')], [act(binned('sites', { id: 's1', revision: 1 }))])).toEqual([]);
    const back = act({ op: 'restore', table: 'sites', id: 's1', revision: 2 });
    expect(told([site('Weir')], [act(binned('sites', { id: 's1', revision: 1 })), back]).length).toBe(1);
  });

  it('what an earlier act came to counts until the view has it, and an older one never', () => {
    expect(told([site('Weir')], [], [site('Old weir', 2)]).map(({ name }) => name)).toEqual(['Old weir']);
    expect(told([site('By another', 3)], [], [site('Old weir', 2)]).map(({ name }) => name)).toEqual(['By another']);
    expect(told([site('Weir')], [], [site('Weir', 2, { deletedAt: 'now' })])).toEqual([]);
  });

  it('changes of other tables change nothing', () => {
    const other = made('owners', { name: 'A neighbour' });
    expect(told([site('Weir')], [act(other)])).toEqual([site('Weir')]);
  });
});
