import { type Alarm, BOX_COOLED } from '@yewridge/core/callouts';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { BEE_DATA } from '@yewridge/core/suction';
import { decimalText, temperatureText } from '../../../shared/units/format';
import { ALARM_NAMES, DO_WORDS } from './work-words';

const WARNING = BEE_DATA.temperature.warning.typical;
const TENTH = 1;

/** A box to the tenth: between 38 and 38.4 lies what is done. */
export const boxTempText = (kelvin: number, system: UnitSystem): string => temperatureText(kelvin, system, TENTH);

/** The alarm in one line, with the figure that raised it. */
export function alarmHead({ code, value, held }: Alarm, system: UnitSystem): string {
  const name = ALARM_NAMES[code] ?? code;
  if (value === null) return held ? `${name}, nothing newer is known` : name;
  const share = `${decimalText(100 * value, 0)} %`;
  switch (code) {
    case 'box-hot':
      return `Box ${boxTempText(value, system)}, over ${boxTempText(WARNING, system)}`;
    case 'box-warming':
      return `Box at ${boxTempText(WARNING, system)} in ${Math.max(1, Math.round(value / 60))} min`;
    case 'shut-long':
      return `Shut for ${share} of what it bears`;
    case 'screen-covered':
      return `Screen covered to ${share} of what it may be`;
    case 'battery-low':
      return `Battery: ${Math.floor(value / 60)} min ${Math.round(value % 60)} s left`;
    case 'battery-short':
      return `Battery lasts for ${share} of the bees that are left`;
    case 'speed-low':
      return `Hose at ${share} of what carries them surely`;
    case 'speed-high':
      return `Hose at ${share} of what lands softly`;
    case 'box-full':
      return `Box filled to ${share}`;
    case 'stale':
      return `Last reading ${Math.round(value)} s ago`;
    default:
      return name;
  }
}

/** What to do, the first at once. */
export function alarmDo(
  { code, do: first, then }: Alarm,
  running: boolean,
): { readonly now: string; readonly then: string } {
  const word = (act: string): string => DO_WORDS[act] ?? act;
  const now = code === 'box-hot' && !running ? word('open-mesh') : word(first);
  return {
    now,
    then: then
      .filter((act) => word(act) !== now)
      .map(word)
      .join(' '),
  };
}

/** When it may go on again. */
export function alarmClears({ code }: Alarm, system: UnitSystem): string {
  if (code === 'box-hot') return `Go on below ${boxTempText(BOX_COOLED, system)}.`;
  if (code === 'screen-covered') return 'Go on when the screen is free.';
  return '';
}
