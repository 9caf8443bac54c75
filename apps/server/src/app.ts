import type { HangingDto } from '@yewridge/contract/rounds';
import { API_BASE, MAX_BODY_BYTES, type WorkspaceDto } from '@yewridge/contract/shared';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { extname } from 'node:path';
import type { Logger } from 'pino';
import { benchRoutes } from './bench/bench-routes.js';
import { CatchesService } from './catches/catches-service.js';
import { nextStepDays } from './catches/plans.js';
import { catchesRoutes } from './catches/catches-routes.js';
import { callsRoutes } from './callouts/calls-routes.js';
import type { RigReader } from './callouts/rig-thread.js';
import { SimulatedBoxProbe } from './callouts/simulated-box-probe.js';
import type { BoxProbe } from './shared/instruments/instruments.js';
import { CallsService } from './callouts/calls-service.js';
import type { Database } from './db/database.js';
import { DesignEntity } from './db/entities/design-entity.js';
import { RigEntity } from './db/entities/rig-entity.js';
import { BackupOut } from './files/backup-out.js';
import type { FileThreads } from './files/file-threads.js';
import { FileWork, type FileWorkParts } from './files/file-work.js';
import { FilesOut } from './files/files-out.js';
import { filesRoutes } from './files/files-routes.js';
import { KeptCopies } from './files/kept-copies.js';
import { Pictures } from './files/pictures.js';
import { DemoPlay } from './demo/demo-play.js';
import { SimulatedStation } from './demo/vellmark-weather.js';
import { DevicesService } from './devices/devices-service.js';
import { devicesRoutes } from './devices/devices-routes.js';
import { GroundService } from './ground/ground-service.js';
import { groundRoutes } from './ground/ground-routes.js';
import { errorHandler, notFound } from './http/error-handler.js';
import { onlyJson, onlyOwnHost, onlyWholeText } from './http/guards.js';
import { openApiDocument } from './http/openapi.js';
import { RoundsService } from './rounds/rounds-service.js';
import { roundsRoutes } from './rounds/rounds-routes.js';
import type { Clock } from './shared/clock/clock.js';
import { DemoClock } from './shared/clock/demo-clock.js';
import { KeptDocuments } from './shared/documents/kept-documents.js';
import { ActsService } from './shared/acts/acts-service.js';
import { RecordsService } from './season/records-service.js';
import { seasonRoutes } from './season/season-routes.js';
import { Lures } from './shared/season-clock/lures.js';
import { ScoutsLearnt } from './shared/season-clock/scouts-learnt.js';
import { SeasonClock } from './shared/season-clock/season-clock.js';
import { SeasonLog } from './shared/season-log/season-log.js';
import { SensorReadings } from './shared/sensor-readings/sensor-readings.js';
import { requestLogger } from './shared/request-log/request-log.js';
import type { OpenStreams } from './shared/streams/open-streams.js';
import { workspaceRoutes } from './shared/workspace/workspace-routes.js';
import { storesRoutes } from './stores/stores-routes.js';
import { TrapsService } from './stores/traps-service.js';
import { CalendarKeys } from './today/calendar-keys.js';
import { SeasonSheet } from './today/season-sheet.js';
import { todayRoutes } from './today/today-routes.js';
import { TodayService } from './today/today-service.js';
import type { Manometer } from './suction/manometer.js';
import { RigVersions } from './suction/rig-versions.js';
import { suctionRoutes } from './suction/suction-routes.js';

export interface AppParts {
  readonly database: Database;
  /** A demo's clock can be put on; then the season is played. */
  readonly clock: Clock;
  readonly streams: OpenStreams;
  readonly log: Logger;
  readonly manometer: Manometer;
  readonly workspace: Omit<WorkspaceDto, 'now'>;
  /** Where the database lies, and copies of it beside. */
  readonly dataFolder: string;
  readonly fileThreads: FileThreads;
  readonly readRigs: RigReader;
  readonly webFolder: string;
}

/** Nothing from outside: no script, style, font, picture or connection but our own, and tiles where the keeper set them. */
function securityHeaders({ tiles }: AppParts['workspace']): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': ["'self'"],
        // Angular puts a component's styles into the page as style elements.
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:', ...(tiles ? [new URL(tiles.address).origin] : [])],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'object-src': ["'none'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}

const noCache = 'no-cache';

/** The web app: hashed files may be kept for ever, the page itself is asked for each time. */
function webApp(folder: string): RequestHandler[] {
  const files = express.static(folder, {
    index: false,
    setHeaders: (response, path) => {
      const hashed = /-[A-Z0-9]{8}\.\w+$/.test(path);
      response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : noCache);
    },
  });
  const page: RequestHandler = (request, response, next) => {
    const reads = request.method === 'GET' || request.method === 'HEAD';
    const asksForPage = reads && extname(request.path) === '';
    if (!asksForPage) {
      next();
      return;
    }
    response.setHeader('Cache-Control', noCache);
    response.sendFile('index.html', { root: folder });
  };
  return [files, page];
}

interface SeasonParts {
  readonly database: Database;
  readonly acts: ActsService;
  readonly clock: Clock;
  readonly log: SeasonLog;
  readonly readings: SensorReadings;
  readonly hemisphere: WorkspaceDto['hemisphere'];
  readonly readRigs: RigReader;
  readonly probe: BoxProbe | null;
  readonly streams: OpenStreams;
}

/** The season's record and the places that are views of it. */
function seasonOf({
  database,
  acts,
  clock,
  log,
  readings,
  hemisphere,
  readRigs,
  probe,
  streams,
}: SeasonParts): RequestHandler[] {
  const clockOfSeason = new SeasonClock(log, hemisphere);
  const lures = new Lures(log);
  const scouts = new ScoutsLearnt(log);
  const calls = new CallsService(database, log, readRigs);
  const catches = new CatchesService(database, log, () => calls.track());
  const rounds = new RoundsService({
    log,
    hemisphere,
    clock: clockOfSeason,
    lures,
    scouts,
    nextSteps: async () => nextStepDays(await catches.plans()),
    sensors: () => readings.byTrap(log.today()),
  });
  const hanging = async (): Promise<readonly HangingDto[]> => (await rounds.due()).traps;
  const today = new TodayService(
    log,
    clockOfSeason,
    () => rounds.due(),
    () => catches.plans(),
    () => calls.today(),
  );
  return [
    seasonRoutes(new RecordsService(database), acts),
    roundsRoutes(rounds),
    groundRoutes(new GroundService(database, log, hanging)),
    catchesRoutes(catches),
    callsRoutes(calls, probe, streams),
    todayRoutes(
      today,
      new SeasonSheet({ log, clock: clockOfSeason, lures, scouts, hemisphere }),
      new CalendarKeys(database, clock),
    ),
  ];
}

function filesOf(parts: FileWorkParts): RequestHandler {
  const { database, clock, dataFolder } = parts;
  return filesRoutes({
    work: new FileWork(parts),
    filesOut: new FilesOut(database),
    backups: new BackupOut(database, clock),
    copies: new KeptCopies(database, clock, dataFolder),
    pictures: new Pictures(database, clock),
    clock,
  });
}

/** Builds the app; whoever calls it decides where it listens. */
export function createApp({ database, clock, streams, manometer, workspace, ...parts }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(requestLogger(parts.log), onlyOwnHost, securityHeaders(workspace), compression());

  const api = express.Router();
  const { timeZone, hemisphere } = workspace;
  const acts = new ActsService(database, clock, timeZone);
  const log = new SeasonLog(database, clock, timeZone);
  const readings = new SensorReadings(database);
  const { dataFolder, fileThreads: threads } = parts;
  api.use(filesOf({ database, clock, dataFolder, timeZone, threads }));
  api.use(onlyJson, express.json({ limit: MAX_BODY_BYTES }), onlyWholeText);
  api.get('/health', async (_request, response) => {
    await database.source.query('SELECT 1');
    response.json({ status: 'ok', version: workspace.version });
  });
  const shared = { database, log, acts, readings, timeZone };
  const play = clock instanceof DemoClock ? new DemoPlay({ ...shared, clock, station: new SimulatedStation() }) : null;
  api.use(workspaceRoutes(() => ({ ...workspace, now: clock.now().toISOString() }), play));
  api.get('/openapi.json', (_request, response) => {
    response.json(openApiDocument);
  });
  api.use(benchRoutes(new KeptDocuments(DesignEntity, database, clock)));
  const rigs = new KeptDocuments(RigEntity, database, clock);
  api.use(suctionRoutes(rigs, new RigVersions(rigs, database, clock), manometer, clock, streams));
  api.use(storesRoutes(new TrapsService(database, clock)));
  api.use(devicesRoutes(new DevicesService({ ...shared, clock }), readings, streams));
  const probe = workspace.kind === 'demo' ? new SimulatedBoxProbe() : null;
  api.use(...seasonOf({ ...shared, clock, hemisphere, readRigs: parts.readRigs, probe, streams }));
  api.use(notFound);

  app.use(API_BASE, api);
  app.use(webApp(parts.webFolder));
  app.use(notFound);
  app.use(errorHandler);
  return app;
}
