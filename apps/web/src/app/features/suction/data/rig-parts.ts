import { type Rig, RIG_LIMITS } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Field } from '../../../shared/fields/field';
import { figureOf, figureText, percentText, temperatureText } from '../../../shared/units/format';
import {
  BATTERY_NAMES,
  BEE_NAMES,
  GATE_NAMES,
  LANDING_NAMES,
  MACHINE_NAMES,
  MESH_NAMES,
  PLACE_NAMES,
  SEAM_NAMES,
  SUPPLY_NAMES,
  WALL_NAMES,
} from './rig-words';

/** The parts of a rig in the order of the air, then what it is used for. Balloons carry the number. */
export const PARTS = [
  'mouth',
  'hose',
  'port',
  'box',
  'screen',
  'bleed',
  'source',
  'seams',
  'slides',
  'plunger',
  'bees',
  'weather',
  'power',
] as const;
export type PartId = (typeof PARTS)[number];

export const PART_NAMES: Readonly<Record<PartId, string>> = {
  mouth: 'Mouth',
  hose: 'Hose',
  port: 'Port',
  box: 'Box',
  screen: 'Screen',
  bleed: 'Bleed gate',
  source: 'Source',
  seams: 'Seams',
  slides: 'Slides',
  plunger: 'Plunger',
  bees: 'Bees',
  weather: 'Air',
  power: 'Power',
};
/** Those that stand on the air's way, with a balloon. */
export const ON_THE_WAY: readonly PartId[] = PARTS.slice(0, 7);

/** The parts a rig of this layout has: only a top box has a plunger. */
export function partsOf({ layout, plunger }: Rig): readonly PartId[] {
  return PARTS.filter((part) => part !== 'plunger' || layout === 'topBox' || plunger !== undefined);
}

const L = RIG_LIMITS;

function mm(value: number, system: UnitSystem): string {
  return figureOf(value, 'length', system).text;
}

function gateWords({ bleed }: Rig, system: UnitSystem): string {
  const { gate } = bleed;
  const many = (gate.count ?? 1) > 1 ? `${gate.count ?? 1} × ` : '';
  const size =
    gate.kind === 'rectangle'
      ? `${mm(gate.width, system)} × ${mm(gate.height, system)}`
      : `Ø ${mm(gate.diameter, system)}`;
  return `${GATE_NAMES[gate.kind].toLowerCase()} ${many}${size}, ${PLACE_NAMES[bleed.at]}`;
}

function sourceWords({ source, calibration }: Rig, system: UnitSystem): string {
  const { curve } = source;
  const ends =
    curve.kind === 'table'
      ? `${curve.points.length} measured points`
      : `${figureText(curve.sealedSuction, 'pressure', system)} shut, ${figureText(curve.freeFlow, 'flow', system)} free`;
  return `${MACHINE_NAMES[source.machine]}: ${ends}${calibration ? ', calibrated' : ''}`;
}

function amountWords({ bees: { amount } }: Rig, system: UnitSystem): string {
  if (amount.by === 'mass') return figureText(amount.value, 'mass', system);
  if (amount.by === 'cluster') return `a cluster of ${figureText(amount.value, 'volume', system)}`;
  return amount.by === 'count' ? `${amount.value} bees` : `${amount.value} frames of bees`;
}

type Says = (rig: Rig, system: UnitSystem) => string;

const LINES: Readonly<Record<PartId, Says>> = {
  mouth: (rig, system) => {
    const nozzle = rig.nozzles.find(({ id }) => id === rig.fitted);
    if (nozzle) return `${nozzle.name}, ${mm(nozzle.diameter, system)} bore`;
    const others = rig.nozzles.map(({ name }) => name).join(', ');
    return `${mm(rig.hose.diameter, system)} open hose${others === '' ? '' : `, or ${others}`}`;
  },
  hose: ({ hose }, system) => {
    const bends = hose.bends === 1 ? 'one bend' : `${hose.bends} bends`;
    const wall = WALL_NAMES[hose.wall].toLowerCase();
    return `${mm(hose.diameter, system)} bore, ${figureText(hose.length, 'height', system)}, ${wall}, ${bends}`;
  },
  port: ({ port }, system) =>
    `${mm(port.diameter, system)}, ${port.opening === 1 ? 'wide open' : `${percentText(port.opening)} open`}`,
  box: ({ box }, system) => {
    const sizes = [box.length, box.width, box.height].map((size) => mm(size, system)).join(' × ');
    const many = box.boxes > 1 ? `, ${box.boxes} boxes` : '';
    const frames = box.frames.count === 0 ? 'no frames' : `${box.frames.count} frames`;
    return `${sizes}${many}, ${frames}, ${LANDING_NAMES[box.landing.on].toLowerCase()}`;
  },
  screen: ({ screen }, system) =>
    `${mm(screen.length, system)} × ${mm(screen.width, system)}, ${MESH_NAMES[screen.mesh].toLowerCase()}`,
  bleed: gateWords,
  source: (rig, system) => `${sourceWords(rig, system)}, ${SUPPLY_NAMES[rig.source.supply].toLowerCase()}`,
  seams: ({ calibration, seams }, system) => {
    if (calibration) return `leak measured, ${figureText(calibration.leakArea, 'area', system)}`;
    return seams.length === 0
      ? 'none: an airtight box'
      : seams.map(({ seam }) => SEAM_NAMES[seam].toLowerCase()).join(', ');
  },
  slides: ({ slides }) => (slides.length === 0 ? 'none' : slides.map(({ name }) => name).join(', ')),
  plunger: ({ plunger }, system) =>
    plunger ? `${figureText(plunger.clearance, 'part', system)} off the walls` : 'none',
  bees: (rig, system) =>
    `${amountWords(rig, system)}, ${BEE_NAMES[rig.bees.kind].toLowerCase()}, landing limit ${figureText(rig.bees.limit, 'speed', system)}`,
  weather: ({ air }, system) =>
    `${temperatureText(air.temperature, system)}, ${figureText(air.altitude, 'height', system)} above the sea`,
  power: ({ source, power }, system) =>
    source.supply === 'mains' || source.supply === 'generator'
      ? `cord ${figureText(power.cord.length, 'height', system)}`
      : `${BATTERY_NAMES[power.battery]}, ${figureText(power.capacity, 'charge', system)}`,
};

/** One line that says what a part is. */
export function partLine(rig: Rig, part: PartId, system: UnitSystem): string {
  return LINES[part](rig, system);
}

const field = (path: string, label: string, kind: Field['kind'], range: Field['range']): Field => ({
  path,
  label,
  kind,
  range,
});
const optional = (one: Field): Field => ({ ...one, otherwise: null });

function gateFields({ bleed: { gate } }: Rig): readonly Field[] {
  const many = { ...field('bleed.gate.count', 'How many alike', 'count', L.gates) };
  if (gate.kind === 'rectangle') {
    return [
      field('bleed.gate.width', 'Window width', 'length', L.gate),
      field('bleed.gate.height', 'Window length, along the plate', 'length', L.gate),
      many,
    ];
  }
  const hole = field('bleed.gate.diameter', 'Hole diameter', 'length', L.gate);
  if (gate.kind === 'roundStraight') return [hole, many];
  const plate = field('bleed.gate.plateDiameter', 'Plate diameter', 'length', L.gate);
  if (gate.kind === 'roundDisc') return [hole, plate, many];
  return [hole, plate, field('bleed.gate.pivotDistance', 'Screw to hole centre', 'length', L.gate), many];
}

function sourceFields({ source }: Rig): readonly Field[] {
  const ends =
    source.curve.kind === 'table'
      ? []
      : [
          field('source.curve.sealedSuction', 'Suction, inlet sealed', 'pressure', L.sealedSuction),
          field('source.curve.freeFlow', 'Flow, inlet free', 'flow', L.freeFlow),
        ];
  const own = source.ownHose
    ? [
        field('source.ownHose.diameter', 'Its own hose, bore', 'length', L.bore),
        field('source.ownHose.length', 'Its own hose, length', 'height', L.ductLength),
      ]
    : [];
  return [...ends, optional(field('source.ratedPower', 'Power on the label', 'power', L.power)), ...own];
}

function amountField({ bees: { amount } }: Rig): Field {
  if (amount.by === 'mass') return field('bees.amount.value', 'Weight of bees', 'mass', L.swarmMass);
  if (amount.by === 'count') return field('bees.amount.value', 'Bees', 'count', L.bees);
  if (amount.by === 'cluster') return field('bees.amount.value', 'Cluster', 'volume', L.clusterVolume);
  return field('bees.amount.value', 'Frames of bees', 'number', L.framesOfBees);
}

/** The sizes of a part that can be typed; paths are below the rig. */
export function partFields(rig: Rig, part: PartId): readonly Field[] {
  switch (part) {
    case 'hose':
      return [
        field('hose.diameter', 'Bore', 'length', L.bore),
        field('hose.length', 'Length', 'height', L.hoseLength),
        field('hose.rise', 'Climbs from mouth to port', 'height', L.rise),
        field('hose.bends', 'Right-angle bends', 'count', L.bends),
        field('hose.bendRadius', 'Radius of a bend', 'length', L.bendRadius),
      ];
    case 'port':
      return [
        field('port.diameter', 'Diameter', 'length', L.bore),
        field('port.opening', 'Port gate open', 'percent', L.share),
      ];
    case 'box':
      return [
        field('box.length', 'Length, along their way', 'length', L.size),
        field('box.width', 'Width', 'length', L.size),
        field('box.height', 'Height of one box', 'length', L.size),
        field('box.boxes', 'Boxes', 'count', L.boxes),
        field('box.frames.count', 'Frames in one box', 'count', L.frames),
        field('box.landing.distance', 'Port to where they land', 'length', L.landing),
        ...(rig.box.landing.on === 'headOn'
          ? []
          : [field('box.landing.angleDeg', 'Slope against their path', 'degrees', L.angleDeg)]),
      ];
    case 'screen':
      return [
        field('screen.length', 'Length', 'length', L.size),
        field('screen.width', 'Width', 'length', L.size),
        field('screen.coverage', 'Covered by bees', 'percent', L.coverage),
      ];
    case 'bleed':
      return [...gateFields(rig), field('bleed.opening', 'Open, share of the travel', 'percent', L.share)];
    case 'source':
      return sourceFields(rig);
    case 'bees':
      return [
        amountField(rig),
        field('bees.limit', 'Hardest landing I allow', 'speed', L.speed),
        field('bees.feedRate', 'Bees a second at the mouth', 'number', L.feedRate),
      ];
    case 'weather':
      return [
        field('air.temperature', 'Temperature', 'temperature', L.temperature),
        field('air.altitude', 'Above the sea', 'height', L.altitude),
        field('air.relativeHumidity', 'Humidity', 'percent', L.share),
      ];
    case 'power':
      return rig.source.supply === 'mains' || rig.source.supply === 'generator'
        ? [
            field('power.cord.length', 'Cord, one way', 'height', L.cordLength),
            field('power.cord.supplyVoltage', 'Volts at the socket', 'number', L.supplyVoltage),
          ]
        : [
            field('power.capacity', 'Battery', 'charge', L.capacity),
            field('power.health', 'Of its charge when new', 'percent', L.health),
            field('power.meanTime', 'One collection takes', 'time', L.meanTime),
          ];
    case 'plunger':
      return rig.plunger ? [field('plunger.clearance', 'Gap to the walls', 'part', L.clearance)] : [];
    case 'mouth':
    case 'seams':
    case 'slides':
      return [];
  }
}

export const NOZZLE_FIELDS: readonly Field[] = [
  field('diameter', 'Bore', 'length', L.bore),
  field('length', 'Length', 'length', L.nozzleLength),
];
export const SEAM_FIELDS: readonly Field[] = [field('length', 'Length', 'height', L.seam)];
export const SLIDE_FIELDS: readonly Field[] = [
  field('slotHeight', 'Slot height', 'part', L.part),
  field('slideThickness', 'Slide thickness', 'part', L.part),
  field('bow', 'Out of flat by', 'part', L.bow),
];
export const POINT_FIELDS: readonly Field[] = [
  field('flow', 'Flow', 'flow', L.flow),
  field('suction', 'Suction', 'pressure', L.suction),
];
