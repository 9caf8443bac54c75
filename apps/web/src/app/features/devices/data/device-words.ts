import type { DeviceDto, DeviceReadingDto, DevicesDto } from '@yewridge/contract/devices';
import { type UnitSystem, ZERO_CELSIUS } from '@yewridge/core/shared/units';
import { trapLink } from '../../../shared/routes/paths';
import { dayShort } from '../../../shared/season/season-words';
import { decimalText, figureText, temperatureText } from '../../../shared/units/format';

export interface DeviceLine {
  readonly id: string;
  readonly name: string;
  /** Where it hangs, for a sensor; what it is, for a station. */
  readonly trap: { readonly number: string; readonly link: readonly string[] } | null;
  readonly where: string;
  readonly simulated: boolean;
  readonly removed: boolean;
  readonly bees: string;
  readonly inside: string;
  readonly mass: string;
  readonly when: string;
  readonly count: string;
}

function countWords({ kind, readings, simulated }: DeviceDto): string {
  if (kind === 'weatherStation') return simulated ? 'each day, and ten days ahead' : 'a day at a time';
  if (readings === 0) return 'nothing yet';
  return `${readings} ${readings === 1 ? 'reading' : 'readings'}`;
}

export function deviceLines({ devices, traps }: DevicesDto, system: UnitSystem): readonly DeviceLine[] {
  return devices.map((device) => {
    const { kind, last, trapId, number } = device;
    const site = traps.find((trap) => trap.trapId === trapId)?.site;
    const sensor = kind === 'trapSensor';
    const [perMin, insideC, massKg] = [last?.perMin ?? null, last?.insideC ?? null, last?.massKg ?? null];
    return {
      id: device.id,
      name: device.name,
      trap: sensor && trapId !== null ? { number: number ?? '?', link: trapLink(trapId) } : null,
      where: !sensor ? 'weather station' : site ? ` at ${site}` : ', in Stores',
      simulated: device.simulated,
      removed: device.removedAt !== null,
      bees: perMin === null ? '' : decimalText(perMin, 0),
      inside: insideC === null ? '' : temperatureText(insideC + ZERO_CELSIUS, system),
      mass: massKg === null ? '' : figureText(massKg, 'mass', system),
      when: last ? `${dayShort(last.at.slice(0, 10))}, ${last.at.slice(11)}` : '',
      count: countWords(device),
    };
  });
}

export function devicesAnswer({ devices }: DevicesDto): string {
  const here = devices.filter(({ removedAt }) => removedAt === null);
  if (here.length === 0) return 'No sensor reports yet';
  const simulated = here.filter((one) => one.simulated).length;
  const count = `${here.length} ${here.length === 1 ? 'device reports' : 'devices report'}`;
  if (simulated === 0) return count;
  return simulated === here.length
    ? `${count}; ${here.length === 1 ? 'it is' : 'all are'} simulated`
    : `${count}; ${simulated} of them simulated`;
}

/** A view with one more reading in it; one that is in it already changes nothing. */
export function withReading(view: DevicesDto, reading: DeviceReadingDto): DevicesDto {
  if (reading.seq <= view.seq) return view;
  return {
    ...view,
    seq: reading.seq,
    devices: view.devices.map((device) => {
      if (device.id !== reading.deviceId) return device;
      const newer = device.last === null || reading.instant > device.last.instant;
      return { ...device, readings: device.readings + 1, last: newer ? reading : device.last };
    }),
  };
}

/** How a sensor of one's own sends what it measured, to be tried in a terminal. */
export function sendExample(id: string, key: string, kind: DeviceDto['kind'], now: string): string {
  const reading =
    kind === 'trapSensor'
      ? { at: now.replace(/\.\d+/, ''), perMin: 4, insideC: 17.2, massKg: 9.65 }
      : { date: now.slice(0, 10), tMinC: 8.5, tMaxC: 21, rainMm: 0, windMps: 1.4 };
  return [
    `curl -X POST ${location.origin}/api/v1/devices/${id}/readings \\`,
    `  -H 'Authorization: Bearer ${key}' \\`,
    `  -H 'Content-Type: application/json' \\`,
    `  -d '${JSON.stringify({ readings: [reading] })}'`,
  ].join('\n');
}
