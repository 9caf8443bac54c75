import { SENSOR_LIMITS } from '@yewridge/core/season';
import Joi from 'joi';
import { RECORD_TABLES } from '../season/record-tables.js';
import { day, id, text, within, word } from '../shared/part-schemas.js';
import {
  DEVICE_KINDS,
  DEVICE_LIMITS,
  type RegisterDeviceDto,
  type SentTrapReading,
  type SentWeatherDay,
} from './index.js';

const name = text(DEVICE_LIMITS.name).trim().min(1).required();
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

export const registerDeviceSchema = Joi.object<RegisterDeviceDto>({
  kind: word(DEVICE_KINDS).required(),
  name,
  trapId: id.allow(null).when('kind', { is: 'trapSensor', then: Joi.required().invalid(null) }),
});

const readings = <T>(one: Joi.ObjectSchema<T>): Joi.ObjectSchema<{ readonly readings: readonly T[] }> =>
  Joi.object({ readings: Joi.array().items(one).min(1).max(DEVICE_LIMITS.batch).required() });

const sensed = Object.fromEntries(
  Object.entries(SENSOR_LIMITS).map(([field, range]) => [field, within(range).allow(null)]),
);
export const trapReadingsSchema = readings(
  Joi.object<SentTrapReading>({
    at: Joi.string()
      .strict()
      .isoDate()
      .pattern(INSTANT, 'a time like 2026-05-14T18:00:00+02:00, with its offset or Z')
      .required(),
    ...sensed,
  }).or('perMin', 'insideC', 'massKg'),
);

const { tMinC, tMaxC, rainMm, windMps } = RECORD_TABLES.weather;
export const weatherDaysSchema = readings(
  Joi.object<SentWeatherDay>({
    date: day.required(),
    ...Object.fromEntries(
      Object.entries({ tMinC, tMaxC, rainMm, windMps }).map(([field, range]) => [field, within(range).allow(null)]),
    ),
  }),
);

export const calendarKeySchema = Joi.object<{ readonly name: string }>({ name });
export const calendarPathSchema = Joi.object<{ readonly file: string }>({
  file: Joi.string()
    .strict()
    .pattern(/^[\w-]{1,100}\.ics$/, 'an address as it was told, with .ics at its end')
    .required(),
});
export const readingsQuerySchema = Joi.object<{ readonly deviceId: string; readonly from?: string }>({
  deviceId: id.required(),
  from: day,
});
export const streamQuerySchema = Joi.object<{ readonly after: number }>({
  after: Joi.number().integer().min(0).default(0),
});
