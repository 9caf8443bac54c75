import type { HangingSensor } from '@yewridge/contract/rounds';
import { type UnitSystem, ZERO_CELSIUS } from '@yewridge/core/shared/units';
import { dayShort } from '../season/season-words';
import { decimalText, figureText, temperatureText } from '../units/format';

export interface Measured {
  readonly perMin: number | null;
  readonly insideC: number | null;
  readonly massKg: number | null;
}

/** `24 bees a minute, 17 °C inside, 3.42 kg`. */
export function measuredWords({ perMin, insideC, massKg }: Measured, system: UnitSystem): string {
  return [
    perMin === null ? '' : `${decimalText(perMin, 0)} ${perMin === 1 ? 'bee' : 'bees'} a minute`,
    insideC === null ? '' : `${temperatureText(insideC + ZERO_CELSIUS, system)} inside`,
    massKg === null ? '' : figureText(massKg, 'mass', system),
  ]
    .filter((text) => text !== '')
    .join(', ');
}

/** What the sensor in a trap is a sign of, and what it is not: `bees seem to have moved in on Fri 15 May, 12:00 …`. */
export function signWords({ name, simulated, movedIn, sign }: HangingSensor, system: UnitSystem): string {
  const teller = `${name}${simulated ? ', simulated' : ''}`;
  if (!movedIn || sign.since === null) return `the trap is empty (${teller})`;
  const heavier =
    sign.gainKg === null || !sign.by.includes('mass') ? '' : `${figureText(sign.gainKg, 'mass', system)} heavier`;
  const warm = sign.by.includes('warmth') ? 'warm through the night' : '';
  const told = [heavier, warm].filter((text) => text !== '').join(' and ');
  return `bees seem to have moved in on ${dayShort(sign.since.slice(0, 10))}, ${sign.since.slice(11)}: ${told} (${teller})`;
}
