import type { VacuumSizes } from '@yewridge/core/bench';
import { gateOpening, type Rig } from '@yewridge/core/suction';

/** What is sawn of a rig follows its box, its hose and its gate. */
export function vacuumSizes({ layout, box, hose, bleed, slides, plunger }: Rig): VacuumSizes {
  const { travel, fullArea } = gateOpening({ gate: bleed.gate, opening: 1 });
  return {
    layout,
    length: box.length,
    width: box.width,
    height: box.height,
    boxes: box.boxes,
    hose: hose.diameter,
    bleed: { length: travel, width: fullArea / travel },
    slides: slides.map(({ slideThickness }) => slideThickness),
    ...(plunger ? { plunger: plunger.clearance } : {}),
  };
}
