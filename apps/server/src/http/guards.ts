import type { RequestHandler } from 'express';
import type { IncomingMessage } from 'node:http';
import { AppError } from './app-error.js';

const OWN_HOSTS = new Set(['localhost', '127.0.0.1', '[::1]']);

/** The name a request was sent to, without its port. */
export const hostOf = (request: IncomingMessage): string =>
  // A name may end with the dot of the root.
  (request.headers.host ?? '').replace(/:\d+$/, '').replace(/\.$/, '').toLowerCase();

/** Sent to this computer's own name, from itself, and through nobody in between. */
export function isLocal(request: IncomingMessage): boolean {
  const passedOn = PASSED_ON.some((name) => request.headers[name] !== undefined);
  return !passedOn && OWN_HOSTS.has(hostOf(request)) && LOOPBACK.has(request.socket.remoteAddress ?? '');
}
const PASSED_ON = ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'forwarded', 'via', 'x-real-ip'];
const LOOPBACK = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);

/** A page elsewhere may point its own name at this computer; answer only to the names it is known by. */
export function onlyKnownHosts(known: () => ReadonlySet<string>): RequestHandler {
  return (request, _response, next) => {
    const host = hostOf(request);
    if (!OWN_HOSTS.has(host) && !known().has(host)) throw new AppError('FOREIGN_HOST');
    next();
  };
}

/** Beyond this computer nothing is told or taken without encryption: a proxy in front must have it. */
export function onlyEncrypted(publicHost: string | null): RequestHandler {
  return (request, response, next) => {
    if (!request.secure && !isLocal(request)) throw new AppError('NOT_ENCRYPTED');
    // A name of one's own network may be another program's too, at another port: only a public one is held to it.
    if (publicHost !== null && hostOf(request) === publicHost) {
      response.set('Strict-Transport-Security', 'max-age=31536000');
    }
    next();
  };
}

/** What changes something must come as JSON, which a form on another page cannot send. */
export const onlyJson: RequestHandler = (request, _response, next) => {
  const changes = request.method === 'PUT' || request.method === 'POST' || request.method === 'PATCH';
  if (changes && !request.is('application/json')) throw new AppError('UNSUPPORTED_TYPE');
  next();
};

/** Signs that steer a terminal and are no text; a tab and the ends of lines are. */
// eslint-disable-next-line no-control-regex -- they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

export const isWholeText = (text: string): boolean => text.isWellFormed() && !CONTROL.test(text);

/** Where in what was sent a text holds half of a character (a surrogate without its other half) or a control sign; else `null`. */
export function brokenText(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return isWholeText(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, one] of Object.entries(value)) {
    const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
    const broken = isWholeText(key) ? brokenText(one, at) : at.toWellFormed();
    if (broken !== null) return broken;
  }
  return null;
}

/** Text that no file could hold afterwards is refused before it is kept. */
export const onlyWholeText: RequestHandler = (request, _response, next) => {
  const path = brokenText(request.body as unknown);
  if (path === null) {
    next();
    return;
  }
  const message =
    'this text holds half of a character or a sign that is no text, as pasting may leave it: delete that sign and type it again';
  throw new AppError('VALIDATION', { fields: [{ path, message }] });
};
