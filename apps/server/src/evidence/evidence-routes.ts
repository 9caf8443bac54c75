import { Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import type { EvidenceService } from './evidence-service.js';

export function evidenceRoutes(evidence: EvidenceService): Router {
  const router = Router();
  router.get('/evidence', async (_request, response) => {
    sendShared(response, await evidence.records());
  });
  return router;
}
