import type { IsoDate } from '@yewridge/core/season';

export const DEVICE_KINDS = ['trapSensor', 'weatherStation'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** One reading of a sensor in a trap, as it is kept; what it does not measure is `null`. SI and °C. */
export interface DeviceReadingDto {
  /** Counts the readings of all devices as they came in, from 1: who has seen one has seen all before it. */
  readonly seq: number;
  readonly deviceId: string;
  /** Wall time where the keeper is. */
  readonly at: string;
  /** UTC. */
  readonly instant: string;
  readonly perMin: number | null;
  readonly insideC: number | null;
  readonly massKg: number | null;
  readonly source: 'measured' | 'simulated';
}

export interface DeviceDto {
  readonly id: string;
  readonly kind: DeviceKind;
  readonly name: string;
  /** The trap a sensor hangs in. */
  readonly trapId: string | null;
  readonly number: string | null;
  readonly simulated: boolean;
  readonly createdAt: string;
  readonly removedAt: string | null;
  readonly readings: number;
  readonly last: DeviceReadingDto | null;
}
export interface DevicesDto {
  readonly now: string;
  /** The number of the latest reading of all; 0 before the first. */
  readonly seq: number;
  readonly devices: readonly DeviceDto[];
  /** Traps a sensor can be put into. */
  readonly traps: readonly { readonly trapId: string; readonly number: string; readonly site: string | null }[];
}
/** The key is told once, when the device is registered; only its digest is kept. */
export interface NewDeviceDto {
  readonly device: DeviceDto;
  readonly key: string;
}
export interface RegisterDeviceDto {
  readonly kind: DeviceKind;
  readonly name: string;
  readonly trapId?: string | null;
}

/** What a trap's sensor sends. */
export interface SentTrapReading {
  /** ISO 8601 with `Z` or an offset. */
  readonly at: string;
  readonly perMin?: number | null;
  readonly insideC?: number | null;
  readonly massKg?: number | null;
}
/** What a weather station sends: one day. */
export interface SentWeatherDay {
  readonly date: IsoDate;
  readonly tMinC?: number | null;
  readonly tMaxC?: number | null;
  readonly rainMm?: number | null;
  readonly windMps?: number | null;
}
export interface TakenReadingsDto {
  /** New ones. */
  readonly kept: number;
  /** Those that were there already, the same: a sensor may send again what it is not sure of. */
  readonly known: number;
}
export const DEVICE_LIMITS = {
  name: 80,
  /** Readings in one request. */
  batch: 500,
  /** A sensor's clock may be so much ahead. */
  aheadMinutes: 5,
  /** Readings one question answers, the latest. */
  page: 2000,
  devices: 200,
} as const;

/** A calendar program's way to the steps; revoked, it is told no more. */
export interface CalendarKeyDto {
  readonly id: string;
  readonly name: string;
  readonly createdAt: string;
  readonly lastReadAt: string | null;
}
export interface NewCalendarKeyDto {
  readonly calendar: CalendarKeyDto;
  /** Path of the calendar, secret and all; told once. */
  readonly path: string;
}
