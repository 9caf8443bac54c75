import { type Reading, STARTING_RIGS } from '@yewridge/core/suction';
import { expectedPressure, readingPlan } from './reading-plan';

const rig = STARTING_RIGS[0]!.rig;
const at = (opening: number, portClosed = false): Reading => ({ opening, boxUnderPressure: 100, portClosed });
const taken = (setting: string, ...readings: readonly Reading[]): readonly number[] | undefined =>
  readingPlan(rig, readings).find(({ id }) => id === setting)?.taken;

describe('the settings at which an empty rig is read', () => {
  it('begin with the safe one and never ask for a shut port with less bleed than is safe', () => {
    const plan = readingPlan(rig, []);
    expect(plan[0]).toEqual(jasmine.objectContaining({ id: 'wide', opening: 1, portClosed: false }));
    expect(plan.filter(({ portClosed }) => portClosed).map(({ opening }) => opening)).toEqual([0.3]);
  });

  it('say what the rig as described would show: more suction the less the bleed stands open', () => {
    const [wide, half, near] = readingPlan(rig, []).map(({ expected }) => expected!);
    expect(wide!).toBeLessThan(half!);
    expect(half!).toBeLessThan(near!);
    expect(expectedPressure(rig, { opening: 0.3, portClosed: true })!).toBeGreaterThan(
      expectedPressure(rig, { opening: 0.3, portClosed: false })!,
    );
  });

  it('take a reading for the nearest of them, up to 0.15 away, and the port’s state never for the other', () => {
    expect(taken('wide', at(0.85), at(0.84), at(0.36))).toEqual([1]);
    expect(taken('half', at(0.36), at(0.34))).toEqual([1]);
    expect(taken('near', at(0.25), at(0.26))).toEqual([1]);
    expect(taken('shut', at(0.3, true), at(0.46, true))).toEqual([1]);
    expect(taken('wide', at(1, true))).toEqual([]);
  });
});
