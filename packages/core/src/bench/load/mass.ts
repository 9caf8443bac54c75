/**
 * What a trap weighs: its boards empty, and what the bees add day by day.
 *
 * Mass of parts = volume × density. With A_max = 0.85 room / 35 mm: comb area A = A_max (1 − e^(−t/τ)), comb 1.15 kg/m2,
 * honey min(cap (1 − e^(−rt/cap)), 33 A), cap = 33 · 0.8 A_max, brood min(11 · 0.35 A (1 − e^(−t/8)), what the comb still
 * holds); the bees stay as they came until the first brood emerges after 21 days, then at most double.
 *
 * Source: densities FPL-GTR-282 (wood air-dry at about 12 %), other materials trade values; what the bees add is an
 * estimate of ours that leans upwards, good to a factor of 0.5–1.5, and in a peak flow honey may come in twice as fast.
 */
import {
  arrayAt,
  DomainError,
  geometryError,
  NON_NEGATIVE,
  numberAt,
  objectAt,
  orDefault,
  wholeAt,
  wordAt,
} from '../../shared/errors/index.js';

/** kg/m3. */
export const DENSITIES = {
  pine: [430, 350, 560],
  spruce: [430, 360, 480],
  cedar: [360, 310, 390],
  poplar: [470, 420, 530],
  'douglas-fir': [530, 470, 580],
  'softwood-ply': [560, 460, 640],
  'hardwood-ply': [680, 600, 750],
  osb: [640, 580, 700],
  'eps-foam': [25, 12, 35],
  'xps-foam': [33, 28, 45],
  'cardboard-tube': [700, 600, 800],
  polypropylene: [905, 895, 920],
  hdpe: [950, 940, 970],
  steel: [7850, 7750, 8050],
  aluminium: [2700, 2650, 2800],
} as const satisfies Record<string, readonly [typical: number, low: number, high: number]>;
export type Material = keyof typeof DENSITIES;
const MATERIAL_NAMES = Object.keys(DENSITIES) as Material[];

/** What a part is made of by its use, unless the caller says otherwise. */
const USUAL: Readonly<Record<string, Material>> = { board: 'pine', sheet: 'softwood-ply', metal: 'aluminium' };
const KNOWN_MATERIALS: readonly string[] = [...MATERIAL_NAMES, ...Object.keys(USUAL), 'mesh'];
const MESH_PER_AREA = 0.9;
const DEFAULT_UPTAKE = 1.2;

/** A piece of a trap: m, `taperTo` the other width of a wedge. Hardware has a mass and no sizes. */
export interface MassPart {
  readonly name: string;
  /** Pieces, 1 unless said. */
  readonly qty?: number;
  readonly material: string;
  readonly length?: number;
  readonly width?: number;
  readonly thickness?: number;
  readonly taperTo?: number;
  /** kg of one piece of hardware. */
  readonly mass?: number;
}
export interface Mass {
  /** kg, with the lightest and the heaviest that the materials may make it. */
  readonly mass: number;
  readonly low: number;
  readonly high: number;
}

interface PartRead {
  readonly material: string;
  /** m3 of all pieces, m2 of mesh, kg of hardware. */
  readonly amount: number;
}

function readPart(value: unknown, path: string, known: readonly string[]): PartRead {
  const part = objectAt(value, path);
  if (typeof part['name'] !== 'string') {
    throw new DomainError('TYPE', `${path}.name`, 'must be a text', { value: part['name'] });
  }
  const qty = wholeAt(orDefault(part['qty'], 1), `${path}.qty`);
  if (part['material'] === 'hardware') {
    return { material: 'hardware', amount: qty * numberAt(orDefault(part['mass'], 0), `${path}.mass`, NON_NEGATIVE) };
  }
  const length = numberAt(part['length'], `${path}.length`);
  const width = numberAt(part['width'], `${path}.width`);
  const thickness = numberAt(part['thickness'], `${path}.thickness`);
  const material = wordAt(part['material'], `${path}.material`, known);
  const taper = numberAt(orDefault(part['taperTo'], width), `${path}.taperTo`, NON_NEGATIVE);
  const area = qty * length * ((width + taper) / 2);
  return { material, amount: material === 'mesh' ? area : area * thickness };
}

/**
 * What parts weigh together. Holes are not subtracted.
 * @param input `materials` says what a part's material stands for; `hardware` kg of screws and the like; `wetFraction` 0 to 1
 * of the water it may soak up, `wetUptake` times its own mass: meant for cardboard.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for a material not in the table.
 */
export function emptyMass(input: {
  readonly parts: readonly MassPart[];
  readonly materials?: Readonly<Record<string, Material>>;
  readonly hardware?: number;
  readonly wetFraction?: number;
  readonly wetUptake?: number;
}): Mass {
  const i = objectAt(input, 'input');
  const given = i['materials'];
  const known = [...KNOWN_MATERIALS, ...(typeof given === 'object' && given !== null ? Object.keys(given) : [])];
  const parts = arrayAt(i['parts'], 'parts').map((part, n) => readPart(part, `parts[${n}]`, known));
  const materials: Record<string, Material> = { ...USUAL };
  for (const [name, material] of Object.entries(given === undefined ? {} : objectAt(given, 'materials'))) {
    materials[name] = wordAt(material, `materials.${name}`, MATERIAL_NAMES);
  }
  const hardware = numberAt(orDefault(i['hardware'], 0), 'hardware', NON_NEGATIVE);
  const wet = numberAt(orDefault(i['wetFraction'], 0), 'wetFraction', { min: 0, max: 1 });
  const uptake = numberAt(orDefault(i['wetUptake'], DEFAULT_UPTAKE), 'wetUptake', NON_NEGATIVE);
  return weigh(parts, materials, hardware, 1 + wet * uptake);
}

/** As `emptyMass` of one dry part, for parts that need no check. */
export function partMass({ material, qty = 1, mass = 0, length = 0, width = 0, thickness = 0 }: MassPart): Mass {
  if (material === 'hardware') return { mass: qty * mass, low: qty * mass, high: qty * mass };
  const [typical, low, high] = DENSITIES[USUAL[material] ?? (material as Material)];
  const volume = qty * length * width * thickness;
  return { mass: volume * typical, low: volume * low, high: volume * high };
}

function weigh(
  parts: readonly PartRead[],
  materials: Readonly<Record<string, Material>>,
  hardware: number,
  soaked: number,
): Mass {
  const total = [hardware, hardware, hardware];
  for (const { material, amount } of parts) {
    const density = DENSITIES[materials[material] ?? (material as Material)] as readonly number[] | undefined;
    for (const n of [0, 1, 2]) {
      const dry = material === 'mesh' ? MESH_PER_AREA * amount : amount * (density?.[n] ?? 0);
      total[n] = (total[n] ?? 0) + (material === 'hardware' ? amount : dry * soaked);
    }
  }
  const [mass = 0, low = 0, high = 0] = total;
  return { mass, low, high };
}

export const FLOWS = ['dearth', 'light', 'moderate', 'strong'] as const;
export type Flow = (typeof FLOWS)[number];

/** Honey in kg a day, and days to build 63 % of the comb, for the swarm of 1.5 kg. */
const FLOW_RATES: Readonly<Record<Flow, { readonly honey: number; readonly comb: number }>> = {
  dearth: { honey: 0, comb: 60 },
  light: { honey: 0.1, comb: 30 },
  moderate: { honey: 0.35, comb: 16 },
  strong: { honey: 1, comb: 9 },
};
const USUAL_SWARM = 1.5;
/** kg/m2 of comb area: its wax, honey in both faces of it full, brood in it. */
const WAX_PER_AREA = 1.15;
const HONEY_PER_AREA = 33;
const BROOD_PER_AREA = 11;
const COMB_SHARE_OF_ROOM = 0.85;
const COMB_PITCH = 0.035;
const HONEY_SHARE = 0.8;
const BROOD_SHARE = 0.35;
const BROOD_DAYS = 8;
const FIRST_EMERGE_DAYS = 21;
const DOUBLING_DAYS = 30;
export const DAYS = { min: 0, max: 365 } as const;

export interface Contents {
  /** kg. */
  readonly bees: number;
  readonly comb: number;
  readonly honey: number;
  readonly brood: number;
  /** m2 of comb. */
  readonly combArea: number;
  readonly total: number;
}

export interface Colony {
  readonly beesMass: number;
  readonly room: number;
  readonly flow: Flow;
}

function readColony(i: Readonly<Record<string, unknown>>): Colony {
  return {
    beesMass: numberAt(i['beesMass'], 'beesMass'),
    room: numberAt(i['room'], 'room'),
    flow: wordAt(orDefault(i['flow'], 'moderate'), 'flow', FLOWS),
  };
}

/** m2 of comb a room of so many m3 takes at most. */
export function mostComb(room: number): number {
  return (room * COMB_SHARE_OF_ROOM) / COMB_PITCH;
}

/** As `contents`, for values already read. */
export function contentsAfter(days: number, { beesMass, room, flow }: Colony): Contents {
  const size = beesMass / USUAL_SWARM;
  const rate = FLOW_RATES[flow].honey * size;
  const tau = FLOW_RATES[flow].comb / Math.sqrt(size);
  const most = (room * COMB_SHARE_OF_ROOM) / COMB_PITCH;
  const combArea = most * (1 - Math.exp(-days / tau));
  const full = HONEY_PER_AREA * combArea;
  const cap = HONEY_PER_AREA * HONEY_SHARE * most;
  const honey = Math.min(cap * (1 - Math.exp((-rate * days) / cap)), full);
  const laid = BROOD_PER_AREA * BROOD_SHARE * combArea * (1 - Math.exp(-days / BROOD_DAYS));
  const brood = Math.min(laid, Math.max(0, full - honey));
  const bees = beesMass * (1 + Math.min(1, Math.max(0, days - FIRST_EMERGE_DAYS) / DOUBLING_DAYS));
  const comb = WAX_PER_AREA * combArea;
  return { bees, comb, honey, brood, combArea, total: bees + comb + honey + brood };
}

/**
 * What is in the box `days` after a swarm of `beesMass` kg moved into `room` m3.
 * @throws DomainError `TYPE`, `RANGE` (0 to 365 days), `ENUM`.
 * @example contents({ days: 14, beesMass: 1.5, room: 0.04 }).total // 8.4 kg
 */
export function contents(input: {
  readonly days: number;
  readonly beesMass: number;
  readonly room: number;
  readonly flow?: Flow;
}): Contents {
  const i = objectAt(input, 'input');
  const days = numberAt(i['days'], 'days', DAYS);
  return contentsAfter(days, readColony(i));
}

const SCAN_DAYS = 0.25;
const BISECTIONS = 40;

/** The first day on which `over` holds, for masses that only grow; found to less than a second. */
export function firstDayOver(
  over: (days: number) => boolean,
  horizon: number,
): { readonly days: number | null; readonly reached: boolean } {
  if (over(0)) return { days: 0, reached: true };
  for (let before = 0; before < horizon; before += SCAN_DAYS) {
    const after = Math.min(horizon, before + SCAN_DAYS);
    if (!over(after)) continue;
    let [low, high] = [before, after];
    for (let n = 0; n < BISECTIONS; n++) {
      const middle = (low + high) / 2;
      if (over(middle)) high = middle;
      else low = middle;
    }
    return { days: high, reached: true };
  }
  return { days: null, reached: false };
}

/**
 * The first day on which trap and colony weigh `limit` kg.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM`.
 * @example takeDownBy({ limit: 20, emptyMass: 8, beesMass: 1.5, room: 0.04, flow: 'strong' }).days // 9.65
 */
export function takeDownBy(input: {
  readonly limit: number;
  readonly emptyMass: number;
  readonly beesMass: number;
  readonly room: number;
  readonly flow?: Flow;
  readonly horizonDays?: number;
}): { readonly days: number | null; readonly reached: boolean } {
  const i = objectAt(input, 'input');
  const limit = numberAt(i['limit'], 'limit');
  const empty = numberAt(i['emptyMass'], 'emptyMass', NON_NEGATIVE);
  const colony = readColony(i);
  const horizon = numberAt(orDefault(i['horizonDays'], 120), 'horizonDays', { min: 0, above: true, max: DAYS.max });
  return firstDayOver((days) => empty + contentsAfter(days, colony).total >= limit, horizon);
}

/** A mass at a place, m in any one frame of axes. */
export interface PointMass {
  readonly mass: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/**
 * Where several masses balance.
 * @throws DomainError `TYPE`, `RANGE`, `EMPTY`, `GEOMETRY` when nothing weighs anything.
 */
export function centreOfMass(input: { readonly masses: readonly PointMass[] }): PointMass {
  const ANYWHERE = {};
  const masses = arrayAt(objectAt(input, 'input')['masses'], 'masses').map((one, n): PointMass => {
    const path = `masses[${n}]`;
    const { mass, x, y, z } = objectAt(one, path);
    return {
      mass: numberAt(mass, `${path}.mass`, NON_NEGATIVE),
      x: numberAt(x, `${path}.x`, ANYWHERE),
      y: numberAt(y, `${path}.y`, ANYWHERE),
      z: numberAt(z, `${path}.z`, ANYWHERE),
    };
  });
  if (masses.length === 0) throw new DomainError('EMPTY', 'masses', 'there is nothing to balance');
  const total = masses.reduce((sum, { mass }) => sum + mass, 0);
  if (total === 0) throw geometryError('masses', 'weightless', 'nothing weighs anything');
  const balance = (axis: 'x' | 'y' | 'z'): number => masses.reduce((sum, one) => sum + one.mass * one[axis], 0) / total;
  return { mass: total, x: balance('x'), y: balance('y'), z: balance('z') };
}
