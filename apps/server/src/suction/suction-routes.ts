import { freezeRigSchema, gateSettingSchema, saveRigSchema } from '@yewridge/contract/schemas';
import { type BatteryReadingDto, MANOMETER_STOP, type ManometerReadingDto } from '@yewridge/contract/suction';
import { type Rig, rigProblems } from '@yewridge/core/suction';
import type { Router } from 'express';
import { AppError } from '../http/app-error.js';
import { validated } from '../http/validate.js';
import type { Clock } from '../shared/clock/clock.js';
import type { KeptDocuments } from '../shared/documents/kept-documents.js';
import { idOf, keptRoutes } from '../shared/documents/kept-routes.js';
import { type BatteryMonitor, READING_MS } from '../shared/instruments/instruments.js';
import type { OpenStreams } from '../shared/streams/open-streams.js';
import type { Manometer } from './manometer.js';
import type { RigVersions } from './rig-versions.js';
import { SimulatedBattery } from './simulated-battery.js';

/** The same stand-in every day. */
const BATTERY_SEED = 18;

/** @throws AppError `VALIDATION` for a rig that is not possible as a whole. */
function runs(rig: Rig): void {
  const [problem] = rigProblems(rig);
  if (problem) {
    throw new AppError('VALIDATION', {
      fields: [{ path: problem.path, message: `the rig cannot be run: ${problem.fault}` }],
    });
  }
}

export function suctionRoutes(
  rigs: KeptDocuments<Rig>,
  versions: RigVersions,
  manometer: Manometer,
  clock: Clock,
  streams: OpenStreams,
): Router {
  const router = keptRoutes('rigs', rigs, saveRigSchema);
  router.get('/rigs/:id/versions', async (request, response) => {
    response.json(await versions.all(idOf(request.params)));
  });
  router.post('/rigs/:id/versions', async (request, response) => {
    const id = idOf(request.params);
    const { version, created } = await versions.freeze(id, validated(freezeRigSchema, request.body));
    response.status(created ? 201 : 200).json(version);
  });
  router.get('/rigs/:id/manometer', async (request, response) => {
    const setting = validated(gateSettingSchema, request.query, { convert: true });
    const { document: rig } = await rigs.one(idOf(request.params));
    runs(rig);
    const stream = streams.begin(response);
    let count = 0;
    stream.every(READING_MS, () => {
      count += 1;
      const sample = manometer.read(rig, setting, count);
      const reading: ManometerReadingDto = {
        ...setting,
        ...sample,
        count,
        at: clock.now().toISOString(),
        simulated: manometer.simulated,
        stop: sample.boxUnderPressure > MANOMETER_STOP,
      };
      stream.send('reading', reading, count);
    });
  });
  router.get('/rigs/:id/battery', async (request, response) => {
    const { document: rig } = await rigs.one(idOf(request.params));
    runs(rig);
    const battery: BatteryMonitor | null = SimulatedBattery.of(rig, BATTERY_SEED);
    if (!battery) {
      throw new AppError('VALIDATION', {
        fields: [{ path: 'source.supply', message: 'this rig runs on no battery whose draw is known' }],
      });
    }
    const stream = streams.begin(response);
    let minute = 0;
    let over = false;
    stream.every(READING_MS, async () => {
      const reading: BatteryReadingDto = { minute, ...(await battery.read()), simulated: battery.kind === 'simulated' };
      // Cut off, it tells no more; the reader closes the line.
      if (over) return;
      over = reading.cutoff;
      stream.send('reading', reading, minute);
      minute += 1;
    });
  });
  return router;
}
