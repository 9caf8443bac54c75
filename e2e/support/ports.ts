/** Two flows run side by side, each beside servers of its own. */
export const WORKERS = 2;
const APART = 10;
const here = Number(process.env['TEST_PARALLEL_INDEX'] ?? 0);
const portOf = (port: number, worker = here): number => port + APART * worker;

export const ownPort = (worker?: number): number => portOf(8151, worker);
export const demoPort = (worker?: number): number => portOf(8152, worker);
export const OWN_PORT = ownPort();
export const DEMO_PORT = demoPort();
/** For tests that stop and start a server of their own. */
export const TROUBLE_PORT = portOf(8153);
/** A door before that server, which a test may shut. */
export const NEWER_PORT = portOf(8154);
/** HTTPS of that server, for phones. */
export const SECURE_PORT = portOf(8156);
