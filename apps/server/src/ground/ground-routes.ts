import { recordIdSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { validated } from '../http/validate.js';
import type { GroundService } from './ground-service.js';

export function groundRoutes(ground: GroundService): Router {
  const router = Router();
  router.get('/ground', async (_request, response) => {
    response.json(await ground.overview());
  });
  router.get('/ground/layers', async (_request, response) => {
    response.json({ items: await ground.layers() });
  });
  router.get('/ground/layers/:id', async (request, response) => {
    response.json(await ground.layer(validated(recordIdSchema, request.params).id));
  });
  return router;
}
