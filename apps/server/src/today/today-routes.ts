import { calendarKeySchema, calendarPathSchema, idSchema, seasonQuerySchema } from '@yewridge/contract/schemas';
import { type Response, Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import { stepsCalendar } from './calendar-file.js';
import type { CalendarKeys } from './calendar-keys.js';
import type { SeasonSheet } from './season-sheet.js';
import type { TodayService } from './today-service.js';

export function todayRoutes(today: TodayService, season: SeasonSheet, calendars: CalendarKeys): Router {
  const router = Router();
  const sendSteps = async (response: Response, disposition: string): Promise<void> => {
    const { plans, calls } = await today.now();
    response
      .set({
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': `${disposition}; filename="yewridge-steps.ics"`,
        'Cache-Control': 'no-store',
      })
      .send(stepsCalendar({ plans, calls }, today.stamp()));
  };
  router.get('/today', async (_request, response) => {
    sendShared(response, await today.now());
  });
  router.get('/today/season', async (request, response) => {
    const { exposure } = validated(seasonQuerySchema, request.query, { convert: true });
    response.json(await season.now(exposure));
  });
  router.get('/today/steps.ics', async (_request, response) => {
    await sendSteps(response, 'attachment');
  });
  router.get('/today/calendars', async (_request, response) => {
    response.json({ items: await calendars.all() });
  });
  router.post('/today/calendars', async (request, response) => {
    response.status(201).json(await calendars.make(validated(calendarKeySchema, request.body).name));
  });
  router.delete('/today/calendars/:id', async (request, response) => {
    response.json(await calendars.revoke(validated(idSchema, request.params).id));
  });
  router.get('/calendar/:file', async (request, response) => {
    await calendars.opens(validated(calendarPathSchema, request.params).file.replace(/\.ics$/, ''));
    await sendSteps(response, 'inline');
  });
  return router;
}
