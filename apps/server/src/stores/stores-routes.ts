import {
  buildSchema,
  idSchema,
  revisionQuerySchema,
  saveTrapSchema,
  trapQuerySchema,
} from '@yewridge/contract/schemas';
import { Router } from 'express';
import { validated } from '../http/validate.js';
import type { TrapsService } from './traps-service.js';

const fromAddress = { convert: true };

export function storesRoutes(traps: TrapsService): Router {
  const router = Router();
  const idOf = (params: unknown): string => validated(idSchema, params).id;
  const revisionOf = (query: unknown): number => validated(revisionQuerySchema, query, fromAddress).revision;

  router.get('/traps', async (request, response) => {
    response.json(await traps.page(validated(trapQuerySchema, request.query, fromAddress)));
  });
  router.post('/traps', async (request, response) => {
    response.status(201).json(await traps.build(validated(buildSchema, request.body)));
  });
  router.get('/traps/:id', async (request, response) => {
    response.json(await traps.one(idOf(request.params)));
  });
  router.put('/traps/:id', async (request, response) => {
    const id = idOf(request.params);
    response.json(await traps.save(id, validated(saveTrapSchema, request.body)));
  });
  router.delete('/traps/:id', async (request, response) => {
    response.json(await traps.remove(idOf(request.params), revisionOf(request.query)));
  });
  router.post('/traps/:id/restore', async (request, response) => {
    response.json(await traps.restore(idOf(request.params), revisionOf(request.query)));
  });
  router.get('/designs/:id/versions', async (request, response) => {
    response.json(await traps.versions(idOf(request.params)));
  });
  return router;
}
