import { assessDesign, type Design, type DesignReadings } from '@yewridge/core/bench';

/** A base and a five-frame box as a keeper may have them, in metres. */
export const SAMPLE: Design = {
  name: 'Sample nuc',
  note: '',
  material: 'pine',
  target: 0.04,
  floor: 0.012,
  roof: 0.012,
  roofOverhang: 0,
  sections: [
    {
      id: 'base',
      label: 'Base',
      shape: { kind: 'box', length: 0.468, width: 0.194, height: 0.15 },
      sizes: 'inside',
      wall: 0.019,
      endWall: 0.019,
      floorInset: 0,
      roofInset: 0,
      contents: [],
      closedAbove: false,
    },
    {
      id: 'nuc',
      label: 'Nuc',
      shape: { kind: 'box', length: 0.468, width: 0.194, height: 0.246 },
      sizes: 'inside',
      wall: 0.019,
      endWall: 0.019,
      floorInset: 0,
      roofInset: 0,
      contents: [
        { kind: 'frames', frame: 'langstroth-deep', count: 1, fill: 'oldComb' },
        { kind: 'frames', frame: 'langstroth-deep', count: 4, fill: 'starter' },
      ],
      closedAbove: false,
    },
  ],
  entrances: [
    {
      id: 'door',
      label: 'Door',
      opening: { kind: 'hole', diameter: 0.038, guard: { count: 1, diameter: 0.003 } },
      count: 1,
      face: 'front',
      height: 0.045,
      across: 0,
    },
  ],
};

export function readingsOf(design: Design): DesignReadings {
  const assessment = assessDesign(design);
  if (!assessment.ok) throw new Error(`The sample has faults: ${JSON.stringify(assessment.problems)}`);
  return assessment.readings;
}
