import {
  idSchema,
  readingsQuerySchema,
  registerDeviceSchema,
  streamQuerySchema,
  trapReadingsSchema,
  weatherDaysSchema,
} from '@yewridge/contract/schemas';
import { type Request, Router } from 'express';
import { validated } from '../http/validate.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';
import { lastSeen, type OpenStreams } from '../shared/streams/open-streams.js';
import type { DevicesService } from './devices-service.js';

const fromAddress = { convert: true };
const FIRST_DAY = '0001-01-01';

/** `Authorization: Bearer …` */
function keyOf(request: Request): string | null {
  return /^Bearer ([\w-]{1,128})$/.exec(request.get('authorization') ?? '')?.[1] ?? null;
}

export function devicesRoutes(devices: DevicesService, readings: SensorReadings, streams: OpenStreams): Router {
  const router = Router();
  router.get('/devices', async (_request, response) => {
    response.json(await devices.all());
  });
  router.post('/devices', async (request, response) => {
    response.status(201).json(await devices.register(validated(registerDeviceSchema, request.body)));
  });
  router.delete('/devices/:id', async (request, response) => {
    response.json(await devices.remove(validated(idSchema, request.params).id));
  });
  router.post('/devices/:id/readings', async (request, response) => {
    const device = await devices.known(validated(idSchema, request.params).id, keyOf(request));
    const taken =
      device.kind === 'trapSensor'
        ? await devices.take(device.id, validated(trapReadingsSchema, request.body).readings)
        : await devices.takeDays(device.id, validated(weatherDaysSchema, request.body).readings);
    response.json(taken);
  });
  router.get('/readings', async (request, response) => {
    const { deviceId, from = FIRST_DAY } = validated(readingsQuerySchema, request.query, fromAddress);
    response.json({ items: await readings.of(deviceId, from) });
  });
  router.get('/readings/stream', (request, response) => {
    const { after } = validated(streamQuerySchema, request.query, fromAddress);
    let seen = lastSeen(request, after);
    const stream = streams.begin(response);
    let asked = false;
    let busy = false;
    const more = async (): Promise<void> => {
      asked = true;
      // One question at a time: two would both send what is new.
      if (busy) return;
      busy = true;
      try {
        while (asked && !response.closed) {
          asked = false;
          const page = await readings.after(seen);
          for (const reading of page) stream.send('reading', reading, reading.seq);
          seen = page.at(-1)?.seq ?? seen;
          if (page.length > 0) asked = true;
        }
      } catch (error) {
        request.log.error({ err: error }, 'the readings could not be read');
        response.end();
      } finally {
        busy = false;
      }
    };
    stream.onClose(readings.follow(() => void more()));
    void more();
  });
  return router;
}
