import { probeQuerySchema, recordIdSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { AppError } from '../http/app-error.js';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import { type BoxProbe, READING_MS } from '../shared/instruments/instruments.js';
import type { OpenStreams } from '../shared/streams/open-streams.js';
import type { CallsService } from './calls-service.js';

const MS_OF_A_SECOND = 1000;

/** `probe` reads the box at work; `null` where there is none. */
export function callsRoutes(calls: CallsService, probe: BoxProbe | null, streams: OpenStreams): Router {
  const router = Router();
  router.get('/callouts', async (_request, response) => {
    sendShared(response, await calls.all());
  });
  router.get('/callouts/:id', async (request, response) => {
    response.json(await calls.one(validated(recordIdSchema, request.params).id));
  });
  router.get('/callouts/:id/probe', async (request, response) => {
    const { elapsed: from, pace } = validated(probeQuerySchema, request.query, { convert: true });
    const { id } = validated(recordIdSchema, request.params);
    if (!probe) throw new AppError('NOT_FOUND');
    await calls.one(id);
    const stream = streams.begin(response);
    const begun = performance.now();
    stream.every(READING_MS, async () => {
      const elapsed = from + (pace * (performance.now() - begun)) / MS_OF_A_SECOND;
      stream.send('reading', await calls.boxAt(id, elapsed, probe));
    });
  });
  return router;
}
