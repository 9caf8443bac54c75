/// <reference lib="webworker" />
import { API_BASE } from '@yewridge/contract/shared';
import type { Answered, Asked, FieldAsk } from './field-run';
import { FieldWork, fetchFrom } from './field-work';
import { Replica } from './replica';
import { roomIsShort } from './room-left';
import { shrunk } from './shrunk';
import { pictureFrom, SMALL } from './small-pictures';

const work = new FieldWork(
  fetchFrom(),
  () => Replica.open(),
  () => Date.now(),
  { fetchPicture: pictureFrom(API_BASE), shrink: (picture) => shrunk(picture, SMALL), roomIsShort },
);

/** Windows of one device share their rows: one at a time reads the feed, and one makes pictures small. */
const TURNS: Partial<Record<FieldAsk['kind'], string>> = {
  catchUp: 'yewridge.field',
  wipe: 'yewridge.field',
  gather: 'yewridge.small',
};
async function inTurn<T>(turn: string | undefined, run: () => Promise<T>): Promise<T> {
  return turn !== undefined && 'locks' in navigator ? await navigator.locks.request(turn, run) : await run();
}

addEventListener('message', ({ data: { id, ask } }: MessageEvent<Asked>) => {
  const run = (): ReturnType<FieldWork['do']> => work.do(ask);
  void inTurn(TURNS[ask.kind], run)
    .catch((error: unknown) => ({ kind: 'failed' as const, because: 'storage' as const, says: String(error) }))
    .then((answer) => {
      postMessage({ id, answer } satisfies Answered);
    });
});
