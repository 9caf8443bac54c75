import { type ActDto, blank, type RecordDto } from '@yewridge/contract/season';
import type { ApiFailure } from '../http/api-failure';
import { changed, made } from '../season/records-api';
import { asksSame, chosen, metAct, type MetAct, restsOn } from './met-act';
import { bothSaid } from './met-words';

const LOOK = {
  id: 'v',
  revision: 1,
  deploymentId: 'd',
  at: '2026-05-14T18:20',
  scoutsPerMin: 3,
  notes: 'quiet',
} as unknown as RecordDto<'visits'>;
const NOW = { ...LOOK, revision: 4, scoutsPerMin: 12, notes: 'a stream' };
const act: ActDto = {
  says: 'V-07: none',
  changes: [
    { op: 'delete', table: 'photos', id: 'p', revision: 1 },
    changed('visits', LOOK, { scoutsPerMin: 0, notes: 'dead', pollen: true }),
  ],
};
const failure = (paths: readonly string[]): ApiFailure => ({
  code: 'REVISION_CONFLICT',
  message: 'x',
  fields: paths.map((path) => ({ path, message: 'y' })),
  current: NOW,
});
const met = metAct('a', act, failure(['changes[1].fields.scoutsPerMin', 'changes[1].fields.notes'])) as MetAct;

describe('an act that met another’s change', () => {
  it('names the change, and the fields of which two things were said', () => {
    expect([met.table, met.place, met.fields]).toEqual(['visits', 1, ['scoutsPerMin', 'notes']]);
  });

  it('is none where it was refused for anything else, or no field is named', () => {
    expect(metAct('a', act, { ...failure(['changes[1].fields.notes']), code: 'RULE' })).toBeNull();
    expect(metAct('a', act, failure([]))).toBeNull();
    expect(metAct('a', act, failure(['changes[0].fields.notes']))).toBeNull();
    expect(metAct('a', act, { ...failure(['changes[1].fields.notes']), current: null })).toBeNull();
  });

  it('with the keeper’s own values is put upon what is there, all it means and no more', () => {
    const [first, second] = chosen(met, 'mine')[0]?.changes ?? [];
    expect(first).toEqual(act.changes[0]);
    expect(second).toEqual(
      jasmine.objectContaining({ revision: 4, only: ['scoutsPerMin', 'notes', 'pollen'] }) as never,
    );
    const fields = second?.op === 'put' ? second.fields : {};
    expect([fields['scoutsPerMin'], fields['notes'], fields['pollen'], fields['at']]).toEqual([
      0,
      'dead',
      true,
      '2026-05-14T18:20',
    ]);
  });

  it('with what is there leaves those fields alone, and still does the rest', () => {
    const [, second] = chosen(met, 'other')[0]?.changes ?? [];
    const fields = second?.op === 'put' ? second.fields : {};
    expect([fields['scoutsPerMin'], fields['notes'], fields['pollen']]).toEqual([12, 'a stream', true]);
  });

  it('of which nothing is left is not sent', () => {
    const alone: ActDto = { says: 'x', changes: [changed('visits', LOOK, { notes: 'dead' })] };
    const one = metAct('b', alone, failure(['changes[0].fields.notes'])) as MetAct;
    expect(chosen(one, 'other')).toEqual([]);
    expect(chosen(one, 'mine')[0]?.changes.length).toBe(1);
  });

  describe('of one swarm that was logged twice', () => {
    const there = {
      id: 'c1',
      revision: 2,
      ...blank('catches', { deploymentId: 'd', foundOn: '2026-05-13', massKg: 1.9 }),
    };
    const caught = made('catches', { deploymentId: 'd', foundOn: '2026-05-14', massKg: 2.1, queen: 'laying' });
    const seen = made('visits', { deploymentId: 'd', at: '2026-05-14T18:20', occupied: true });
    const first: ActDto = { says: 'V-07: bees are in', changes: [seen, caught] };
    const later: ActDto = {
      says: 'eggs',
      changes: [made('followups', { catchId: caught.id, on: '2026-05-20', kind: 'laying' })],
    };
    const other: ActDto = { says: 'a look', changes: [made('visits', { deploymentId: 'x', at: '2026-05-20T10:00' })] };
    const asked = { ...failure([]), code: 'SAME_SWARM', current: there } as ApiFailure;
    const same = metAct('a', first, asked) as MetAct;

    it('asks whether it is the same, and what rests on it waits', () => {
      expect([asksSame(same), same.place, asksSame(met)]).toEqual([true, 1, false]);
      expect([restsOn(later, first), restsOn(other, first)]).toEqual([true, false]);
    });

    it('the same: what the other did not say is added to it, the rest is done, what rests on it follows', () => {
      const [act1, act2] = chosen({ ...same, after: [later] }, 'mine');
      expect(act1?.changes[0]).toEqual(seen);
      expect(act1?.changes[1]).toEqual(jasmine.objectContaining({ id: 'c1', revision: 2, only: ['queen'] }) as never);
      const fields = act1?.changes[1]?.op === 'put' ? act1.changes[1].fields : {};
      expect([fields['massKg'], fields['foundOn'], fields['queen']]).toEqual([1.9, '2026-05-13', 'laying']);
      const step = act2?.changes[0];
      expect(step?.op === 'put' && step.fields['catchId']).toBe('c1');
    });

    it('another: it is let go', () => {
      expect(chosen({ ...same, after: [later] }, 'other')).toEqual([]);
    });
  });

  it('a step that both marked otherwise is put upon the one that is there, or left as it is', () => {
    const there = {
      id: 's1',
      revision: 1,
      ...blank('steps', { catchId: 'c', code: 'closeAtDusk', state: 'done', at: '2026-05-13T21:00' }),
    };
    const mine = made('steps', { catchId: 'c', code: 'closeAtDusk', state: 'skipped', reason: 'rain' });
    const one = metAct(
      'b',
      { says: 'x', changes: [mine] },
      { ...failure(['changes[0].fields.state']), current: there },
    ) as MetAct;
    expect(chosen(one, 'other')).toEqual([]);
    const [again] = chosen(one, 'mine');
    expect(again?.changes[0]).toEqual(jasmine.objectContaining({ id: 's1', revision: 1 }) as never);
    const change = again?.changes[0];
    expect(change?.op === 'put' && [change.fields['state'], change.fields['reason'], change.fields['at']]).toEqual([
      'skipped',
      'rain',
      null,
    ]);
  });

  it('is shown field by field, as a keeper reads it', () => {
    expect(bothSaid(met, 'metric')).toEqual([
      { name: 'scouts a minute', mine: '0', there: '12' },
      { name: 'notes', mine: 'dead', there: 'a stream' },
    ]);
    const emptied = { ...met, fields: ['notes'], current: { ...NOW, notes: null } as never };
    expect(bothSaid(emptied, 'metric')[0]?.there).toBe('nothing');
  });
});
