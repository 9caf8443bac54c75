import type { Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import equal from 'fast-deep-equal';
import { percentText } from '../../../shared/units/format';
import { PART_NAMES, partLine, PARTS } from './rig-parts';

/** What changed from one rig to another, part by part, in words. */
export function rigDifferences(before: Rig, after: Rig, system: UnitSystem): readonly string[] {
  const parts = PARTS.flatMap((part) => {
    const [was, is] = [partLine(before, part, system), partLine(after, part, system)];
    return was === is ? [] : [`${PART_NAMES[part]}: ${was} → ${is}`];
  });
  const name = before.name === after.name ? [] : [`Name: ${before.name} → ${after.name}`];
  const gate =
    before.bleed.opening === after.bleed.opening
      ? []
      : [`Gate: ${percentText(before.bleed.opening)} → ${percentText(after.bleed.opening)} open`];
  const found = [...name, ...parts, ...gate];
  return found.length > 0 || equal(before, after) ? found : ['Only details below the lines of the parts.'];
}
