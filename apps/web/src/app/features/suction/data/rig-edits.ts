import {
  type AmountKind,
  type Calibration,
  followed,
  type Gate,
  type GateKind,
  gateOpening,
  librarySource,
  type Link,
  onItsOwn,
  poweredBy,
  type Rig,
  RIG_LIMITS,
  type RigCalibration,
  type RigNozzle,
  type RigSeam,
  type RigSlide,
  type SourceCurve,
  type SourceId,
  type Supply,
  withOpening,
} from '@yewridge/core/suction';
import { withValue } from '../../../shared/documents/value-at';

/** Edits of a rig, each a new rig. */

function newId(): string {
  return `p-${crypto.randomUUID().slice(0, 13)}`;
}

/** Fields that a keeper types to give a part a size of its own. */
const OWN_SIZES: readonly (readonly [field: RegExp, link: Link])[] = [
  [/^port\.diameter$/, 'port'],
  [/^screen\.(?:length|width)$/, 'screen'],
  [/^seams\[\d+\]\.length$/, 'seams'],
];

/** One field of a rig changed: what follows it goes with it, and a part that is given a size follows no more. */
export function changedRig(rig: Rig, field: string, value: unknown): Rig {
  const next = withValue(rig, field, value);
  const link = OWN_SIZES.find(([pattern]) => pattern.test(field))?.[1];
  return followed(rig, link ? onItsOwn(next, link) : next);
}

/** Another supply, with a battery that it takes. */
export function withSupply(rig: Rig, supply: Supply): Rig {
  return { ...rig, source: { ...rig.source, supply }, power: poweredBy(rig.power, supply) };
}

/** Another machine: its figures from the library, its own hose and calibration forgotten, since they were of the old one. */
export function withMachine(rig: Rig, machine: SourceId | 'own'): Rig {
  if (machine === 'own') return { ...rig, source: { ...rig.source, machine } };
  const { calibration: _, ...rest } = rig;
  const source = librarySource(machine);
  return { ...rest, source, power: poweredBy(rig.power, source.supply) };
}

export function withCurveKind(rig: Rig, kind: SourceCurve['kind']): Rig {
  const { curve } = rig.source;
  if (curve.kind === kind) return rig;
  const sealedSuction = curve.kind === 'table' ? (curve.points[0]?.suction ?? 1000) : curve.sealedSuction;
  const freeFlow = curve.kind === 'table' ? (curve.points.at(-1)?.flow ?? 0.03) : curve.freeFlow;
  const middle = { flow: 0.5 * freeFlow, suction: 0.75 * sealedSuction };
  const next: SourceCurve =
    kind === 'table'
      ? { kind, points: [{ flow: 0, suction: sealedSuction }, middle, { flow: freeFlow, suction: 0 }] }
      : { kind, sealedSuction, freeFlow };
  return { ...rig, source: { ...rig.source, machine: 'own', curve: next } };
}

/** One more point, between the last two. */
export function addPoint(rig: Rig): Rig {
  const { curve } = rig.source;
  if (curve.kind !== 'table' || curve.points.length >= RIG_LIMITS.points) return rig;
  const last = curve.points.at(-1);
  const before = curve.points.at(-2);
  if (!last || !before) return rig;
  const between = { flow: (last.flow + before.flow) / 2, suction: (last.suction + before.suction) / 2 };
  const points = [...curve.points.slice(0, -1), between, last];
  return { ...rig, source: { ...rig.source, curve: { ...curve, points } } };
}

export function removePoint(rig: Rig, n: number): Rig {
  const { curve } = rig.source;
  if (curve.kind !== 'table' || curve.points.length <= 2) return rig;
  const points = curve.points.filter((_, at) => at !== n);
  return { ...rig, source: { ...rig.source, curve: { ...curve, points } } };
}

export function withGateKind(rig: Rig, kind: GateKind): Rig {
  const { gate } = rig.bleed;
  if (gate.kind === kind) return rig;
  const diameter = gate.kind === 'rectangle' ? gate.width : gate.diameter;
  const gates: Readonly<Record<GateKind, Gate>> = {
    rectangle: { kind: 'rectangle', width: diameter, height: 0.09 },
    roundStraight: { kind: 'roundStraight', diameter },
    roundDisc: { kind: 'roundDisc', diameter, plateDiameter: 1.2 * diameter },
    roundSwing: { kind: 'roundSwing', diameter, plateDiameter: 1.2 * diameter, pivotDistance: 1.4 * diameter },
  };
  return { ...rig, bleed: { ...rig.bleed, gate: gates[kind] } };
}

export function addNozzle(rig: Rig): Rig {
  const diameter = Math.max(RIG_LIMITS.bore.min, 0.75 * rig.hose.diameter);
  const nozzle: RigNozzle = { id: newId(), name: 'Nozzle', diameter, length: 0.15, entrance: 'projecting' };
  return { ...rig, nozzles: [...rig.nozzles, nozzle], fitted: nozzle.id };
}

export function removeNozzle(rig: Rig, id: string): Rig {
  const nozzles = rig.nozzles.filter((one) => one.id !== id);
  return { ...rig, nozzles, fitted: rig.fitted === id ? null : rig.fitted };
}

export function addSeam(rig: Rig): Rig {
  const seam: RigSeam = { id: newId(), seam: 'bareWood', length: 2 * (rig.box.length + rig.box.width), at: 'box' };
  return { ...rig, seams: [...rig.seams, seam] };
}

export function addSlide(rig: Rig): Rig {
  const slide: RigSlide = { id: newId(), name: 'Slide', slotHeight: 0.0065, slideThickness: 0.004, bow: 0 };
  return { ...rig, slides: [...rig.slides, slide] };
}

export function without(rig: Rig, list: 'seams' | 'slides' | 'jobs', id: string): Rig {
  return { ...rig, [list]: rig[list].filter((one) => one.id !== id) };
}

const AMOUNTS = { count: 8000, mass: 1, frames: 4, cluster: 0.005 } as const;

export function withAmount(rig: Rig, by: AmountKind): Rig {
  return { ...rig, bees: { ...rig.bees, amount: { by, value: AMOUNTS[by] } } };
}

export function withOwnHose(rig: Rig, has: boolean): Rig {
  const { ownHose: _, ...source } = rig.source;
  return { ...rig, source: has ? { ...source, ownHose: { diameter: 0.032, length: 2 } } : source };
}

/** The gate's plate moved by m, stopped at its ends. */
export function trimmed(rig: Rig, by: number): Rig {
  const { travel } = gateOpening({ gate: rig.bleed.gate, opening: 1 });
  return withOpening(rig, Math.min(1, Math.max(0, rig.bleed.opening + by / travel)));
}

/** What a calibration depends on of the rig: not its gate, name, jobs or the bees on its screen. */
export function bare(rig: Rig): Rig {
  return { ...rig, name: '', jobs: [], bleed: { ...rig.bleed, opening: 0 }, screen: { ...rig.screen, coverage: 0 } };
}

/** Pa at the sealed inlet, as far as anybody knew before. */
function sealedBefore({ source: { curve }, calibration }: Rig): number {
  return calibration?.sealedBefore ?? (curve.kind === 'table' ? (curve.points[0]?.suction ?? 0) : curve.sealedSuction);
}

/** The rig with the curve and the leak that readings found; figures beyond what a rig may have stop at their ends. */
export function calibrated(
  rig: Rig,
  { sealedSuction, freeFlow, leakArea }: Calibration,
  about: Omit<RigCalibration, 'leakArea'> & { readonly curveKind: 'parabola' | 'linear' },
): Rig {
  const within = (value: number, range: { readonly min: number; readonly max: number }): number =>
    Math.min(range.max, Math.max(range.min, value));
  const { curveKind, ...calibration } = about;
  const curve: SourceCurve = {
    kind: curveKind,
    sealedSuction: within(sealedSuction.value, RIG_LIMITS.sealedSuction),
    freeFlow: within(freeFlow.value, RIG_LIMITS.freeFlow),
  };
  return {
    ...rig,
    source: { ...rig.source, machine: 'own', curve },
    calibration: {
      ...calibration,
      leakArea: within(leakArea.value, RIG_LIMITS.leak),
      ...(sealedSuction.identified ? {} : { sealedBefore: sealedBefore(rig) }),
    },
  };
}
