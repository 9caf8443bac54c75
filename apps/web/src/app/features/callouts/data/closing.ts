import type { CallDto, CallRigDto } from '@yewridge/contract/callouts';
import { closingOrder, type WorkOrder } from '@yewridge/core/callouts';
import type { TickLine } from '../ui/code-ticks';
import { ORDER_WARNINGS, stepSaid, whySaid } from './work-words';

/** Steps that come once nobody can get out any more. */
const OF_THE_ROAD: readonly string[] = ['strap', 'load-shaded-mesh-free', 'shade-cool-dark'];
const LAST_AT_PLACE = 'hose-and-floor-checked';
/** A swarm shaken or brushed into its box is closed by hand. */
const BY_HAND: readonly string[] = ['last-look', 'shut-entrance', 'open-mesh', 'strap'];
const MOST_BOXES = 10;

export interface Closing {
  readonly lines: readonly TickLine[];
  readonly warnings: readonly string[];
}

function orderOf({ collection, pieces, signs }: CallDto, rig: CallRigDto): WorkOrder {
  const { hasSlide, slotGap, hasPlunger, cabin, crosswiseArea, layout } = rig;
  return closingOrder({
    layout,
    boxes: Math.min(MOST_BOXES, Math.max(1, collection?.boxes ?? rig.boxes)),
    hasSlide,
    slotGap,
    hasPlunger,
    cabin,
    crosswiseArea,
    brood: pieces.some(({ use }) => use === 'brood'),
    queenCaged: signs.some(({ sign }) => sign === 'caged'),
  });
}

/** Closing down until the boxes are on the road; what comes at home stands in the plan. */
export function closingOf(one: CallDto, rig: CallRigDto | null): Closing {
  if (!rig) return { lines: BY_HAND.map((code) => ({ code, says: stepSaid(code) })), warnings: [] };
  const { steps, warnings } = orderOf(one, rig);
  const last = steps.findIndex(({ code }) => code === LAST_AT_PLACE);
  const lines = steps
    .filter(({ code }, n) => n <= last || OF_THE_ROAD.includes(code))
    .map(({ code, reason }) => ({ code, says: stepSaid(code), small: whySaid(reason) }));
  return { lines, warnings: warnings.map((code) => ORDER_WARNINGS[code] ?? code) };
}
