import { answer, type LongRun } from './long-run';

addEventListener('message', ({ data }: MessageEvent<LongRun>) => {
  postMessage(answer(data));
});
