import { createHash } from 'node:crypto';
import type { Response } from 'express';
import { whoOf } from './who.js';

interface Written {
  readonly bytes: Buffer;
  readonly etag: string;
}

/** How an answer that many ask for was written: as long as the answer itself is remembered. */
const written = new WeakMap<object, Written>();

function write(answer: object): Written {
  const bytes = Buffer.from(JSON.stringify(answer));
  return { bytes, etag: `W/"${createHash('sha1').update(bytes).digest('base64')}"` };
}

/** Sends one and the same answer to all who ask for it, written out once. It must not be changed afterwards. */
export function sendShared(response: Response, answer: object): void {
  // Told to some with parts of it left out, it is no longer the same for all.
  if (whoOf(response)?.seesPeople === false) {
    response.json(answer);
    return;
  }
  const known = written.get(answer) ?? write(answer);
  written.set(answer, known);
  response.set('ETag', known.etag).type('json').send(known.bytes);
}
