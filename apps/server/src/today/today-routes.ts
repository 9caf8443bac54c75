import { Router } from 'express';
import { stepsCalendar } from './calendar-file.js';
import type { TodayService } from './today-service.js';

export function todayRoutes(today: TodayService): Router {
  const router = Router();
  router.get('/today', async (_request, response) => {
    response.json(await today.now());
  });
  router.get('/today/steps.ics', async (_request, response) => {
    const { plans } = await today.now();
    response
      .set({
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': 'attachment; filename="yewridge-steps.ics"',
        'Cache-Control': 'no-store',
      })
      .send(stepsCalendar(plans, today.stamp()));
  });
  return router;
}
