import type { DriveOffer } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';
import { MACHINE_NAMES } from './rig-words';

/** What one offer changes, with the size that works and the speed it gives. */
export function driveWords({ kind, size, machine, rig, hoseSpeed }: DriveOffer, system: UnitSystem): string {
  const text = size === null ? '' : figureText(size, kind === 'shorterHose' ? 'height' : 'length', system);
  const speed = `${figureText(hoseSpeed, 'speed', system)} in the hose`;
  switch (kind) {
    case 'largerBleed': {
      const what = rig.bleed.gate.kind === 'rectangle' ? 'window wide' : 'hole in diameter';
      return `Bleed with a ${what} ${text}: ${speed}`;
    }
    case 'otherHose':
      return `Hose and port of ${text} bore: ${speed}`;
    case 'shorterHose':
      return `Hose of ${text}: ${speed}`;
    case 'otherMachine':
      return `${machine === null ? 'Another machine' : MACHINE_NAMES[machine]}: ${speed}`;
  }
}
