import type { CallRigDto } from '@yewridge/contract/callouts';
import {
  crosswiseArea,
  gateLane,
  type Rig,
  rigBoxesNeeded,
  rigHeatQuestion,
  rigPower,
  rigReadings,
  rigSweetSpot,
} from '@yewridge/core/suction';

/** The wide board under a transfer screen or a sliding floor: only these layouts have one. */
function slideOf({ layout, slides }: Rig): Pick<CallRigDto, 'hasSlide' | 'slotGap'> {
  const [slide] = slides;
  if ((layout !== 'walkUp' && layout !== 'topBox') || !slide) return { hasSlide: false, slotGap: null };
  return { hasSlide: true, slotGap: Math.max(0, slide.slotHeight - slide.slideThickness) };
}

function gateOf(rig: Rig): CallRigDto['gate'] {
  const lane = gateLane(rig, rig.fitted);
  return {
    nozzleId: rig.fitted,
    nozzle: rig.nozzles.find(({ id }) => id === rig.fitted)?.name ?? 'Open hose',
    travel: lane?.fullTravel ?? 0,
    mark: lane?.mark ?? null,
    speed: lane?.markSpeed ?? null,
  };
}

/** What work with a rig needs to know of it, read off its document. */
export function callRig(id: string, rig: Rig): CallRigDto {
  const readings = rigReadings(rig);
  const power = rigPower(rig, readings);
  const { low, lowSure, high } = rigSweetSpot(rig);
  return {
    id,
    name: rig.name,
    layout: rig.layout,
    ...slideOf(rig),
    hasPlunger: rig.plunger !== undefined,
    cabin: rig.heat.cabin,
    crosswiseArea: crosswiseArea({ length: rig.box.length, width: rig.box.width }),
    gate: gateOf(rig),
    // Where even the edge that is sure lands too hard there is no band to hold.
    band: high !== null && high < low ? null : { low, lowSure, high },
    limit: rig.bees.limit,
    arrival: readings.bee.landing?.normalSpeed ?? null,
    perBox: rigBoxesNeeded(rig)?.perBox ?? null,
    boxes: rig.box.boxes,
    feedRate: rig.bees.feedRate,
    runTime: power.kind === 'battery' ? power.run.runTime : null,
    onCord: power.kind === 'cord',
    allowedCoverage: readings.screen.sizing.allowedCoverage,
    heat: rigHeatQuestion(rig, 0),
  };
}
