import { calendarKeySchema, calendarPathSchema, idSchema, seasonQuerySchema } from '@yewridge/contract/schemas';
import { type Response, Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import { type Who, whoWrites } from '../http/who.js';
import { tasksToIcs } from '@yewridge/core/season';
import { stepsCalendar } from './calendar-file.js';
import type { CalendarKeys } from './calendar-keys.js';
import type { OwnRound } from './own-round.js';
import type { SeasonInFull } from './season-in-full.js';
import type { TodayService } from './today-service.js';

export interface TodayParts {
  readonly today: TodayService;
  readonly season: SeasonInFull;
  readonly calendars: CalendarKeys;
  readonly round: OwnRound;
}

export function todayRoutes({ today, season, calendars, round }: TodayParts): Router {
  const router = Router();
  /** All steps; a helper's is the round that was given to them. */
  const calendarOf = async (who: Who): Promise<string> => {
    if (who.role === 'helper') return tasksToIcs(await round.days(who), today.stamp());
    const { plans, calls } = await today.now();
    return stepsCalendar({ plans, calls }, today.stamp());
  };
  const sendSteps = async (response: Response, who: Who, disposition: string): Promise<void> => {
    response
      .set({
        'Content-Type': 'text/calendar; charset=utf-8',
        'Content-Disposition': `${disposition}; filename="yewridge-${who.role === 'helper' ? 'round' : 'steps'}.ics"`,
        'Cache-Control': 'no-store',
      })
      .send(await calendarOf(who));
  };
  router.get('/today', async (_request, response) => {
    sendShared(response, await today.now());
  });
  router.get('/today/season', async (request, response) => {
    const { exposure } = validated(seasonQuerySchema, request.query, { convert: true });
    response.json(await season.now(exposure));
  });
  router.get('/today/steps.ics', async (_request, response) => {
    await sendSteps(response, whoWrites(response), 'attachment');
  });
  router.get('/today/calendars', async (_request, response) => {
    response.json({ items: await calendars.all(whoWrites(response)) });
  });
  router.post('/today/calendars', async (request, response) => {
    const { name } = validated(calendarKeySchema, request.body);
    response.status(201).json(await calendars.make(whoWrites(response), name));
  });
  router.delete('/today/calendars/:id', async (request, response) => {
    response.json(await calendars.revoke(whoWrites(response), validated(idSchema, request.params).id));
  });
  router.get('/calendar/:file', async (request, response) => {
    const { file } = validated(calendarPathSchema, request.params);
    await sendSteps(response, await calendars.opens(file.replace(/\.ics$/, '')), 'inline');
  });
  return router;
}
