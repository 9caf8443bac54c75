import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { type Design, startingPoint } from '@yewridge/core/bench';
import type { KeptDto } from '@yewridge/contract/shared';
import { Observable } from 'rxjs';
import type { WorkerSays } from '../../../shared/streams/in-worker';
import { cut, type CuttingKind, type CuttingRun } from '../data/cutting-run';

const KEPT = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null } as const;

export const goods = (id: string, change: Partial<Fields<'goods'>> = {}): RecordDto<'goods'> => ({
  ...KEPT,
  id,
  ...blank('goods', {
    kind: 'board',
    name: id,
    count: 0,
    priceEach: 12,
    lengthM: 2.4,
    widthM: 0.25,
    thicknessM: 0.01905,
    sold: true,
    ...change,
  }),
});
export const ply = (change: Partial<Fields<'goods'>> = {}): RecordDto<'goods'> =>
  goods('ply', {
    kind: 'sheet',
    name: 'Ply 12',
    lengthM: 2.5,
    widthM: 1.25,
    thicknessM: 0.012,
    priceEach: 38,
    ...change,
  });
export const batch = (id: string, change: Partial<Fields<'batches'>> = {}): RecordDto<'batches'> => ({
  ...KEPT,
  id,
  ...blank('batches', { name: 'Winter', lines: 'nuc:2', ...change }),
});
export const nuc: KeptDto<Design> = { ...KEPT, id: 'nuc', document: startingPoint('single-nuc') };
export const nucs: KeptDto<Design> = { ...KEPT, id: 'nucs', document: startingPoint('two-nucs') };

/** Plans at once or when told, and remembers what was asked and called off. */
export class DeskOfTest {
  readonly asked: CuttingRun[] = [];
  readonly calledOff: CuttingKind[] = [];
  held = false;

  run(kind: CuttingKind, ask: CuttingRun['ask']): Observable<WorkerSays<unknown>> {
    const run = { kind, ask } as CuttingRun;
    this.asked.push(run);
    return new Observable((listener) => {
      let done = false;
      if (this.held) listener.next({ kind: 'progress', done: 1, of: 3 });
      else {
        done = true;
        listener.next({ kind: 'answer', answer: cut(run, () => undefined) });
        listener.complete();
      }
      return () => {
        if (!done) this.calledOff.push(kind);
      };
    });
  }
}
