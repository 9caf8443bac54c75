import { LEAST_BLEED_PORT_SHUT } from '@yewridge/contract/suction';
import { type Reading, type Rig, rigSystem, solveSuction } from '@yewridge/core/suction';
import { DomainError } from '@yewridge/core/shared/errors';
import { bare } from './rig-edits';

/** A setting at which the empty rig is read, and what the rig as it is described would show there. */
export interface PlannedReading {
  readonly id: string;
  readonly name: string;
  readonly why: string;
  readonly opening: number;
  readonly portClosed: boolean;
  /** Pa in the box; `null` where the rig as described cannot be worked out. */
  readonly expected: number | null;
  /** Numbers of the readings taken at about this setting, from 1. */
  readonly taken: readonly number[];
}

/** Readings further off than this belong to no planned setting. */
const NEAR = 0.15 + 1e-9;

/** The safe one first. Together they tell suction, flow and leak apart. */
const SETTINGS: readonly Pick<PlannedReading, 'id' | 'name' | 'why' | 'opening' | 'portClosed'>[] = [
  { id: 'wide', name: 'Bleed wide open', why: 'The safe one: begin here.', opening: 1, portClosed: false },
  { id: 'half', name: 'Half open', why: 'With the others it tells the free flow.', opening: 0.5, portClosed: false },
  { id: 'near', name: 'Nearly shut', why: 'Near the suction the source can make.', opening: 0.1, portClosed: false },
  {
    id: 'shut',
    name: `Port shut, bleed ${LEAST_BLEED_PORT_SHUT} open`,
    why: 'All air comes by bleed and leaks: it tells the leak.',
    opening: LEAST_BLEED_PORT_SHUT,
    portClosed: true,
  },
];

export function expectedPressure(
  rig: Rig,
  { opening, portClosed }: Pick<PlannedReading, 'opening' | 'portClosed'>,
): number | null {
  try {
    const system = rigSystem(bare(rig));
    const state = solveSuction({
      system: portClosed ? { ...system, port: { ...system.port, opening: 0 } } : system,
      opening,
    });
    return state.underPressure.box;
  } catch (error) {
    if (error instanceof DomainError) return null;
    throw error;
  }
}

/** The settings worth a reading, each with those taken so far. A reading belongs to the nearest setting. */
export function readingPlan(rig: Rig, readings: readonly Reading[]): readonly PlannedReading[] {
  const nearest = readings.map(({ opening, portClosed }) => {
    const same = SETTINGS.filter((one) => one.portClosed === (portClosed === true));
    const far = (one: { readonly opening: number }): number => Math.abs(one.opening - opening);
    const [first] = [...same].sort((a, b) => far(a) - far(b));
    return first && far(first) <= NEAR ? first.id : null;
  });
  return SETTINGS.map((setting) => ({
    ...setting,
    expected: expectedPressure(rig, setting),
    taken: nearest.flatMap((id, n) => (id === setting.id ? [n + 1] : [])),
  }));
}
