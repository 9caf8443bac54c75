import type { NewsDto, ToldDto } from '@yewridge/contract/field';
import { changesQuerySchema } from '@yewridge/contract/schemas';
import { ALL_YEARS } from '@yewridge/core/field';
import { addDays } from '@yewridge/core/season';
import { Router } from 'express';
import type { Database } from '../db/database.js';
import { validated } from '../http/validate.js';
import type { SeasonMemory } from '../shared/season-clock/season-memory.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';
import { type Who, whoWrites } from '../http/who.js';
import type { OpenStreams } from '../shared/streams/open-streams.js';
import type { ChangeFeed } from './change-feed.js';

export interface FieldParts {
  readonly feed: ChangeFeed;
  readonly database: Database;
  readonly log: SeasonLog;
  readonly memory: SeasonMemory;
  readonly readings: SensorReadings;
  readonly streams: OpenStreams;
  /** Which people somebody is told, in short. */
  readonly toldTo: (who: Who) => Promise<string>;
}

/** What a telephone takes along: rows that changed, earlier looks in short, what is told of scouts and sensors, and the news. */
export function fieldRoutes({ feed, database, log, memory, readings, streams, toldTo }: FieldParts): Router {
  const router = Router();
  router.get('/changes', async (request, response) => {
    const query = validated(changesQuerySchema, request.query, { convert: true });
    response.json(await feed.changes(query, await toldTo(whoWrites(response))));
  });
  router.get('/changes/past', async (_request, response) => {
    const before = addDays(feed.since(), -1);
    response.json({ ...(await log.pastLooks({ ...ALL_YEARS, to: before })) });
  });
  router.get('/changes/told', async (_request, response) => {
    const sensors = await readings.byTrap(log.today());
    const told: ToldDto = { scouts: await memory.scouts(), sensors: [...sensors] };
    response.json(told);
  });
  router.get('/changes/news', async (_request, response) => {
    const stream = streams.begin(response);
    let told = await feed.latest();
    const tell = (seq: number): void => {
      told = seq;
      stream.send('news', { seq } satisfies NewsDto, seq);
    };
    tell(told);
    const look = (): void => {
      // Many writes at once are one piece of news.
      feed.latest().then(
        (seq) => {
          if (seq !== told) tell(seq);
        },
        () => response.end(),
      );
    };
    stream.onClose(database.follow(look));
  });
  return router;
}
