import type { DifferenceDto, FaultDto, FileQuery } from '@yewridge/contract/files';
import { TRAP_NUMBER } from '@yewridge/contract/stores';
import { assessDesign, type Design, frameCount, type MaterialId } from '@yewridge/core/bench';
import { type EntityManager, In, IsNull } from 'typeorm';
import { DesignEntity } from '../db/entities/design-entity.js';
import { DesignVersionEntity } from '../db/entities/design-version-entity.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import type { Cell } from './csv-file.js';
import { differencesOf, type FileRow } from './table-plan.js';

/**
 * Built traps as rows. What a trap holds and how bees get in is worked out of its measured sizes, so a row says it and does
 * not set it. A trap that is new becomes a cavity measured by filling, with one round hole of the area the file gives.
 */
const MADE_OF: Readonly<Record<MaterialId, string>> = {
  pine: 'solidWood',
  spruce: 'solidWood',
  cedar: 'solidWood',
  poplar: 'solidWood',
  'douglas-fir': 'solidWood',
  'softwood-ply': 'plywood',
  'hardwood-ply': 'plywood',
  osb: 'plywood',
  'eps-foam': 'plastic',
  'xps-foam': 'plastic',
  'cardboard-tube': 'pulp',
  polypropylene: 'plastic',
  hdpe: 'plastic',
};
const USUAL: Readonly<Record<string, MaterialId>> = {
  plywood: 'softwood-ply',
  solidWood: 'pine',
  pulp: 'cardboard-tube',
  plastic: 'polypropylene',
};
/** Files are read with so many figures; sizes that agree to them are the same. */
const FIGURES = 6;
const SIZES: readonly string[] = ['volume_m3', 'entrance_m2', 'frames', 'material'];
/** m: bars that stand in for frames of which only the number is known. */
const STAND_IN = { kind: 'topBars', length: 0.3, width: 0.024, depth: 0.02 } as const;

const figures = (value: number): number => Number(value.toPrecision(FIGURES));
const inRange = (value: number, min: number, max: number): number | null =>
  value >= min && value <= max ? figures(value) : null;

export function trapRow({
  id,
  number,
  asBuilt,
  darkCombs,
  paintedOn,
  note,
}: TrapEntity): Readonly<Record<string, Cell>> {
  const assessed = assessDesign(asBuilt);
  const contents = asBuilt.sections.flatMap((section) => section.contents);
  const drawn = contents.some((one) => one.kind === 'frames' && one.fill === 'comb');
  return {
    id,
    name: number,
    volumeM3: assessed.ok ? inRange(assessed.readings.room.gross, 0.001, 0.2) : null,
    entranceM2: assessed.ok ? inRange(assessed.readings.door.area, 1e-5, 0.02) : null,
    frames: inRange(frameCount(contents), 0, 20),
    comb: darkCombs > 0 ? 'oldBrood' : drawn ? 'drawn' : 'none',
    material: MADE_OF[asBuilt.material],
    paintedOn,
    notes: note === '' ? null : note,
  };
}

function measuredDesign({ values }: FileRow): Design {
  const { name, volumeM3, entranceM2, frames, material } = values;
  const known = typeof material === 'string' ? USUAL[material] : undefined;
  const bars = typeof frames === 'number' && frames > 0 ? [{ ...STAND_IN, count: frames }] : [];
  return {
    name: `${String(name)}, from a file`,
    note: [
      'Sizes as a file gave them: the volume whole, the door as one round hole.',
      bars.length > 0 ? 'Bars stand in for the frames, of which only the number was given.' : '',
      known ? '' : 'What it is made of was not given; pine is assumed.',
    ]
      .filter((one) => one !== '')
      .join(' '),
    material: known ?? 'pine',
    target: Number(volumeM3),
    floor: 0,
    roof: 0,
    roofOverhang: 0,
    sections: [
      {
        id: 'cavity',
        label: 'Cavity',
        shape: { kind: 'measured', volume: Number(volumeM3) },
        sizes: 'inside',
        wall: 0.019,
        endWall: 0.019,
        floorInset: 0,
        roofInset: 0,
        contents: bars,
        closedAbove: false,
      },
    ],
    entrances: [
      {
        id: 'door',
        label: 'Door',
        opening: { kind: 'hole', diameter: 2 * Math.sqrt(Number(entranceM2) / Math.PI) },
        count: 1,
        face: 'front',
        height: 0.05,
        across: 0,
      },
    ],
  };
}

export interface TrapPlan {
  readonly faults: readonly FaultDto[];
  readonly differences: readonly DifferenceDto[];
  readonly fresh: readonly FileRow[];
  readonly changed: readonly { readonly row: FileRow; readonly before: TrapEntity }[];
  readonly same: number;
}

function faultsOfNew({ row, values }: FileRow): FaultDto[] {
  const faults: FaultDto[] = [];
  if (!TRAP_NUMBER.test(String(values['name']))) {
    const message = `"${String(values['name'])}" cannot be painted on a trap: letters, digits, spaces and - . /`;
    faults.push({ row, column: 'name', code: 'FORMAT', message });
  }
  for (const [field, column] of [
    ['volumeM3', 'volume_m3'],
    ['entranceM2', 'entrance_m2'],
  ] as const) {
    if (values[field] !== null) continue;
    faults.push({ row, column, code: 'MISSING', message: 'a trap that is new here needs it' });
  }
  return faults;
}

export async function planTraps(
  manager: EntityManager,
  rows: readonly FileRow[],
  mode: FileQuery['mode'],
): Promise<TrapPlan> {
  const kept = new Map(
    (await manager.findBy(TrapEntity, { id: In(rows.map(({ values }) => String(values['id']))) })).map((one) => [
      one.id,
      one,
    ]),
  );
  const numbers = new Map(
    (await manager.findBy(TrapEntity, { deletedAt: IsNull() })).map(({ id, number }) => [number, id]),
  );
  for (const { values } of rows) {
    const before = kept.get(String(values['id']));
    if (before) numbers.delete(before.number);
  }
  const faults: FaultDto[] = [];
  const differences: DifferenceDto[] = [];
  const fresh: FileRow[] = [];
  const changed: { row: FileRow; before: TrapEntity }[] = [];
  let same = 0;
  for (const one of rows) {
    const { row, values, given } = one;
    const id = String(values['id']);
    const name = String(values['name']);
    const before = kept.get(id);
    const holder = numbers.get(name);
    if (holder !== undefined && holder !== id) {
      const message = `${name} is painted on another trap already`;
      faults.push({ row, column: 'name', code: 'DUPLICATE', message });
    }
    numbers.set(name, id);
    if (!before) {
      faults.push(...faultsOfNew(one));
      fresh.push(one);
      continue;
    }
    if (mode === 'add' || before.deletedAt !== null) {
      const message = `"${id}" is ${before.deletedAt === null ? 'kept already' : 'in the bin: take it out first'}`;
      faults.push({ row, column: 'id', code: 'DUPLICATE', message });
      continue;
    }
    const is = trapRow(before);
    const unlike = differencesOf('traps', id, { values, given }, (field) => is[field]);
    for (const { column, before: was } of unlike.filter(({ column }) => SIZES.includes(column))) {
      const message = `it follows from the measured sizes and is ${was}: change those in Stores`;
      faults.push({ row, column, code: 'RULE', message });
    }
    differences.push(...unlike);
    if (unlike.length === 0) same += 1;
    else changed.push({ row: one, before });
  }
  return { faults, differences, fresh, changed, same };
}

const textOr = <T>(value: Cell | undefined, otherwise: T): string | T =>
  typeof value === 'string' ? value : otherwise;

/** Writes what was planned, within the caller's transaction. */
export async function writeTraps(manager: EntityManager, { fresh, changed }: TrapPlan, at: string): Promise<void> {
  const kept = { createdAt: at, updatedAt: at, deletedAt: null };
  for (const row of fresh) {
    const id = String(row.values['id']);
    const document = measuredDesign(row);
    await manager.insert(DesignEntity, { id, revision: 1, name: document.name, document, ...kept });
    await manager.insert(DesignVersionEntity, { designId: id, version: 1, document, frozenAt: at });
    await manager.insert(TrapEntity, {
      id,
      revision: 1,
      number: String(row.values['name']),
      designId: id,
      designVersion: 1,
      asBuilt: document,
      massKg: null,
      paintedOn: textOr(row.values['paintedOn'], null),
      darkCombs: row.values['comb'] === 'oldBrood' ? 1 : 0,
      combSince: null,
      condition: 'good',
      owner: '',
      note: textOr(row.values['notes'], ''),
      ...kept,
    });
  }
  for (const { row, before } of changed) {
    const { values, given } = row;
    const is = <T>(field: string, was: T): Cell | T => (given.has(field) ? (values[field] ?? null) : was);
    const combs = values['comb'] === 'oldBrood' ? Math.max(1, before.darkCombs) : 0;
    await manager.update(
      TrapEntity,
      { id: before.id },
      {
        revision: before.revision + 1,
        number: String(values['name']),
        paintedOn: textOr(is('paintedOn', before.paintedOn), null),
        darkCombs: given.has('comb') ? combs : before.darkCombs,
        note: textOr(is('notes', before.note), ''),
        updatedAt: at,
      },
    );
  }
}
