import type { Content, Design, DesignEntrance, DesignSection } from '@yewridge/core/bench';

/** Designs of the Vellmark Swarm Watch, made up. Sizes in metres as its members taped them. */

const mm = (value: number): number => value / 1000;

function section(
  id: string,
  label: string,
  shape: DesignSection['shape'],
  change: Partial<DesignSection> = {},
): DesignSection {
  return {
    id,
    label,
    shape,
    sizes: 'inside',
    wall: mm(19),
    endWall: mm(19),
    floorInset: 0,
    roofInset: 0,
    contents: [],
    closedAbove: false,
    ...change,
  };
}

function door(
  opening: DesignEntrance['opening'],
  height: number,
  change: Partial<DesignEntrance> = {},
): DesignEntrance {
  return { id: 'door', label: 'Door', opening, count: 1, face: 'front', height: mm(height), across: 0, ...change };
}

const frames = (
  frame: 'langstroth-deep' | 'zander' | 'dnm',
  count: number,
  fill: 'starter' | 'foundation' | 'comb' | 'oldComb',
): Content => ({ kind: 'frames', frame, count, fill });

const bars = (count: number, length: number): Content => ({
  kind: 'topBars',
  length: mm(length),
  width: mm(30),
  depth: mm(12),
  count,
});

const common = { note: '', target: 0.04, floor: mm(12), roof: mm(12), roofOverhang: mm(12) };

export const VELLMARK_DESIGNS: readonly { readonly id: string; readonly document: Design }[] = [
  {
    id: 'vellmark-tall-nuc',
    document: {
      ...common,
      name: 'Tall nuc, larch base',
      note: 'A five-frame box over an empty base: light enough for one person on the ladder at Old weir.',
      material: 'douglas-fir',
      sections: [
        section('base', 'Base, empty', { kind: 'box', length: mm(468), width: mm(194), height: mm(198) }),
        section(
          'nuc',
          '5-frame deep',
          { kind: 'box', length: mm(468), width: mm(194), height: mm(246) },
          { contents: [frames('langstroth-deep', 1, 'oldComb'), frames('langstroth-deep', 4, 'starter')] },
        ),
      ],
      entrances: [door({ kind: 'hole', diameter: mm(38), guard: { count: 1, diameter: mm(3) } }, 45)],
      lidTight: true,
      comb: { ownHealthy: true, stores: 'none' },
      hanging: { style: 'board' },
      load: { swarm: 1.1, flow: 'moderate', limit: 15 },
      site: { entranceHeight: 3.2, facing: 160, shade: 0.6, odour: 1, distance: 420, dryness: 1 },
    },
  },
  {
    id: 'vellmark-orchard-zander',
    document: {
      ...common,
      name: 'Orchard Zander',
      note: 'Brood box from the cider orchards. The full-width slot wants a block.',
      material: 'pine',
      sections: [
        section(
          'brood',
          'Zander brood box',
          { kind: 'box', length: mm(437), width: mm(377), height: mm(232) },
          {
            wall: mm(22),
            endWall: mm(22),
            contents: [frames('zander', 2, 'oldComb'), frames('zander', 4, 'foundation')],
          },
        ),
      ],
      entrances: [door({ kind: 'notch', width: mm(280), height: mm(12), top: 'flat' }, 0, { label: 'Flight slot' })],
      lidTight: true,
      comb: { ownHealthy: true, stores: 'none' },
      gaps: [
        {
          id: 'cover-slot',
          label: 'Feeding slot in the inner cover',
          place: 'inner-cover',
          opening: { kind: 'slot', width: mm(90), height: mm(12) },
          count: 1,
          closedForRide: false,
        },
      ],
      hanging: { style: 'stand' },
      load: { swarm: 1.8, flow: 'moderate', limit: 25 },
      schools: { height: { school: 'eye-height', reason: 'Stands under the cider trees; nobody climbs there.' } },
    },
  },
  {
    id: 'vellmark-form-tube',
    document: {
      ...common,
      name: 'Lying form tube',
      note: 'Concrete-form tube from the quarry, sawn open for top bars and varnished twice.',
      material: 'cardboard-tube',
      floor: 0,
      roof: mm(18),
      sections: [
        section(
          'tube',
          'Tube',
          { kind: 'cylinder', axis: 'lying', diameter: mm(304), length: mm(640), cut: mm(32) },
          { wall: mm(7), endWall: mm(18), contents: [bars(6, 600)] },
        ),
      ],
      entrances: [door({ kind: 'hole', diameter: mm(22) }, 48, { count: 3, label: 'Three holes' })],
      hanging: { style: 'wire', legs: 2, angleDeg: 35 },
      load: { swarm: 1.5, flow: 'light', limit: 20 },
    },
  },
  {
    id: 'vellmark-upturned-pot',
    document: {
      ...common,
      name: 'Upturned pot',
      note: 'Nursery pot, rim down on a board; the drain hole is plugged.',
      material: 'polypropylene',
      roof: 0,
      roofOverhang: 0,
      sections: [
        section(
          'pot',
          'Pot, rim down',
          { kind: 'cone', diameterBottom: mm(412), diameterTop: mm(296), height: mm(372) },
          { sizes: 'outside', wall: mm(3), endWall: mm(3), roofInset: mm(4), contents: [bars(8, 250)] },
        ),
      ],
      entrances: [door({ kind: 'disc', diameter: mm(40), position: 'open' }, 60, { label: 'Turning disc' })],
      hanging: { style: 'strap', tension: 400 },
    },
  },
  {
    id: 'vellmark-two-coolers',
    document: {
      ...common,
      name: 'Two coolers, rim to rim',
      note: 'Foam cooler, and its twin turned over on top of it.',
      material: 'eps-foam',
      floor: mm(25),
      roof: mm(25),
      roofOverhang: 0,
      sections: [
        section(
          'lower',
          'Cooler',
          {
            kind: 'frustum',
            bottom: { length: mm(348), width: mm(214) },
            top: { length: mm(396), width: mm(258) },
            height: mm(262),
            cornerRadius: mm(15),
          },
          { wall: mm(25), endWall: mm(25) },
        ),
        section(
          'upper',
          'Cooler, upside down',
          {
            kind: 'frustum',
            bottom: { length: mm(396), width: mm(258) },
            top: { length: mm(348), width: mm(214) },
            height: mm(262),
            cornerRadius: mm(15),
          },
          { wall: mm(25), endWall: mm(25) },
        ),
      ],
      entrances: [door({ kind: 'slot', width: mm(76), height: mm(16) }, 32)],
      hanging: { style: 'deck' },
    },
  },
  {
    id: 'vellmark-fence-boards',
    document: {
      ...common,
      name: 'Three of fence board',
      note: 'Four-frame boxes from the old allotment fence, taped outside as they stood.',
      material: 'spruce',
      roof: mm(18),
      sections: [
        section(
          'low',
          'Lowest box',
          { kind: 'box', length: mm(500), width: mm(184), height: mm(140) },
          { sizes: 'outside', wall: mm(16), endWall: mm(16) },
        ),
        section(
          'middle',
          'Middle box',
          { kind: 'box', length: mm(500), width: mm(184), height: mm(140) },
          { sizes: 'outside', wall: mm(16), endWall: mm(16) },
        ),
        section(
          'top',
          'Frame box',
          { kind: 'box', length: mm(500), width: mm(184), height: mm(243) },
          {
            sizes: 'outside',
            wall: mm(16),
            endWall: mm(16),
            contents: [frames('langstroth-deep', 3, 'starter'), frames('langstroth-deep', 1, 'comb')],
          },
        ),
      ],
      entrances: [door({ kind: 'hole', diameter: mm(25) }, 40, { count: 2, label: 'Two holes' })],
      boards: { moisture: 22 },
      hanging: { style: 'fence-bracket', fasteners: 4 },
      load: { swarm: 1.5, flow: 'strong', limit: 20 },
    },
  },
  {
    id: 'vellmark-cider-keg',
    document: {
      ...common,
      name: 'Cider keg, filled and measured',
      note: 'Nobody could tape the staves, so it was filled with water: 27.5 L.',
      material: 'hardwood-ply',
      floor: 0,
      roof: 0,
      roofOverhang: 0,
      sections: [section('keg', 'Keg', { kind: 'measured', volume: 0.0275 })],
      entrances: [door({ kind: 'hole', diameter: mm(32), guard: { count: 1, diameter: mm(3) } }, 50)],
    },
  },
];

/** The tall nuc as it was first built: a lower base and a one-inch hole. */
export const FIRST_TALL_NUC: Design = {
  ...(VELLMARK_DESIGNS[0] as (typeof VELLMARK_DESIGNS)[number]).document,
  sections: (VELLMARK_DESIGNS[0] as (typeof VELLMARK_DESIGNS)[number]).document.sections.map((one) =>
    one.id === 'base' && one.shape.kind === 'box' ? { ...one, shape: { ...one.shape, height: mm(165) } } : one,
  ),
  entrances: [door({ kind: 'hole', diameter: mm(25) }, 45)],
};
