import { idSchema, keptQuerySchema, revisionQuerySchema } from '@yewridge/contract/schemas';
import type { SaveKeptDto } from '@yewridge/contract/shared';
import { Router } from 'express';
import type { ObjectSchema } from 'joi';
import { sendShared } from '../../http/shared-answer.js';
import { validated } from '../../http/validate.js';
import type { KeptDocuments } from './kept-documents.js';

const fromAddress = { convert: true };

export const idOf = (params: unknown): string => validated(idSchema, params).id;
export const revisionOf = (query: unknown): number => validated(revisionQuerySchema, query, fromAddress).revision;

/** The five routes of documents that are kept whole. `path` is their plural in the address. */
export function keptRoutes<T extends { readonly name: string }>(
  path: string,
  documents: KeptDocuments<T>,
  save: ObjectSchema<SaveKeptDto<T>>,
): Router {
  const router = Router();
  router.get(`/${path}`, async (request, response) => {
    sendShared(response, await documents.page(validated(keptQuerySchema, request.query, fromAddress)));
  });
  router.get(`/${path}/:id`, async (request, response) => {
    response.json(await documents.one(idOf(request.params)));
  });
  router.put(`/${path}/:id`, async (request, response) => {
    const id = idOf(request.params);
    const { kept, created } = await documents.save(id, validated(save, request.body));
    response.status(created ? 201 : 200).json(kept);
  });
  router.delete(`/${path}/:id`, async (request, response) => {
    response.json(await documents.remove(idOf(request.params), revisionOf(request.query)));
  });
  router.post(`/${path}/:id/restore`, async (request, response) => {
    response.json(await documents.restore(idOf(request.params), revisionOf(request.query)));
  });
  return router;
}
