import type { WorkerSays } from '../../../shared/streams/in-worker';
import { type EvidenceAnswer, evidenceAnswer, type EvidenceRun } from './evidence-run';

const say = (words: WorkerSays<EvidenceAnswer>): void => {
  postMessage(words);
};

addEventListener('message', ({ data }: MessageEvent<EvidenceRun>) => {
  const answer = evidenceAnswer(data, (done, of) => {
    say({ kind: 'progress', done, of });
  });
  say({ kind: 'answer', answer });
});
