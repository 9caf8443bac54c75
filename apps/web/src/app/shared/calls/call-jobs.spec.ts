import type { CallDto } from '@yewridge/contract/callouts';
import { blank, type Fields } from '@yewridge/contract/season';
import { callJobs } from './call-jobs';

const META = { id: 'x', revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const job = (
  taken: Partial<Fields<'collections'>> = {},
  call: Partial<Fields<'callouts'>> = {},
  sucked = true,
): CallDto => ({
  call: {
    ...META,
    ...blank('callouts', {
      calledAt: '2026-05-14T09:00',
      place: 'Mill',
      kind: 'structure',
      poison: 'no',
      permission: 'granted',
      state: 'settled',
      ...call,
    }),
  },
  collection: {
    ...META,
    ...blank('collections', {
      calloutId: 'x',
      rigId: 'loft',
      bees: 9000,
      beesBasis: 'weighed',
      dead: 60,
      speedMps: 4.2,
      speedKind: 'arrival',
      speedBasis: 'measured',
      ...taken,
    }),
  },
  spells: sucked ? [{ ...META, ...blank('spells', { collectionId: 'x', startedAt: '2026-05-14T10:00:00' }) }] : [],
  pieces: [],
  signs: [],
  tasks: [],
  where: null,
});

describe('jobs that call-outs have written themselves', () => {
  it('count with their speed and their dead by suction, of the day of the work', () => {
    const [one] = callJobs([job({}, { startedAt: '2026-05-15T10:00:00' })], 'loft');
    expect(one).toEqual(jasmine.objectContaining({ day: '2026-05-15', place: 'Mill', why: null }));
    expect(one!.row).toEqual({ speedKind: 'arrival', speed: 4.2, dead: 51, total: 9000 });
  });

  it('say what they lack', () => {
    expect(callJobs([job({ dead: null })], 'loft')[0]!.why).toBe('the dead were not counted');
    expect(callJobs([job({ speedMps: null, beesBasis: 'guess' })], 'loft')[0]!.why).toContain(
      'how fast they landed is not said; the bees',
    );
    const nozzle = callJobs([job({ speedKind: 'nozzle' })], 'loft')[0]!;
    expect([nozzle.row, nozzle.why]).toEqual([null, 'its speed is of the nozzle, not of the landing']);
  });

  it('are of this rig, sucked, and opened', () => {
    expect(callJobs([job()], 'orchard')).toEqual([]);
    expect(callJobs([job({}, {}, false)], 'loft')).toEqual([]);
    expect(callJobs([job({}, { state: 'resting' })], 'loft')).toEqual([]);
    expect(callJobs([{ ...job(), collection: null }], 'loft')).toEqual([]);
  });
});
