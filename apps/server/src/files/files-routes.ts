import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { FILE_LIMITS, type OwnersQuery } from '@yewridge/contract/files';
import {
  copyNameSchema,
  fileQuerySchema,
  fileTableSchema,
  ownersQuerySchema,
  placesQuerySchema,
  recordIdSchema,
} from '@yewridge/contract/schemas';
import express, { type Request, type RequestHandler, type Response, Router } from 'express';
import { AppError } from '../http/app-error.js';
import { validated } from '../http/validate.js';
import type { Clock } from '../shared/clock/clock.js';
import { whoWrites } from '../http/who.js';
import type { BackupOut } from './backup-out.js';
import type { FileWork } from './file-work.js';
import type { FilesOut } from './files-out.js';
import type { KeptCopies } from './kept-copies.js';
import type { Pictures } from './pictures.js';

const FILE_TYPE = 'application/octet-stream';
const fromAddress = { convert: true };

/** A file comes as bytes, which a form on another page cannot send; what it is, its content tells. */
const onlyBytes: RequestHandler = (request, _response, next) => {
  const squeezed = request.headers['content-encoding'] ?? 'identity';
  if (!request.is(FILE_TYPE) || squeezed !== 'identity') throw new AppError('UNSUPPORTED_TYPE');
  next();
};
const bytesOf = (body: unknown): Uint8Array => (Buffer.isBuffer(body) ? body : new Uint8Array());

function download(response: Response, name: string, type: string): Response {
  return response.set({
    'Content-Type': `${type}; charset=utf-8`,
    'Content-Disposition': `attachment; filename="${name}"`,
    'Cache-Control': 'no-store',
  });
}

/** Whether a backup is to hold who landowners are: that takes everything out of the house, and is the owner's. */
function withOwners(request: Request, response: Response): OwnersQuery {
  const query = validated(ownersQuerySchema, request.query, fromAddress);
  if (!query.owners || whoWrites(response).role === 'owner') return query;
  const message = 'Only the owner saves a backup with landowners and callers in it. Save it without.';
  throw new AppError('NOT_ALLOWED', { fields: [{ path: 'owners', message }] });
}

export interface FileServices {
  readonly work: FileWork;
  readonly filesOut: FilesOut;
  readonly backups: BackupOut;
  readonly copies: KeptCopies;
  readonly pictures: Pictures;
  readonly clock: Clock;
}

/** Files out; answers that a browser saves. */
function outRoutes({ filesOut, backups, copies, clock }: FileServices): Router {
  const router = Router();
  const named = (what: string): string =>
    `yewridge-${what.replace('.', `-${clock.now().toISOString().slice(0, 10)}.`)}`;
  router.get('/files/sites.geojson', async (request, response) => {
    const { route, owners } = validated(placesQuerySchema, request.query, fromAddress);
    const json = await filesOut.geoJson((route ?? '').split(','), { owners });
    download(response, named('sites.geojson'), 'application/geo+json').send(JSON.stringify(json));
  });
  router.get('/files/sites.gpx', async (request, response) => {
    const { route } = validated(placesQuerySchema, request.query, fromAddress);
    const gpx = await filesOut.gpx((route ?? '').split(','));
    download(response, named('sites.gpx'), 'application/gpx+xml').send(gpx);
  });
  router.get('/files/backup.zip', async (request, response) => {
    const owners = withOwners(request, response);
    download(response, named('backup.zip'), 'application/zip');
    await pipeline(backups.zip(owners), response);
  });
  router.get('/files/backup.json', async (request, response) => {
    const owners = withOwners(request, response);
    download(response, named('backup.json'), 'application/json');
    await pipeline(backups.json(owners), response);
  });
  router.get('/files/copies', async (_request, response) => {
    response.json({ items: await copies.all() });
  });
  router.get('/files/copies/:name', async (request, response) => {
    const { name } = validated(copyNameSchema, request.params);
    const path = copies.path(name);
    download(response, name, name.endsWith('.json') ? 'application/json' : 'application/vnd.sqlite3');
    await pipeline(createReadStream(path), response);
  });
  router.get('/files/tables', async (_request, response) => {
    response.json({ items: await filesOut.counts() });
  });
  router.get('/files/tables/:table', async (request, response) => {
    const { table } = validated(fileTableSchema, request.params);
    const csv = await filesOut.csv(table, validated(ownersQuerySchema, request.query, fromAddress));
    download(response, named(`${table}.csv`), 'text/csv').send(csv);
  });
  return router;
}

/** Pictures, which are never changed and so may be kept by the browser. */
function pictureRoutes({ pictures }: FileServices): Router {
  const router = Router();
  const bytes = [onlyBytes, express.raw({ type: FILE_TYPE, limit: FILE_LIMITS.picture })];
  router.put('/files/pictures/:id', ...bytes, async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const { created } = await pictures.keep(id, bytesOf(request.body));
    response.status(created ? 201 : 200).json({ id });
  });
  router.get('/files/pictures/:id', async (request, response) => {
    const { type, bytes: picture } = await pictures.one(validated(recordIdSchema, request.params).id);
    response.set({ 'Content-Type': type, 'Cache-Control': 'private, max-age=31536000, immutable' }).send(picture);
  });
  return router;
}

/** A signal that whoever asked has gone before the answer. */
function goneFrom(response: Response): AbortSignal {
  const leaving = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) leaving.abort();
  });
  return leaving.signal;
}

/** Files in, as bytes and not as JSON: these stand before the parser of the rest, and go to the disk as they arrive. */
export function filesRoutes(services: FileServices): Router {
  const router = Router();
  const { work } = services;
  router.use(outRoutes(services), pictureRoutes(services));
  router.post('/files/plan', onlyBytes, async (request, response) => {
    const query = validated(fileQuerySchema, request.query, fromAddress);
    response.json(await work.plan(request, query, whoWrites(response), goneFrom(response)));
  });
  router.put('/files/taken/:id', onlyBytes, async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const query = validated(fileQuerySchema, request.query, fromAddress);
    response.json(await work.take(id, request, { query, by: whoWrites(response) }, goneFrom(response)));
  });
  router.get('/files/progress/:id', (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    response.json(work.progress(id) ?? { says: '', done: 0 });
  });
  return router;
}
