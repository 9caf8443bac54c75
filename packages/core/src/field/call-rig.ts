/** What work with a rig needs to know of it, read off its document. Sources: those of `suction`. */
import {
  crosswiseArea,
  gateLane,
  type HeatQuestion,
  type Layout,
  type Rig,
  rigBoxesNeeded,
  rigHeatQuestion,
  rigPower,
  rigReadings,
  rigSweetSpot,
} from '../suction/index.js';

/** A rig as work with it needs it, SI. */
export interface CallRig {
  readonly id: string;
  readonly name: string;
  readonly layout: Layout;
  /** The wide slide of a walk-up or top box, and the gap beside it, m; `null` where it was not measured. */
  readonly hasSlide: boolean;
  readonly slotGap: number | null;
  readonly hasPlunger: boolean;
  readonly cabin: boolean;
  /** m2 that a lid set crosswise opens. */
  readonly crosswiseArea: number;
  /** What the gate stands at for the nozzle in use, as its trim card has it; `null` where no mark can be set. */
  readonly gate: {
    readonly nozzleId: string | null;
    readonly nozzle: string;
    /** m of the plate's whole travel, of the mark on it, and m/s in the hose there. */
    readonly travel: number;
    readonly mark: number | null;
    readonly speed: number | null;
  };
  /** m/s in the hose: surely carried from, and landing softly up to; `null` where nothing lands hard. */
  readonly band: { readonly low: number; readonly lowSure: number; readonly high: number | null } | null;
  /** m/s that bees land with at most, and what that is: the keeper's own, or the usual. */
  readonly limit: number;
  /** m/s across the surface that a typical bee lands with as the gate stands; `null` where she stalls. */
  readonly arrival: number | null;
  /** Bees a box takes, and the boxes there are; `null` without frames. */
  readonly perBox: number | null;
  readonly boxes: number;
  /** Bees a second. */
  readonly feedRate: number;
  /** s on one battery; `null` on a cord or where nobody knows. */
  readonly runTime: number | null;
  readonly onCord: boolean;
  /** Share of the screen that may be covered; `null` where nobody can say. */
  readonly allowedCoverage: number | null;
  /** Its box, for the heat clock of these or any bees. */
  readonly heat: HeatQuestion;
}

/** The wide board under a transfer screen or a sliding floor: only these layouts have one. */
function slideOf({ layout, slides }: Rig): Pick<CallRig, 'hasSlide' | 'slotGap'> {
  const [slide] = slides;
  if ((layout !== 'walkUp' && layout !== 'topBox') || !slide) return { hasSlide: false, slotGap: null };
  return { hasSlide: true, slotGap: Math.max(0, slide.slotHeight - slide.slideThickness) };
}

function gateOf(rig: Rig): CallRig['gate'] {
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
export function callRig(id: string, rig: Rig): CallRig {
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
