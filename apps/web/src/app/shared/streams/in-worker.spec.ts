import { inWorker, type WorkerSays } from './in-worker';

/** Says what it is told to, and remembers whether it was ended. */
class WorkerOfTest {
  onmessage: ((event: MessageEvent) => void) | null = null;
  onerror: ((event: ErrorEvent) => void) | null = null;
  asked: unknown = null;
  ended = false;
  postMessage(ask: unknown): void {
    this.asked = ask;
  }
  terminate(): void {
    this.ended = true;
  }
  say(data: WorkerSays<number>): void {
    this.onmessage?.({ data } as MessageEvent);
  }
}

describe('a long run in a worker', () => {
  function begun() {
    const worker = new WorkerOfTest();
    const heard: (WorkerSays<number> | string)[] = [];
    const run = inWorker<number>(() => worker as unknown as Worker, 'ask').subscribe({
      next: (says) => heard.push(says),
      complete: () => heard.push('done'),
      error: (error: Error) => heard.push(error.message),
    });
    return { worker, heard, run };
  }

  it('tells how far it is, then the answer, and the worker is ended', () => {
    const { worker, heard } = begun();
    worker.say({ kind: 'progress', done: 1, of: 2 });
    worker.say({ kind: 'answer', answer: 42 });
    expect([worker.asked, worker.ended]).toEqual(['ask', true]);
    expect(heard).toEqual([{ kind: 'progress', done: 1, of: 2 }, { kind: 'answer', answer: 42 }, 'done']);
  });

  it('whoever no longer listens ends it at once', () => {
    const { worker, run } = begun();
    run.unsubscribe();
    expect(worker.ended).toBeTrue();
  });

  it('what it could not do is an error with its words', () => {
    const { worker, heard } = begun();
    worker.onerror?.(new ErrorEvent('error', { message: 'no memory', cancelable: true }));
    expect(heard).toEqual(['no memory']);
    expect(worker.ended).toBeTrue();
  });
});
