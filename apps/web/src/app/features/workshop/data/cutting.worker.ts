import { cut, type CuttingRun } from './cutting-run';

addEventListener('message', ({ data }: MessageEvent<CuttingRun>) => {
  const answer = cut(data, (done, of) => {
    postMessage({ kind: 'progress', done, of });
  });
  postMessage({ kind: 'answer', answer });
});
