import type { NetworkDto } from '@yewridge/contract/members';
import { networkSchema } from '@yewridge/contract/schemas';
import { Router } from 'express';
import { AppError } from '../http/app-error.js';
import { validated } from '../http/validate.js';
import type { PhoneDoor } from './phone-door.js';

/** The switch that lets phones in, and what a phone needs to trust this computer. */
export interface NetworkParts {
  readonly door: PhoneDoor;
  readonly isOn: () => Promise<boolean>;
  /** Keeps the wish over a restart. */
  readonly keep: (letsPhonesIn: boolean) => Promise<void>;
}

export function networkRoutes({ door, isOn, keep }: NetworkParts): Router {
  const router = Router();
  router.get('/network', (_request, response) => {
    response.json(door.state());
  });
  router.put('/network', async (request, response) => {
    const { open } = validated(networkSchema, request.body);
    if (open && !(await isOn())) {
      const message = 'switch members on first: else everybody in the network could do everything here';
      throw new AppError('RULE', { fields: [{ path: 'open', message }] });
    }
    await door.set(open);
    const state: NetworkDto = door.state();
    if (!open || state.fault === null) await keep(open);
    response.json(state);
  });
  router.get('/network/authority', (_request, response) => {
    const card = door.card();
    if (!card) throw new AppError('NOT_FOUND');
    response.json(card);
  });
  router.get('/network/authority.crt', (_request, response) => {
    const certificate = door.certificate();
    if (!certificate) throw new AppError('NOT_FOUND');
    response
      .set({
        'Content-Type': 'application/x-x509-ca-cert',
        'Content-Disposition': 'attachment; filename="yewridge.crt"',
      })
      .send(certificate);
  });
  return router;
}
