import { nextStepDays } from '@yewridge/core/field';
import { ChangeFeed } from './field/change-feed.js';
import { fieldRoutes } from './field/field-routes.js';
import type { HangingDto } from '@yewridge/contract/rounds';
import { API_BASE, MAX_BODY_BYTES, type WorkspaceDto } from '@yewridge/contract/shared';
import compression from 'compression';
import express, { type Express, type RequestHandler, type Router } from 'express';
import helmet from 'helmet';
import { extname } from 'node:path';
import type { Logger } from 'pino';
import { benchRoutes } from './bench/bench-routes.js';
import { CatchesService } from './catches/catches-service.js';
import { catchesRoutes } from './catches/catches-routes.js';
import { callsRoutes } from './callouts/calls-routes.js';
import type { RigReader } from './callouts/rig-thread.js';
import { SimulatedBoxProbe } from './callouts/simulated-box-probe.js';
import type { BoxProbe } from './shared/instruments/instruments.js';
import { CallsService } from './callouts/calls-service.js';
import { accessGuard, onlyOwnPages } from './access/access-guard.js';
import { accessRoutes } from './access/access-routes.js';
import { Invitations } from './access/invitations.js';
import { MembersService } from './access/members-service.js';
import type { ScryptCost } from './access/passphrases.js';
import { Passkeys } from './access/passkeys.js';
import { People } from './access/people.js';
import { Sessions } from './access/sessions.js';
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
import { evidenceRoutes } from './evidence/evidence-routes.js';
import { EvidenceService } from './evidence/evidence-service.js';
import { DevicesService } from './devices/devices-service.js';
import { devicesRoutes } from './devices/devices-routes.js';
import { GroundService } from './ground/ground-service.js';
import { PersonService } from './ground/person.js';
import { groundRoutes } from './ground/ground-routes.js';
import { networkRoutes } from './network/network-routes.js';
import type { PhoneDoor } from './network/phone-door.js';
import { errorHandler, notFound } from './http/error-handler.js';
import { onlyJson, onlyEncrypted, onlyKnownHosts, onlyWholeText } from './http/guards.js';
import { ofItsPlaces } from './http/of-its-places.js';
import { openApiDocument } from './http/openapi.js';
import { RoundsService } from './rounds/rounds-service.js';
import { roundsRoutes } from './rounds/rounds-routes.js';
import type { Clock } from './shared/clock/clock.js';
import { DemoClock } from './shared/clock/demo-clock.js';
import { KeptDocuments } from './shared/documents/kept-documents.js';
import { ActsService } from './shared/acts/acts-service.js';
import { RecordsService } from './season/records-service.js';
import { seasonRoutes } from './season/season-routes.js';
import { SeasonMemory } from './shared/season-clock/season-memory.js';
import { SeasonLog } from './shared/season-log/season-log.js';
import { SensorReadings } from './shared/sensor-readings/sensor-readings.js';
import { requestLogger } from './shared/request-log/request-log.js';
import type { OpenStreams } from './shared/streams/open-streams.js';
import { workspaceRoutes } from './shared/workspace/workspace-routes.js';
import { storesRoutes } from './stores/stores-routes.js';
import { TrapsService } from './stores/traps-service.js';
import { CalendarKeys } from './today/calendar-keys.js';
import { OwnRound } from './today/own-round.js';
import { todayRoutes } from './today/today-routes.js';
import { SeasonInFull } from './today/season-in-full.js';
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
  readonly access: AccessIn;
}
/** Who may come in, and by which names this computer is known. */
export interface AccessIn {
  /** Members, their devices and invitations: a file of its own. */
  readonly database: Database;
  /** The real time, also where a demo's clock stands still. */
  readonly clock: Clock;
  readonly cost: ScryptCost;
  /** The door for phones in the same network. */
  readonly door: PhoneDoor;
  /** Addresses of a proxy in front whose word is taken; none if empty. */
  readonly proxies: readonly string[];
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
  readonly readRigs: RigReader;
  readonly probe: BoxProbe | null;
  readonly streams: OpenStreams;
  readonly traps: TrapsService;
  readonly realClock: Clock;
  readonly members: MembersService;
  readonly people: People;
}

/** The season's record and the places that are views of it. */
function seasonOf({
  traps,
  database,
  acts,
  clock,
  log,
  readings,
  readRigs,
  probe,
  streams,
  realClock,
  members,
  people,
}: SeasonParts): Router[] {
  const memory = new SeasonMemory(log);
  const feed = new ChangeFeed(database, log, log.now().hemisphere, (ids) => traps.some(ids));
  const calls = new CallsService(database, log, readRigs);
  const catches = new CatchesService(database, log, () => calls.track());
  const rounds = new RoundsService({
    log,
    memory,
    nextSteps: async () => nextStepDays(await catches.plans()),
    sensors: () => readings.byTrap(log.today()),
  });
  const hanging = async (): Promise<readonly HangingDto[]> => (await rounds.due()).traps;
  const today = new TodayService(
    log,
    memory,
    () => rounds.due(),
    () => catches.plans(),
    () => calls.today(),
  );
  return [
    seasonRoutes(new RecordsService(database), acts, realClock),
    roundsRoutes(rounds),
    evidenceRoutes(new EvidenceService(database, log, memory)),
    groundRoutes(new GroundService(database, log, hanging), new PersonService(database, clock)),
    catchesRoutes(catches),
    callsRoutes(calls, probe, streams),
    fieldRoutes({ feed, database, log, memory, readings, streams, toldTo: (who) => people.told(who) }),
    todayRoutes({
      today,
      season: new SeasonInFull(log, memory),
      calendars: new CalendarKeys(database, clock, (id) => members.behind(id)),
      round: new OwnRound(database, log, (who, value) => people.asTold(who, value)),
    }),
  ];
}

function filesOf(parts: FileWorkParts): Router {
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
  const { access } = parts;
  app.set('trust proxy', access.proxies.length > 0 ? [...access.proxies] : false);
  app.use(
    requestLogger(parts.log),
    onlyKnownHosts(access.door.hosts),
    onlyEncrypted(access.door.publicHost),
    securityHeaders(workspace),
    compression(),
  );

  const api = express.Router();
  const { timeZone, hemisphere } = workspace;
  const sessions = new Sessions(access.database, access.clock);
  const invitations = new Invitations(access.database, access.clock);
  const members = new MembersService({
    ...access,
    sessions,
    invitations,
    workspace: workspace.name,
    onShut: () => {
      streams.endAll();
    },
    onOff: () => access.door.set(false),
  });
  const passkeys = new Passkeys({ ...access, members, workspace: workspace.name });
  const acts = new ActsService(database, clock, timeZone, (ids) => members.names(ids));
  const log = new SeasonLog(database, clock, timeZone, hemisphere);
  const readings = new SensorReadings(database);
  const { dataFolder, fileThreads: threads } = parts;
  // Before anything is read of what was sent.
  const people = new People(database, () => log.today());
  api.use(onlyOwnPages, accessGuard(members, sessions, people));
  api.use(ofItsPlaces(filesOf({ database, clock, dataFolder, timeZone, threads })));
  api.use(onlyJson, express.json({ limit: MAX_BODY_BYTES }), onlyWholeText);
  api.get('/health', async (_request, response) => {
    await database.source.query('SELECT 1');
    response.json({ status: 'ok', version: workspace.version });
  });
  api.use(ofItsPlaces(accessRoutes({ members, sessions, invitations, passkeys, log, clock: access.clock })));
  api.use(
    networkRoutes({
      door: access.door,
      isOn: () => members.isOn(),
      keep: (letsPhonesIn) => members.letPhonesIn(letsPhonesIn),
    }),
  );
  const shared = { database, log, acts, readings, timeZone };
  const play = clock instanceof DemoClock ? new DemoPlay({ ...shared, clock, station: new SimulatedStation() }) : null;
  api.use(ofItsPlaces(workspaceRoutes(() => ({ ...workspace, now: clock.now().toISOString() }), play)));
  api.get('/openapi.json', (_request, response) => {
    response.json(openApiDocument);
  });
  api.use(ofItsPlaces(benchRoutes(new KeptDocuments(DesignEntity, database, clock))));
  const rigs = new KeptDocuments(RigEntity, database, clock);
  api.use(ofItsPlaces(suctionRoutes(rigs, new RigVersions(rigs, database, clock), manometer, clock, streams)));
  const traps = new TrapsService(database, clock);
  api.use(ofItsPlaces(storesRoutes(traps)));
  api.use(ofItsPlaces(devicesRoutes(new DevicesService({ ...shared, clock }), readings, streams)));
  const probe = workspace.kind === 'demo' ? new SimulatedBoxProbe() : null;
  api.use(
    ...seasonOf({
      ...shared,
      clock,
      readRigs: parts.readRigs,
      probe,
      streams,
      traps,
      realClock: access.clock,
      members,
      people,
    }).map(ofItsPlaces),
  );
  api.use(notFound);

  app.use(API_BASE, api);
  app.use(webApp(parts.webFolder));
  app.use(notFound);
  app.use(errorHandler);
  return app;
}
