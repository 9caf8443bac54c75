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
  frameSpec,
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
  placeSections,
  SIZES_ARE,
} from './design.js';
export {
  BOARD_GRAINS,
  BOARD_SIDES,
  type BoardGrain,
  type BoardSide,
  type BoardsBought,
  type BoardSold,
  COMB_STORES,
  type CombBait,
  type CombStores,
  type DesignGap,
  type Dispute,
  DISPUTE_NAMES,
  DISPUTES,
  GAP_PLACES,
  type GapPlace,
  type Hanging,
  HANGING_DEFAULTS,
  HANGING_STYLES,
  type HangingStyle,
  hangingsOf,
  LOAD_DEFAULTS,
  type LoadPlan,
  type Purpose,
  PURPOSES,
  type SchoolChoice,
  schoolsOf,
  SECTION_SOURCES,
  type SectionSource,
  SECURED,
  type Secured,
  SETUP_LIMITS,
  SITE_FACTORS,
  type SiteFactor,
  type TriedSite,
} from './design-setup.js';
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
export type { CheckCode, CheckLevel, DesignCheck, DesignFix, FixCode } from './check-parts.js';
export { designChecks } from './design-checks.js';
export { type JointReading, sectionJoints } from './section-joints.js';
export { type LyingBars, lyingBars } from './lying-bars.js';
export { carryDoors } from './carry-doors.js';
export { fitOptions, type FitOption, nearAim } from './make-it-fit.js';
export { frameSlots, type FrameSlot } from './frame-slots.js';
export {
  arrangementOf,
  cycled,
  FILL_CYCLE,
  framePlaces,
  type HungFrame,
  hung,
  hungFrames,
  inTheMiddle,
  moved,
  pushedAside,
  withRow,
} from './frame-row.js';
export {
  actualSize,
  type ActualSize,
  BOARD_KINDS,
  type BoardKind,
  dryWidth,
  type Grain,
  GRAINS,
  nominalSizes,
  SPECIES,
  type Species,
} from './lumber.js';
export { massParts, type PlacedPart } from './load/mass-parts.js';
export {
  beeSpace,
  type BeeSpaceVerdict,
  frameHeight,
  type FrameHeight,
  framesFit,
  type FramesFit,
  lugFit,
} from './frame-fit.js';
export { CURVES, curveAt, type Evidence, type Factor, type FactorCurve, FACTORS } from './suitability/factors.js';
export { type Practice, type School, schoolCost, type SchoolCost, SCHOOLS } from './suitability/schools.js';
export {
  desirability,
  desirabilityUnder,
  type FactorRow,
  type Grade,
  type Hemisphere,
  HEMISPHERES,
  type Level,
  nestScore,
  type NestScore,
  type NestSite,
  scoreUnder,
  offSunnySide,
  type Side,
  targetUnder,
} from './suitability/nest-score.js';
export { darkCombs, frameCount, designSuitability, type DesignSuitability } from './suitability/design-suitability.js';
export {
  centreOfMass,
  contents,
  type Contents,
  DENSITIES,
  emptyMass,
  type Flow,
  FLOWS,
  type Mass,
  type MassPart,
  type Material,
  type PointMass,
  takeDownBy,
} from './load/mass.js';
export {
  GRAVITY,
  hang,
  type Hang,
  type HangInput,
  type HangVerdict,
  LADDER_RATINGS,
  ladderCheck,
  type LadderCheck,
  type LadderRating,
  LADDERS,
  liftLimit,
  OK_RESERVE,
  USUAL_LIMITS,
  usualTopRow,
} from './load/hang.js';
export {
  ADDED_BAND,
  designLoad,
  type DesignLoad,
  type DownBefore,
  FORCES_OF,
  type HangingLoad,
  HORIZON_DAYS,
  massByDay,
  massOnDay,
  type MassOnDay,
} from './load/design-load.js';
export {
  BEE_STATES,
  type BeeCount,
  type BeeState,
  beesFromCluster,
  beesFromFrames,
  beesFromMass,
  massFromBees,
  SWARM_SEEN,
  swarmAdvice,
  type SwarmAdvice,
} from './swarm-size.js';
export { readyToHang, type TrapCheck, type TrapCheckCode, trapChecks, type TrapFacts } from './trap-checks.js';
export { fromStandard, STARTING_POINTS, type StartingPoint, startingPoint } from './starting-points.js';
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
export {
  fingersOver,
  type Joint,
  JOINTS,
  type Part,
  PART_COMPONENTS,
  type PartComponent,
  type PartInput,
  type PartMaterial,
  partsFor,
} from './workshop/parts.js';
export { type BoughtPart, designParts, type DesignParts, SCREW, screwLength } from './workshop/design-parts.js';
export { type BoredDoor, type LugRest, rabbetOf, type WorkPart } from './workshop/work-parts.js';
export { vacuumParts, type VacuumSizes } from './workshop/vacuum-parts.js';
export { l2Bound } from './workshop/l2-bound.js';
export { type BoardCut, type BoardPlan, cutBoards, type CutBoard, offcutLength } from './workshop/cut-boards.js';
export type {
  BoardPieceAsked,
  BoardsAsked,
  SheetPieceAsked,
  SheetsAsked,
  StockAsked,
} from './workshop/cutting-input.js';
export { cutSheets, type SheetPlace, type SheetPlan } from './workshop/cut-sheets.js';
export { checkBoardPlan, checkSheetPlan, type PlanCheck } from './workshop/plan-checkers.js';
export {
  DRAWING_LAYERS,
  type DrawingDimension,
  type DrawingEntity,
  type DrawingLayer,
  type ElevationAsked,
  type FrontElevation,
  frontElevation,
} from './workshop/front-elevation.js';
export { toDxf } from './workshop/dxf.js';
export { type Paper, PAPERS, tilePages, type Tiling } from './workshop/tile-pages.js';
export {
  type BatchAsked,
  type BatchFault,
  type BatchFaultReason,
  type BatchPart,
  type BatchPlan,
  type BoardGroup,
  type LaidSheet,
  letterOf,
  planBatch,
  type SheetGroup,
  type StockRow,
  type StockUse,
  usesOf,
} from './workshop/batch-plan.js';
export {
  boardGap,
  boardMetres,
  type BoardMark,
  keptOffcuts,
  type MarkedBoard,
  markedBoards,
  type Offcut,
} from './workshop/batch-offcuts.js';
export { isKept, KEPT_SIDE, type Rect, type SawCut, sawOrder, type SawOrder } from './workshop/saw-order.js';
export { type BatchBought, type BatchLine, batchParts, type BatchWork } from './workshop/batch-parts.js';
export { type Moved, movePanel, movePiece, type PieceAt, type PlaceAt } from './workshop/moved-piece.js';
export { boardsCost, type BoardsCost, catchCost, type CatchCost, type StockCost } from './workshop/batch-cost.js';
export { whatFits, type WhatFits } from './workshop/what-fits.js';
export { cutWet, driedSize } from './workshop/drying.js';
export { type WorkStep, workSteps } from './workshop/work-steps.js';
export {
  boardsSheet,
  box,
  fingered,
  line,
  partOutline,
  partsSheet,
  type PlacedDrawing,
  sheetDrawing,
  viewDrawing,
  words,
} from './workshop/drawing-file.js';
export { toSvg } from './workshop/drawing-svg.js';
export { KERF } from './workshop/cutting-input.js';
