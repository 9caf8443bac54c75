import { roundAnswer, type RoundTask } from './round-run';

addEventListener('message', ({ data }: MessageEvent<RoundTask>) => {
  postMessage({ kind: 'answer', answer: roundAnswer(data) });
});
