import { LEAST_BLEED_PORT_SHUT, MANOMETER_STOP } from '@yewridge/contract/suction';
import type { Calibration, Estimate, Reading } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureText } from '../../../shared/units/format';

export interface EstimateRow {
  readonly name: string;
  readonly value: string;
  readonly range: string;
  readonly says: string;
}

type Quantity = 'pressure' | 'flow' | 'area';

function row(name: string, one: Estimate, quantity: Quantity, unknown: string, system: UnitSystem): EstimateRow {
  const text = (value: number): string => figureText(value, quantity, system);
  return {
    name,
    value: text(one.value),
    range: `${text(one.low)} to ${text(one.high)}`,
    says: one.identified ? 'found' : unknown,
  };
}

export function estimateRows(found: Calibration, system: UnitSystem): readonly EstimateRow[] {
  return [
    row(
      'Suction, inlet sealed',
      found.sealedSuction,
      'pressure',
      'not found: the box never reached a good part of it. The speeds do not need it; for a clogged screen and pinned bees the figure of before is kept.',
      system,
    ),
    row('Flow, inlet free', found.freeFlow, 'flow', 'not found: read at more openings', system),
    row('Leak of the box', found.leakArea, 'area', 'only loosely known', system),
  ];
}

/** How far apart the two levels of a water gauge stand: `31 mm of water`. */
export function columnText(pascal: number, system: UnitSystem): string {
  return `${figureText(pascal, 'column', system)} between the levels of a water gauge`;
}

/** A suction of the box as an instrument and as a water gauge show it. */
export function gaugeText(pascal: number, system: UnitSystem): string {
  const pressure = `${figureText(pascal, 'pressure', system)} in the box`;
  return system === 'metric' ? `${pressure} (${figureText(pascal, 'column', system)} of water)` : pressure;
}

/** Which reading would tell most next. */
export function nextReading(readings: readonly Reading[]): string {
  const openings = new Set(
    readings.filter(({ portClosed }) => portClosed !== true).map(({ opening }) => Math.round(10 * opening)),
  );
  if (!openings.has(10)) return 'Begin with the bleed wide open: it is the safe one.';
  if (openings.size < 3) return 'Read at two or three more openings, half and nearly shut: they tell the free flow.';
  if (!readings.some(({ portClosed }) => portClosed === true)) {
    return `Read once with the port shut and the bleed at ${LEAST_BLEED_PORT_SHUT}: it tells the leak.`;
  }
  if (!readings.some(({ nozzleSpeed }) => typeof nozzleSpeed === 'number')) {
    return 'Read the speed at the mouth once: only that shows a common error of hose and gate.';
  }
  return openings.size < 5
    ? 'One more opening between two you have makes the curve firmer.'
    : 'Enough: more readings change little.';
}

/** Why a setting of the gate must not be read, or `null`. */
export function unsafe(opening: number, portClosed: boolean): string | null {
  return portClosed && opening < LEAST_BLEED_PORT_SHUT
    ? `With the port shut the bleed must be at least ${LEAST_BLEED_PORT_SHUT} open; it is ${decimalText(opening, 2)}.`
    : null;
}

export function stopWords(pascal: number, system: UnitSystem): string | null {
  return pascal > MANOMETER_STOP ? `Stop: ${figureText(pascal, 'pressure', system)} in the box. Open the bleed.` : null;
}

export function fitWords(found: Calibration): string {
  const { degreesOfFreedom, chiSquare } = found;
  if (degreesOfFreedom <= 0) return 'Too few readings to tell how well they fit.';
  const spread = Math.sqrt(chiSquare / degreesOfFreedom);
  if (found.warnings.includes('poor-fit')) {
    return `The readings do not fit together: they miss by ${decimalText(spread, 1)} times what an instrument does. Read again, or try the other curve.`;
  }
  return `They miss by ${decimalText(spread, 1)} times what an instrument does: a good fit.`;
}

/** How far a reading is from the fit, in what an instrument misses by: its pressure, then its speed where it has one. */
export function residualWords({ residuals }: Calibration, readings: readonly Reading[], n: number): string {
  const many = (reading: Reading | undefined): number => (typeof reading?.nozzleSpeed === 'number' ? 2 : 1);
  const before = readings.slice(0, n).reduce((sum, reading) => sum + many(reading), 0);
  const own = residuals.slice(before, before + many(readings[n]));
  const words = own.map((one) => `${one < 0 ? '−' : '+'}${decimalText(Math.abs(one), 1)}`);
  return words.length === 0 ? '' : `off by ${words.join(' and ')} times what an instrument errs by`;
}
