import {
  actSchema,
  knownActsSchema,
  recordIdSchema,
  recordPathSchema,
  recordQueryOf,
  recordQuerySchema,
  tablePathSchema,
  undoSchema,
} from '@yewridge/contract/schemas';
import { Router } from 'express';
import { validated } from '../http/validate.js';
import { actClock } from '../shared/acts/act-clock.js';
import type { ActsService } from '../shared/acts/acts-service.js';
import type { Clock } from '../shared/clock/clock.js';
import { whoWrites } from '../http/who.js';
import type { RecordsService } from './records-service.js';

const fromAddress = { convert: true };
const LATEST_ACTS = 20;

/** `clock` is the real time, also where a demo's clock stands still. */
export function seasonRoutes(records: RecordsService, acts: ActsService, clock: Clock): Router {
  const router = Router();

  router.get('/acts', async (_request, response) => {
    response.json({ items: await acts.latest(LATEST_ACTS) });
  });
  router.put('/acts/:id', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const { kept, created } = await acts.keep(
      id,
      validated(actSchema, request.body),
      whoWrites(response),
      actClock(request, clock.now()),
    );
    response.status(created ? 201 : 200).json(kept);
  });
  router.post('/acts/known', async (request, response) => {
    response.json({ ids: await acts.known(validated(knownActsSchema, request.body).ids) });
  });
  router.post('/acts/:id/undo', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    response.json(await acts.undo(id, validated(undoSchema, request.body).id, whoWrites(response)));
  });
  router.get('/records/:table', async (request, response) => {
    const { table } = validated(tablePathSchema, request.params);
    const query = validated(recordQuerySchema(table), request.query, fromAddress);
    response.json(await records.page(table, recordQueryOf(query)));
  });
  router.get('/records/:table/:id', async (request, response) => {
    const { table, id } = validated(recordPathSchema, request.params);
    response.json(await records.one(table, id));
  });
  router.get('/records/:table/:id/changes', async (request, response) => {
    const { table, id } = validated(recordPathSchema, request.params);
    response.json({ items: await acts.changesOf(table, id) });
  });
  return router;
}
