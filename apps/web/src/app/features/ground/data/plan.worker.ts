import type { PlanAsk } from '@yewridge/core/ground';
import type { WorkerSays } from '../../../shared/streams/in-worker';
import { type PlanAnswer, planAnswer } from './plan-run';

const say = (words: WorkerSays<PlanAnswer>): void => {
  postMessage(words);
};

addEventListener('message', ({ data }: MessageEvent<PlanAsk>) => {
  const answer = planAnswer(data, (done, of) => {
    say({ kind: 'progress', done, of });
  });
  say({ kind: 'answer', answer });
});
