import { parentPort, workerData } from 'node:worker_threads';
import type { Rig } from '@yewridge/core/suction';
import { callRig } from '@yewridge/core/field';
import type { RigAsked } from './rig-thread.js';

/** The thread that works out what work needs of some rigs: a second or two in which nobody else is to wait. */
const asked = workerData as readonly RigAsked[];
parentPort?.postMessage(asked.map(({ id, rig }) => callRig(id, rig satisfies Rig)));
