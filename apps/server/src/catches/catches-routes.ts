import { recordIdSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import type { CatchesService } from './catches-service.js';

export function catchesRoutes(catches: CatchesService): Router {
  const router = Router();
  router.get('/catches/board', async (_request, response) => {
    sendShared(response, await catches.board());
  });
  router.get('/catches/track', async (_request, response) => {
    sendShared(response, await catches.track());
  });
  router.get('/catches/:id/plan', async (request, response) => {
    response.json(await catches.plan(validated(recordIdSchema, request.params).id));
  });
  return router;
}
