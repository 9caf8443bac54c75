import type { RigVersionDto } from '@yewridge/contract/suction';
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

/** Which version a rig is: the newest kept, or the next one while it differs from that. */
export function versionOf(
  versions: readonly RigVersionDto[],
  rig: Rig,
): { readonly number: number; readonly kept: boolean } {
  const latest = versions.at(-1);
  const kept = latest !== undefined && equal(latest.document, rig);
  return { number: (latest?.version ?? 0) + (kept ? 0 : 1), kept };
}

export function versionWords(versions: readonly RigVersionDto[], rig: Rig): string {
  const { number, kept } = versionOf(versions, rig);
  if (!kept) return `version ${number}, not saved as a version`;
  return `version ${number}${versions.at(-1)?.reason === 'calibrated' ? ', calibrated' : ''}`;
}
