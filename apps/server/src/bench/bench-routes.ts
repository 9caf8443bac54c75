import { designIdSchema, designQuerySchema, revisionQuerySchema, saveDesignSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { validated } from '../http/validate.js';
import type { DesignsService } from './designs-service.js';

const fromAddress = { convert: true };

export function benchRoutes(designs: DesignsService): Router {
  const router = Router();
  const idOf = (params: unknown): string => validated(designIdSchema, params).id;
  const revisionOf = (query: unknown): number => validated(revisionQuerySchema, query, fromAddress).revision;

  router.get('/designs', async (request, response) => {
    response.json(await designs.page(validated(designQuerySchema, request.query, fromAddress)));
  });
  router.get('/designs/:id', async (request, response) => {
    response.json(await designs.one(idOf(request.params)));
  });
  router.put('/designs/:id', async (request, response) => {
    const id = idOf(request.params);
    const { design, created } = await designs.save(id, validated(saveDesignSchema, request.body));
    response.status(created ? 201 : 200).json(design);
  });
  router.delete('/designs/:id', async (request, response) => {
    response.json(await designs.remove(idOf(request.params), revisionOf(request.query)));
  });
  router.post('/designs/:id/restore', async (request, response) => {
    response.json(await designs.restore(idOf(request.params), revisionOf(request.query)));
  });
  return router;
}
