import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { createApp } from './app.js';
import { type Config, readConfig } from './config/config.js';
import { letsPhonesIn, openAccess } from './access/open-access.js';
import { OWASP_COST } from './access/passphrases.js';
import { PhoneDoor } from './network/phone-door.js';
import { copyDaily } from './db/daily-copies.js';
import { openFolder, takeFolder } from './db/data-folder.js';
import { Database, MIGRATION_NAMES } from './db/database.js';
import { examine } from './db/examine.js';
import { DEMO_NAME, DEMO_NOW, DEMO_TIME_ZONE, seedDemo } from './demo/seed-demo.js';
import { rigReader } from './callouts/rig-thread.js';
import { FileThreads } from './files/file-threads.js';
import { clearIncoming } from './files/file-work.js';
import { SimulatedManometer } from './suction/simulated-manometer.js';
import { systemClock } from './shared/clock/clock.js';
import { DemoClock } from './shared/clock/demo-clock.js';
import { requestLog } from './shared/request-log/request-log.js';
import { OpenStreams } from './shared/streams/open-streams.js';

const LOOPBACK = '127.0.0.1';
const VERSION = '0.1.0';
/** The same stand-in every day. */
const SIMULATION_SEED = 14052026;
/** Time a browser gets to finish what it is sending before its connection is cut. */
const GRACE_MS = 5000;
/** So often it is looked whether the day's copy is there. */
const COPY_CHECK_MS = 3600 * 1000;

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, LOOPBACK, resolve);
  });
}

interface Open {
  readonly database: Database;
  readonly access: Database;
  readonly streams: OpenStreams;
  readonly door: PhoneDoor;
}

/** No new requests, then the writes in flight, then the database. A second signal does not hurry it. */
function closeOnSignal(server: Server, { database, access, streams, door }: Open): void {
  let closing = false;
  const close = (): void => {
    if (closing) return;
    closing = true;
    const force = setTimeout(() => {
      server.closeAllConnections();
    }, GRACE_MS);
    server.close(() => {
      clearTimeout(force);
      Promise.all([database.close(), access.close(), door.close()]).then(
        () => process.exit(0),
        (error: unknown) => {
          console.error('The database did not close cleanly:', error);
          process.exit(1);
        },
      );
    });
    streams.endAll();
    server.closeIdleConnections();
  };
  process.on('SIGTERM', close);
  process.on('SIGINT', close);
}

async function start(config: Config): Promise<void> {
  if (!existsSync(join(config.webFolder, 'index.html'))) {
    throw new Error('The web app is not built yet. Run: npm run build');
  }
  const { dataFolder } = config;
  openFolder(dataFolder);
  process.on('exit', takeFolder(dataFolder, systemClock.now()));
  examine(dataFolder, config.database, MIGRATION_NAMES);
  await clearIncoming(dataFolder);
  // Before anything of this version changes it.
  keepDailyCopies(config);
  const demo = config.kind === 'demo';
  const database = await Database.open(config.database);
  const { log, close: closeLog } = await requestLog(dataFolder);
  process.on('exit', closeLog);
  const clock = demo ? await DemoClock.open(database, DEMO_NOW) : systemClock;
  if (clock instanceof DemoClock) await seedDemo(database, clock);
  const streams = new OpenStreams();
  const access = await openAccess(config.membersFile);
  const door = new PhoneDoor({ ...config.network, dataFolder, port: config.port }, systemClock);
  const app = createApp({
    database,
    clock,
    streams,
    manometer: new SimulatedManometer(config.simulated, SIMULATION_SEED),
    log,
    workspace: {
      kind: config.kind,
      name: demo ? DEMO_NAME : 'My bees',
      hemisphere: config.hemisphere,
      timeZone: demo ? DEMO_TIME_ZONE : Intl.DateTimeFormat().resolvedOptions().timeZone,
      version: VERSION,
      tiles: config.tiles,
    },
    dataFolder,
    fileThreads: new FileThreads(),
    readRigs: rigReader(),
    webFolder: config.webFolder,
    access: { database: access, clock: systemClock, cost: OWASP_COST, door, proxies: config.network.proxies },
  });
  const server = createServer(app);
  await listen(server, config.port);
  door.serve(app);
  if (config.network.listen !== null || (await letsPhonesIn(access))) await door.set(true);
  closeOnSignal(server, { database, access, streams, door });
  console.log(`Yewridge${demo ? ' with the Vellmark demo' : ''}: http://localhost:${config.port}`);
  for (const address of door.state().addresses) console.log(`For phones: ${address}/phone`);
  const { fault } = door.state();
  if (fault !== null) console.error(fault);
  console.log(`Records are kept in ${config.database}`);
}

/** A copy a day, without which the program goes on all the same. */
function keepDailyCopies({ dataFolder, database }: Config): void {
  const copy = (): void => {
    try {
      copyDaily(dataFolder, database, systemClock.now());
    } catch (error) {
      console.error('The daily copy could not be made:', error instanceof Error ? error.message : error);
    }
  };
  copy();
  setInterval(copy, COPY_CHECK_MS).unref();
}

function reason(error: unknown, config: Config | null): string {
  if (error instanceof Error && 'code' in error && error.code === 'EADDRINUSE') {
    return `Port ${config?.port ?? ''} is taken, perhaps by another Yewridge. Close it, or set YEWRIDGE_PORT to a free port.`;
  }
  return error instanceof Error ? error.message : String(error);
}

let config: Config | null = null;
// What this program writes is for its owner alone.
process.umask(0o077);
try {
  config = readConfig(process.argv.slice(2), process.env);
  await start(config);
} catch (error) {
  console.error(reason(error, config));
  process.exit(1);
}
