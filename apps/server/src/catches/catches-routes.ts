import { Router } from 'express';
import type { CatchesService } from './catches-service.js';

export function catchesRoutes(catches: CatchesService): Router {
  const router = Router();
  router.get('/catches/board', async (_request, response) => {
    response.json(await catches.board());
  });
  return router;
}
