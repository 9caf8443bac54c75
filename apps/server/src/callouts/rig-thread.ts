import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import type { CallRigDto } from '@yewridge/contract/callouts';
import type { Rig } from '@yewridge/core/suction';

export interface RigAsked {
  readonly id: string;
  readonly rig: Rig;
}
/** What work needs of some rigs, by their ids. */
export type RigReader = (asked: readonly RigAsked[]) => Promise<ReadonlyMap<string, CallRigDto>>;

/** Works them out in a thread of its own, which ends with its answer. */
export function rigReader(module: URL = new URL('./rig-worker.js', import.meta.url)): RigReader {
  return async (asked) => {
    if (asked.length === 0) return new Map();
    const thread = new Worker(module, { workerData: asked });
    // A program that is told to stop does not wait for it.
    thread.unref();
    const [told] = (await once(thread, 'message')) as [readonly CallRigDto[]];
    return new Map(told.map((rig) => [rig.id, rig]));
  };
}
