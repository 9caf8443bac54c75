import { recordIdSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import type { CallsService } from './calls-service.js';

export function callsRoutes(calls: CallsService): Router {
  const router = Router();
  router.get('/callouts', async (_request, response) => {
    sendShared(response, await calls.all());
  });
  router.get('/callouts/:id', async (request, response) => {
    response.json(await calls.one(validated(recordIdSchema, request.params).id));
  });
  return router;
}
