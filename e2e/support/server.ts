import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SECURE_PORT, TROUBLE_PORT } from './ports.js';

const main = fileURLToPath(new URL('../../apps/server/dist/main.js', import.meta.url));
export const TROUBLE_URL = `http://localhost:${TROUBLE_PORT}`;

/** An address of this computer that stands for one in its network. */
export const IN_NETWORK = '127.0.0.2';
export const SECURE_URL = `https://${IN_NETWORK}:${SECURE_PORT}`;
/** Opens the door for phones at that address, from the start. */
export const LISTENS = { YEWRIDGE_LISTEN: IN_NETWORK };

/** What a browser is told so that it trusts the authority of a server, as a phone does once its certificate is taken in. */
export function trusting(folder: string): string {
  const { publicKey } = new X509Certificate(readFileSync(join(folder, 'authority', 'authority.crt')));
  const digest = createHash('sha256').update(publicKey.export({ type: 'spki', format: 'der' }));
  return `--ignore-certificate-errors-spki-list=${digest.digest('base64')}`;
}

/** What a page says of a server that was stopped under it: it looks for news and for the server, and finds neither. */
export const SERVER_GONE = [
  /ERR_CONNECTION_(REFUSED|RESET)|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE_CHUNKED_ENCODING/,
  // A worker too, where it was just being fetched: the next question hires another.
  /^failed: .*\/(changes|health|workspace|worker-)/,
];

const running = new Set<ChildProcess>();

/** Leaves nothing running after a test that failed halfway. */
export function killServers(): void {
  for (const child of running) child.kill('SIGKILL');
  running.clear();
}

/** A server with a data folder of its own, that a test may kill. */
export async function startServer(
  folder: string,
  { demo = false, env = {} }: { readonly demo?: boolean; readonly env?: Readonly<Record<string, string>> } = {},
): Promise<ChildProcess> {
  const child = spawn(process.execPath, [main, ...(demo ? ['--demo'] : [])], {
    env: {
      ...process.env,
      YEWRIDGE_PORT: `${TROUBLE_PORT}`,
      YEWRIDGE_HTTPS_PORT: `${SECURE_PORT}`,
      YEWRIDGE_DATA: folder,
      YEWRIDGE_DEMO_DATA: folder,
      ...env,
    },
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
