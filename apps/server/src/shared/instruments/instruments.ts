import type { IsoDate } from '@yewridge/core/season';

/** Time between two readings that an instrument sends while somebody listens. */
export const READING_MS = 400;

/** Whether what stands behind an instrument is made up. Whatever shows its values says so beside them. */
export type InstrumentKind = 'simulated' | 'device';

export interface DailyWeather {
  readonly date: IsoDate;
  /** °C, mm, m/s. */
  readonly tMin: number | null;
  readonly tMax: number | null;
  readonly rainMm: number | null;
  readonly windMps: number | null;
  readonly source: 'measured' | 'forecast' | 'simulated';
}
export interface WeatherSource {
  readonly kind: InstrumentKind;
  /** `days` days from a day on, in order. */
  daily(from: IsoDate, days: number): Promise<readonly DailyWeather[]>;
}

export interface TrapReading {
  /** Whole local hours since 1970-01-01. */
  readonly hour: number;
  /** Bees a minute. */
  readonly perMin: number;
  readonly insideC: number;
  readonly massKg: number;
  readonly source: 'measured' | 'simulated';
}
export interface TrapSensor {
  readonly kind: InstrumentKind;
  /** From an hour on, up to now, in order. */
  readings(sinceHour: number): Promise<readonly TrapReading[]>;
}

export interface BoxReading {
  /** K, K/s, and the share of the screen under bees. */
  readonly boxTemp: number;
  readonly tempRate: number;
  readonly coverage: number;
}
/** A thermometer in the box of a bee vacuum, and an eye on its screen. */
export interface BoxProbe {
  readonly kind: InstrumentKind;
  /** So many seconds after the job began; spells of suction in the same seconds. */
  read(spells: readonly { readonly from: number; readonly to: number | null }[], seconds: number): BoxReading;
}

export interface BatteryMonitor {
  readonly kind: InstrumentKind;
  /** V, state of charge 0..1; `cutoff`: the pack has switched itself off. */
  read(): Promise<{ readonly volt: number; readonly soc: number | null; readonly cutoff: boolean }>;
}
