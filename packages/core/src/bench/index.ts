export { convert, formatInches, parseLength } from '../shared/units/index.js';
export {
  type BoxShape,
  type ConeShape,
  type CylinderShape,
  type FrustumShape,
  internalDims,
  type MeasuredShape,
  type Plan,
  sectionGeometry,
  type SectionGeometry,
  type Shape,
  SHAPE_KINDS,
} from './section-geometry.js';
export {
  type Fill,
  FILLS,
  FRAME_COLUMNS,
  FRAME_IDS,
  type FrameDisplacement,
  frameDisplacement,
  type FrameId,
  FRAMES,
  type FrameSpec,
} from './frames.js';
export {
  type Arrangement,
  ARRANGEMENTS,
  cavity,
  type Cavity,
  type Content,
  CONTENT_KINDS,
  type FramesContent,
  type Section,
} from './cavity.js';
export { volumeUncertainty, type VolumeUncertainty } from './volume-uncertainty.js';
export { addForTarget, type AddedCount, type AddedSize, type AddOption } from './add-for-target.js';
export {
  type Certainty,
  hiveStandard,
  type HiveStandard,
  HIVE_STANDARD_IDS,
  type HiveStandardId,
  standardVolume,
} from './hive-standards.js';
export {
  DISC_POSITIONS,
  type DiscPosition,
  DOOR_BAND,
  entrance,
  type Entrance,
  type EntranceBand,
  type EntranceFlag,
  type Guard,
  type Opening,
  OPENING_KINDS,
  openingArea,
  type OpeningArea,
  type OpeningShape,
  PASSAGE,
} from './entrance.js';
export { DRILL_SIZES, type DrillSizes, holeForArea, holesForArea, slotWidth } from './opening-for-area.js';
export {
  type Design,
  DESIGN_LIMITS,
  type DesignEntrance,
  type DesignSection,
  type DoorShape,
  drawnHeight,
  type Face,
  FACES,
  guardOf,
  insideSection,
  insideShape,
  isRound,
  type MaterialId,
  MATERIALS,
  SIZES_ARE,
} from './design.js';
export { designProblems, type DesignProblem } from './design-problems.js';
export {
  assessDesign,
  type Assessment,
  type DesignNotice,
  designReadings,
  type DesignReadings,
  type EntranceReading,
  type SectionReading,
} from './readings.js';
export { carryDoors } from './carry-doors.js';
export { fitOptions, type FitOption, withinTape } from './make-it-fit.js';
export { frameSlots, type FrameSlot } from './frame-slots.js';
export { designDrawing } from './drawing/design-drawing.js';
export type {
  DesignDrawing,
  Dimension,
  DimensionSide,
  DrawnPart,
  PartRef,
  PartRole,
  Point,
  View,
} from './drawing/scene.js';
