export { type Air, type AirConditions, airProperties, ALTITUDE, pressureAtAltitude, STANDARD_GRAVITY } from './air.js';
export {
  type ArrivalDistribution,
  arrivalDistribution,
  flySwarm,
  type ScaleOptions,
  type ScaleResult,
  scaleForArrival,
  type SwarmFlown,
  type SwarmOptions,
} from './arrival.js';
export {
  type Battery,
  type BatteryRun,
  batteryRun,
  collectionsPerCharge,
  cordVoltageRatio,
  type MotorLoad,
} from './battery.js';
export {
  BEE_DATA,
  type Firmness,
  FRAME_TYPES,
  type FrameType,
  type Mood,
  MOODS,
  type Packing,
  type Spread,
} from './bee-data.js';
export { type Calibration, calibrate, type Estimate, type Reading } from './calibrate.js';
export {
  beeContactArea,
  type BeeCount,
  beesFromMass,
  beesOnFrames,
  boxesNeeded,
  clusterSize,
  type FramesOfBees,
  metabolicHeat,
} from './capacity.js';
export {
  approachSpeed,
  type Bee,
  captureReach,
  carryingSpeed,
  detachSpeed,
  floatVelocity,
  type HoseCrowding,
  hoseCrowding,
} from './capture.js';
export {
  BODY_SCALE,
  type Caste,
  GAP_LIMITS,
  GAP_SHAPES,
  type GapCheck,
  gapCheck,
  type GapShape,
  type GapState,
  type SlideCheck,
  slideCheck,
} from './gaps.js';
export { type Gate, GATE_KINDS, type GateKind, type GateOpening, gateOpening, lensArea, segmentArea } from './gate.js';
export {
  type Band,
  type CoverageRow,
  coverageSweep,
  gateScale,
  type GateScaleRow,
  type Limit,
  openingForTarget,
  type Quantity,
  safeBand,
  sensitivities,
  type SensitivityRow,
  SUCTION_QUANTITIES,
  type TargetQuantity,
  type TargetResult,
} from './gate-questions.js';
export {
  crosswiseArea,
  type HeatBox,
  heatCourse,
  type HeatPoint,
  type HeatRun,
  heatRun,
  parkedCabinTemp,
  requiredVent,
  type SteadyState,
  steadyTemperature,
  type VentMode,
} from './heat.js';
export {
  ARRIVAL_LIMIT,
  type Grazing,
  grazingLanding,
  type Impact,
  IMPACT_LIMITS,
  impactAssessment,
  type ImpactLevel,
  impactLevel,
  LANDING_FRICTION,
} from './impact.js';
export { type Leak, leakFlow, orificeFlow, type Place, type Seam, SEAM_GAPS, seamLeak, SEAMS } from './leaks.js';
export {
  fitLoss,
  LOSS_PRIOR,
  type LossAt,
  lossAt,
  type LossFit,
  type LossJob,
  type LossPrior,
  SPEED_KINDS,
  type SpeedKind,
  speedForLoss,
} from './losses.js';
export { curveSpread, screenShutPressure, solveSuction, type Station, type SuctionState } from './network.js';
export {
  bendLoss,
  contractionCoefficient,
  type Entrance,
  ENTRANCE_LOSS,
  entranceLoss,
  ENTRANCES,
  frictionFactor,
  type Pipe,
  transitionLoss,
} from './pipe-losses.js';
export {
  MESH_KEYS,
  meshByKey,
  MESHES,
  type MeshKey,
  type MeshProperties,
  meshProperties,
  PIN_LEVELS,
  pinningSpeed,
  type PinLevel,
  screenLoss,
  screenSizing,
  type ScreenSizing,
  type ScreenState,
  screenState,
} from './screen.js';
export { type Screen, screenDrop, screenLossCoefficient } from './screen-loss.js';
export {
  checkSource,
  inputPower,
  maxAirPower,
  MOTOR_EXPONENT,
  type MotorKind,
  MOTORS,
  type Source,
  type SourceClaim,
  type SourceCurve,
  sourceSuction,
  speedRatioAtVoltage,
  WEAK_SOURCE,
} from './source.js';
export { type Climb, isInBand, type SweetSpot, sweetSpot } from './sweet-spot.js';
export type { BeeLoad, Bleed, Nozzle, Port, SuctionSystem } from './system.js';
export {
  type BoxCrossing,
  beeTrajectory,
  type FlightPoint,
  type HosePath,
  jetSpeed,
  type PathSegment,
  type Stage,
  type Trajectory,
} from './trajectory.js';
export { ventilationFlow, type Vents } from './ventilation.js';
export { randomNormals, randomUniforms } from '../shared/stats/index.js';
export { airCourse, type AirPoint, type CoursePart } from './rig/air-course.js';
export { type GateLane, gateLane, gateLanes, OPENERS, type Opener, PANEL_FORCE, rigSweetSpot } from './rig/band.js';
export {
  DRIVE_OFFERS,
  driveFault,
  type DriveFault,
  type DriveOffer,
  type DriveOffers,
  driveOffers,
} from './rig/drive-offers.js';
export { batteriesFor, followed, following, follows, LINKS, type Link, onItsOwn, poweredBy } from './rig/links.js';
export { landingIncidence, landingOf } from './rig/landing.js';
export {
  BATTERIES,
  BATTERY_IDS,
  type BatteryId,
  BLEED_EDGE_IDS,
  BLEED_EDGES,
  type BleedEdge,
  HOSE_BORES,
  HOSE_WALL_IDS,
  HOSE_WALLS,
  type HoseWall,
  SOURCE_IDS,
  type SourceId,
  SOURCES,
  SUPPLIES,
  type Supply,
} from './rig/library.js';
export { MATTER_SHARE, type Matter, type MatterRow, MATTERS, whatMatters } from './rig/matters.js';
export { bandOpeners, type OpenedBand, sureWidth } from './rig/openers.js';
export { type RigReadings, rigReadings } from './rig/readings.js';
export {
  beesWanted,
  heatBox,
  heatClock,
  type HeatClock,
  type HeatQuestion,
  rigBoxesNeeded,
  rigHeatQuestion,
} from './rig/rig-heat.js';
export { rigPower, type RigPowerReading } from './rig/rig-power.js';
export { RIG_FAULTS, type RigFault, type RigProblem, rigProblems } from './rig/rig-problems.js';
export {
  BEND_RETAIN,
  boxPanels,
  inRow,
  landingDistance,
  rigBee,
  rigClimbs,
  rigPath,
  rigSystem,
  riseBetween,
  START_DISTANCE,
  screenArea,
} from './rig/rig-system.js';
export {
  AMOUNT_KINDS,
  type AmountKind,
  CLIMBS,
  fitted,
  fittedNozzle,
  JOB_BEES_BY,
  type Landing,
  LANDINGS,
  type Layout,
  LAYOUTS,
  type Lid,
  LIDS,
  type Rig,
  type RigBees,
  type RigBleed,
  type RigBox,
  type RigCalibration,
  type RigHeat,
  type RigHose,
  type RigJob,
  RIG_LIMITS,
  type RigNozzle,
  type RigPower,
  type RigScreen,
  type RigSeam,
  type RigSlide,
  type RigSource,
  withOpening,
} from './rig/rig.js';
export { librarySource, PLUNGER_GAP, type StartingRig, STARTING_RIGS } from './rig/starting-rigs.js';
export { type SwarmLanding, swarmLanding } from './rig/swarm.js';
