import { recordIdSchema, saveMapLayerSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { sendShared } from '../http/shared-answer.js';
import { validated } from '../http/validate.js';
import type { GroundService } from './ground-service.js';
import type { PersonService } from './person.js';

export function groundRoutes(ground: GroundService, people: PersonService): Router {
  const router = Router();
  router.get('/ground', async (_request, response) => {
    sendShared(response, await ground.overview());
  });
  router.get('/ground/layers', async (_request, response) => {
    response.json({ items: await ground.layers() });
  });
  router.get('/ground/layers/:id', async (request, response) => {
    response.json(await ground.layer(validated(recordIdSchema, request.params).id));
  });
  router.put('/ground/layers/:id', async (request, response) => {
    const { id } = validated(recordIdSchema, request.params);
    const { shown } = validated(saveMapLayerSchema, request.body);
    response.json(await ground.show(id, shown));
  });
  router.delete('/ground/layers/:id', async (request, response) => {
    await ground.removeLayer(validated(recordIdSchema, request.params).id);
    response.status(204).end();
  });
  router.get('/people/:id', async (request, response) => {
    response.json(await people.kept(validated(recordIdSchema, request.params).id));
  });
  router.delete('/people/:id', async (request, response) => {
    await people.erase(validated(recordIdSchema, request.params).id);
    response.status(204).end();
  });
  return router;
}
