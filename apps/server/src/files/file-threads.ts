import { Worker } from 'node:worker_threads';
import type { FileProgressDto } from '@yewridge/contract/files';
import type { FileJob, FileOrder, FileWord } from './file-job.js';

/** MB that a thread may use for what it reads. */
const MEMORY_MB = 1024;
/** A thread that has nothing to do ends after a while: the next file of the same sitting need not wait for a new one. */
const IDLE_MS = 60_000;

/** How a thread ended without an answer. */
export class ThreadEnded extends Error {
  constructor(readonly why: 'late' | 'memory' | 'unknown') {
    super(`the thread of a file ended: ${why}`);
  }
}

export interface JobHooks {
  readonly onProgress: (progress: FileProgressDto) => void;
  /** Waits until nobody else writes; answers how to give that back. */
  readonly turn: () => Promise<() => void>;
  readonly longestMs: number;
  readonly gone: AbortSignal;
}

/** Threads that read files. */
export class FileThreads {
  readonly #idle: Worker[] = [];

  constructor(private readonly module: URL = new URL('./file-worker.js', import.meta.url)) {}

  /** Does a job in a thread of its own. @throws ThreadEnded, or the reason that whoever asked has gone. */
  async run(job: FileJob, { onProgress, turn, longestMs, gone }: JobHooks): Promise<FileWord> {
    const thread =
      this.#idle.pop() ?? new Worker(this.module, { resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB } });
    thread.ref();
    let giveBack = (): void => undefined;
    let why: ThreadEnded['why'] = 'unknown';
    const end = (): void => void thread.terminate();
    const timer = setTimeout(() => {
      why = 'late';
      end();
    }, longestMs);
    gone.addEventListener('abort', end);
    try {
      const word = await new Promise<FileWord>((resolve, reject) => {
        thread.on('message', (said: FileWord) => {
          if (said.kind === 'progress') onProgress(said.progress);
          else if (said.kind === 'turnOver') giveBack();
          else if (said.kind === 'turn') {
            turn().then((back) => {
              giveBack = back;
              thread.postMessage({ kind: 'go' } satisfies FileOrder);
            }, reject);
          } else resolve(said);
        });
        thread.once('error', (error) => {
          if ('code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY') why = 'memory';
        });
        // It is gone altogether before anybody else gets its turn.
        thread.once('exit', () => {
          reject(new ThreadEnded(why));
        });
        thread.postMessage({ kind: 'job', job } satisfies FileOrder);
      });
      this.rest(thread);
      return word;
    } finally {
      clearTimeout(timer);
      gone.removeEventListener('abort', end);
      giveBack();
    }
  }

  private rest(thread: Worker): void {
    for (const event of ['message', 'error', 'exit'] as const) thread.removeAllListeners(event);
    thread.unref();
    this.#idle.push(thread);
    const leave = (): void => {
      const place = this.#idle.indexOf(thread);
      if (place >= 0) this.#idle.splice(place, 1);
    };
    thread.on('exit', leave);
    // Without a listener an error would be thrown here.
    thread.on('error', leave);
    setTimeout(() => {
      if (!this.#idle.includes(thread)) return;
      leave();
      void thread.terminate();
    }, IDLE_MS).unref();
  }
}
