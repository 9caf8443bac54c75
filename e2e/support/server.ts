import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { TROUBLE_PORT } from './ports.js';

const main = fileURLToPath(new URL('../../apps/server/dist/main.js', import.meta.url));
export const TROUBLE_URL = `http://localhost:${TROUBLE_PORT}`;

const running = new Set<ChildProcess>();

/** Leaves nothing running after a test that failed halfway. */
export function killServers(): void {
  for (const child of running) child.kill('SIGKILL');
  running.clear();
}

/** A server with a data folder of its own, that a test may kill. */
export async function startServer(folder: string, { demo = false } = {}): Promise<ChildProcess> {
  const child = spawn(process.execPath, [main, ...(demo ? ['--demo'] : [])], {
    env: { ...process.env, YEWRIDGE_PORT: `${TROUBLE_PORT}`, YEWRIDGE_DATA: folder, YEWRIDGE_DEMO_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.add(child);
  const started = once(child.stdout, 'data');
  const failed = once(child, 'exit').then(() => Promise.reject(new Error('The server did not start.')));
  await Promise.race([started, failed]);
  failed.catch(() => undefined);
  return child;
}

export async function stopServer(child: ChildProcess, signal: 'SIGKILL' | 'SIGTERM'): Promise<number | null> {
  const gone = once(child, 'exit');
  child.kill(signal);
  const [code] = (await gone) as [number | null];
  return code;
}
