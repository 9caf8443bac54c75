import {
  assessDesign,
  type Design,
  designChecks,
  designDrawing,
  type DesignCheck,
  type DesignDrawing,
  designLoad,
  type DesignLoad,
  type DesignReadings,
  designSuitability,
  type DesignSuitability,
} from '@yewridge/core/bench';

/** Everything the bench can say of a design that computes. */
export interface Judged {
  readonly readings: DesignReadings;
  readonly load: DesignLoad;
  /** Nothing of a box that is no trap. */
  readonly suitability: DesignSuitability | null;
  readonly checks: readonly DesignCheck[];
  readonly drawing: DesignDrawing;
}

export function judge(design: Design): Judged | null {
  const assessment = assessDesign(design);
  if (!assessment.ok) return null;
  const { readings } = assessment;
  return {
    readings,
    load: designLoad(design, readings.room.net),
    suitability: design.purpose === 'holding' ? null : designSuitability(design, readings.room, readings.door.area),
    checks: designChecks(design, readings),
    drawing: designDrawing(design),
  };
}
