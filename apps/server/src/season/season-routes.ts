import {
  actSchema,
  recordIdSchema,
  recordPathSchema,
  recordQueryOf,
  recordQuerySchema,
  tablePathSchema,
  undoSchema,
} from '@yewridge/contract/schemas';
import { Router } from 'express';
import { validated } from '../http/validate.js';
import type { ActsService } from '../shared/acts/acts-service.js';
import type { RecordsService } from './records-service.js';

const fromAddress = { convert: true };
const LATEST_ACTS = 20;

export function seasonRoutes(records: RecordsService, acts: ActsService): Router {
  const router = Router();

  router.get('/acts', async (_request, response) => {
    response.json({ items: await acts.latest(LATEST_ACTS) });
  });
  router.put('/acts/:id', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const { kept, created } = await acts.keep(id, validated(actSchema, request.body));
    response.status(created ? 201 : 200).json(kept);
  });
  router.post('/acts/:id/undo', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    response.json(await acts.undo(id, validated(undoSchema, request.body).id));
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
