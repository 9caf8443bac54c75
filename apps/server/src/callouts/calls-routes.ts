import type { ProbeReadingDto } from '@yewridge/contract/callouts';
import { probeQuerySchema, recordIdSchema } from '@yewridge/contract/schemas';
import { jobProgress } from '@yewridge/core/callouts';
import { Router } from 'express';
import { AppError } from '../http/app-error.js';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import type { BoxProbe } from '../shared/instruments/instruments.js';
import type { OpenStreams } from '../shared/streams/open-streams.js';
import type { CallsService } from './calls-service.js';

/** Time between two readings of an instrument. */
const READING_MS = 400;

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
    /** The spells as they are kept, so many seconds after the job began. */
    const read = async (elapsed: number): Promise<ProbeReadingDto> => {
      const one = await calls.one(id);
      const { spells } = jobProgress(one, null, one.call.startedAt ?? one.call.calledAt);
      return { elapsed, ...probe.read(spells, elapsed), simulated: probe.kind === 'simulated' };
    };
    const first = await read(from);
    const stream = streams.begin(response);
    stream.send('reading', first);
    const begun = performance.now();
    let busy = false;
    const timer = setInterval(() => {
      if (busy) return;
      busy = true;
      const elapsed = from + (pace * (performance.now() - begun)) / 1000;
      read(elapsed)
        .then((reading) => {
          stream.send('reading', reading);
        })
        // The call is gone: whoever listens asks anew, and is told so.
        .catch(() => response.end())
        .finally(() => {
          busy = false;
        });
    }, READING_MS);
    stream.onClose(() => {
      clearInterval(timer);
    });
  });
  return router;
}
