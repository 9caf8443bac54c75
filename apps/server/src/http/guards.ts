import type { RequestHandler } from 'express';
import { AppError } from './app-error.js';

const OWN_HOSTS = new Set(['localhost', '127.0.0.1', '[::1]']);

/** A page elsewhere may point its own name at this computer; answer only to our own names. */
export const onlyOwnHost: RequestHandler = (request, _response, next) => {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '');
  if (!OWN_HOSTS.has(host)) throw new AppError('FOREIGN_HOST');
  next();
};

/** What changes something must come as JSON, which a form on another page cannot send. */
export const onlyJson: RequestHandler = (request, _response, next) => {
  const changes = request.method === 'PUT' || request.method === 'POST' || request.method === 'PATCH';
  if (changes && !request.is('application/json')) throw new AppError('UNSUPPORTED_TYPE');
  next();
};
