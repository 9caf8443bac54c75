/**
 * The parts of a bee vacuum: its boxes, the lid with hose and bleed slide, the screen it is emptied through, slides, plunger, ramp.
 *
 * Formula: `partsFor` of box, vacuum lid, transfer shim, ramped bottom and split deep; slides and plunger fill the inside of the box.
 * Source: geometry. A rig does not say how thick its boards are: 19 mm, panels 12 mm [convention, shown].
 * Left out: source, hose, nozzles and battery, which are bought as they are.
 */
import type { BoughtPart, DesignParts } from './design-parts.js';
import type { WorkPart } from './work-parts.js';
import { type Part, type PartComponent, type PartInput, partsFor } from './parts.js';

export const VACUUM_LAYOUTS = ['walkUp', 'topBox', 'downDraught', 'splitDeep'] as const;
/** Inside sizes of one box and what is fitted to it, m. */
export interface VacuumSizes {
  readonly layout: (typeof VACUUM_LAYOUTS)[number];
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly boxes: number;
  /** Bore of the hose where it comes into the lid. */
  readonly hose: number;
  /** Travel and width of the bleed gate. */
  readonly bleed: { readonly length: number; readonly width: number };
  /** Thickness of each sliding floor. */
  readonly slides: readonly number[];
  /** Clearance of the plunger all round, where it has one. */
  readonly plunger?: number;
  readonly wall?: number;
  readonly panel?: number;
}
export const VACUUM_BOARD = { wall: 0.019, panel: 0.012 } as const;
const SAW = 0.003;

/** Which component gives the boxes of a layout, and what else it takes. */
function components(i: VacuumSizes): readonly { readonly part: PartInput; readonly qty: number }[] {
  const { layout, length, width, height, boxes, hose, bleed } = i;
  const { wall, panel } = { ...VACUUM_BOARD, ...i };
  const of = (component: PartComponent, more: Readonly<Record<string, unknown>> = {}): PartInput => ({
    component,
    length,
    width,
    depth: height,
    wall,
    panel,
    ...more,
  });
  const lid = of('vacuum-lid', { hose, bleedLength: bleed.length, bleedWidth: bleed.width });
  const box = { part: of('box'), qty: boxes };
  switch (layout) {
    case 'walkUp':
      return [box, { part: lid, qty: 1 }, { part: of('solid-floor'), qty: 1 }, { part: of('transfer-shim'), qty: 1 }];
    case 'topBox':
      return [box, { part: lid, qty: 1 }, { part: of('transfer-shim'), qty: 1 }];
    case 'downDraught':
      return [box, { part: lid, qty: 1 }, { part: of('ramped-bottom'), qty: 1 }];
    case 'splitDeep': {
      const split = of('split-deep', { firstHeight: (height - SAW) / 2, kerf: SAW });
      const more = boxes > 1 ? [{ part: of('box'), qty: boxes - 1 }] : [];
      return [{ part: split, qty: 1 }, ...more, { part: lid, qty: 1 }, { part: of('solid-floor'), qty: 1 }];
    }
  }
}

function worked(part: Part, qty: number, id: string): WorkPart {
  const stuff = part.material === 'sheet' ? 'softwood-ply' : 'pine';
  return { ...part, id, qty: part.qty * qty, section: null, stuff, sawn: true, carried: true };
}

function panels({ length, width, slides, plunger }: VacuumSizes): readonly WorkPart[] {
  const flat = (name: string, id: string, sizes: readonly [number, number, number]): WorkPart => ({
    ...worked(
      { name, qty: 1, length: sizes[0], width: sizes[1], thickness: sizes[2], material: 'sheet', grain: 'length' },
      1,
      id,
    ),
  });
  const { panel } = VACUUM_BOARD;
  return [
    ...slides.map((thickness, n) => flat('sliding floor', `slide-${n + 1}`, [length, width, thickness])),
    ...(plunger === undefined ? [] : [flat('plunger', 'plunger', [length - 2 * plunger, width - 2 * plunger, panel])]),
  ];
}

/** @throws DomainError `GEOMETRY` where bleed slide and hose do not fit on the lid, or a part would have no size. */
export function vacuumParts(i: VacuumSizes): DesignParts {
  const all = components(i).flatMap(({ part, qty }) =>
    partsFor(part).map((one) => worked(one, qty, `${part.component}.${one.name}`)),
  );
  const mesh = all.filter(({ material }) => material === 'mesh');
  return {
    sawn: [...all.filter(({ material }) => material === 'board' || material === 'sheet'), ...panels(i)],
    bought: mesh.map(({ id, qty, length = 0, width = 0 }): BoughtPart => ({
      id,
      what: 'mesh',
      qty,
      section: null,
      length,
      width,
    })),
  };
}
