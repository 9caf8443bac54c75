import { recordIdSchema, stepClockSchema } from '@yewridge/contract/schemas';
import type { ClockStep, WorkspaceDto } from '@yewridge/contract/shared';
import { Router } from 'express';
import { AppError } from '../../http/app-error.js';
import { validated } from '../../http/validate.js';

/** What a played demo can do. */
export interface Play {
  step(by: ClockStep, from: string): Promise<void>;
  sight(stayId: string): Promise<{ readonly perMin: number; readonly occupied: boolean } | null>;
}

/** Whose records are open, and in the demo the clock that can be put on. Own records run on the real clock. */
export function workspaceRoutes(workspace: () => WorkspaceDto, play: Play | null): Router {
  const router = Router();
  router.get('/workspace', (_request, response) => {
    response.json(workspace());
  });
  router.post('/workspace/clock', async (request, response) => {
    const { by, from } = validated(stepClockSchema, request.body);
    if (!play) throw new AppError('NOT_FOUND');
    await play.step(by, from);
    response.json(workspace());
  });
  router.get('/workspace/sight/:id', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const seen = play && (await play.sight(id));
    if (!seen) throw new AppError('NOT_FOUND');
    response.json({ ...seen, simulated: true });
  });
  return router;
}
