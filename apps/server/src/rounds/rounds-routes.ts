import { ribbonQuerySchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import type { RoundsService } from './rounds-service.js';

export function roundsRoutes(rounds: RoundsService): Router {
  const router = Router();
  router.get('/rounds/due', async (_request, response) => {
    sendShared(response, await rounds.due());
  });
  router.get('/rounds/ribbon', async (request, response) => {
    sendShared(response, await rounds.ribbon(validated(ribbonQuerySchema, request.query)));
  });
  router.get('/rounds/summary', async (_request, response) => {
    sendShared(response, await rounds.summary());
  });
  return router;
}
