/**
 * The words that records of a call-out are written in, each list by itself: whoever only checks a record needs no computation.
 */
import type { SpeedKind } from '../suction/index.js';

export const CALL_KINDS = ['hangingSwarm', 'structure', 'trapTooHeavy', 'groundOrBush', 'unknown'] as const;
/** Kinds that work can be planned for. */
export const JOB_KINDS = ['hangingSwarm', 'structure', 'trapTooHeavy', 'groundOrBush'] as const;
/** What is packed for a job, in the order of its list. */
export const KIT_CODES = [
  'beeBox',
  'spareBox',
  'combBox',
  'frameBrood',
  'frameHoney',
  'frameEmpty',
  'bands',
  'broodCover',
  'bucket',
  'disposalBucket',
  'bucketLid',
  'boxLid',
  'mesh',
  'cage',
  'sheet',
  'strap',
  'suit',
  'gloves',
  'smoker',
  'water',
  'brush',
  'headlamp',
  'source',
  'hose',
  'nozzle',
  'tape',
  'rag',
  'battery',
  'rcd',
  'generator',
  'ladder',
  'hoist',
  'cordon',
  'detector',
  'mask',
  'knife',
  'pryBar',
  'saw',
  'driver',
  'closure',
  'firstAid',
  'phone',
] as const;
export const ACCESSES = ['ground', 'pole', 'ladder', 'lift', 'unknown'] as const;
export { PERMISSIONS } from '../shared/permissions/index.js';
export const REPAIRERS = ['owner', 'keeper', 'builder', 'nobody', 'unknown'] as const;
export const POISONS = ['no', 'suspected', 'yes', 'unknown'] as const;
export const CALL_STATES = [
  'called',
  'planned',
  'onSite',
  'collecting',
  'paused',
  'closing',
  'closed',
  'resting',
  'reunited',
  'settled',
  'united',
  'lost',
  'gone',
  'declined',
  'referred',
  'abandoned',
] as const;
export const CALLED_BEES = ['honeybees', 'bumblebee', 'solitary', 'wasp', 'other', 'unknown'] as const;
export const CALLERS = ['owner', 'tenant', 'manager', 'passerby', 'keeper', 'unknown'] as const;
export const YES_NO = ['no', 'yes', 'unknown'] as const;
export const ASBESTOS = ['no', 'suspected', 'unknown'] as const;
export const MAINS = ['near', 'far', 'none', 'unknown'] as const;
export const ALLERGIES = ['none', 'keeper', 'helper', 'bystander', 'unknown'] as const;
export const SPEED_BASES = ['measured', 'model', 'guess'] as const;
export const BEES_BASES = ['counted', 'weighed', 'frames', 'guess'] as const;
export const BROOD_LOOKS = ['clean', 'doubtful', 'notDone'] as const;
export const FINISHES = ['closeAtDusk', 'homeBeforeDark'] as const;
export const POWERS = ['battery', 'mains', 'generator', 'none'] as const;
/** Every step there can be; of two that begin in one minute the earlier of this list comes first. */
export const REUNITE_CODES = [
  'broodLook',
  'rest',
  'screenPlace',
  'closeAtDusk',
  'lowerAtFirstLight',
  'move',
  'shade',
  'floorSwap',
  'join',
  'restraintIn',
  'hold',
  'feederWater',
  'open',
  'release',
  'rehang',
  'boxOff',
  'feed',
  'returners',
  'unite',
  'requeen',
  'miteWindow',
  'plunger',
  'restraintOut',
  'secondVisit',
  'seal',
  'cellCheck',
  'testFrame',
  'eggCheck',
  'transfer',
  'bandsOut',
  'diseaseCheck',
  'broodCheck',
  'uniteIf',
  'requeenIf',
  'miteCount',
] as const;
export const SIGN_STRENGTHS = ['weak', 'clear'] as const;
/** Behaviours, then proofs. */
export const CALL_QUEEN_SIGNS = [
  'clustering',
  'fanning',
  'entering',
  'orienting',
  'frantic',
  'leaving',
  'dispersed',
  'secondCluster',
  'roar',
  'caged',
  'seenIn',
  'eggs',
  'seenOutside',
  'queenCells',
  'multipleEggs',
] as const;
/** What a speed that was told is of: the landing, or the mouth of the hose. */
export const TOLD_SPEEDS = ['arrival', 'nozzle'] as const satisfies readonly SpeedKind[];
