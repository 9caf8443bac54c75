/**
 * The call: what it is, whether one goes, what stands against it, what to ask next and whom to call instead.
 *
 * Source: limits are conventions on the safe side (5 m and 2 m from wires, 6 m by ladder, 20 kg, 12, 8, 28 and 33 °C, 10 m/s,
 * 180 and 60 minutes before sunset), named in `TRIAGE_LIMITS`. Local law decides on swarms, buildings and trees: nothing of it
 * is decided here.
 */
import { Fields, NON_NEGATIVE } from '../shared/errors/index.js';
import {
  ACCESSES,
  ALLERGIES,
  ASBESTOS,
  CALLED_BEES,
  CALLERS,
  CALL_KINDS,
  MAINS,
  PERMISSIONS,
  POISONS,
  REPAIRERS,
  YES_NO,
} from './call-words.js';
import {
  type Access,
  BUILT_YEAR,
  byLadder,
  type CallKind,
  CLUSTERS,
  codesOf,
  HEIGHT,
  isLateSeason,
  MONTH,
  type Permission,
  type Poison,
  REACH,
  type Repairer,
  TEMPERATURE,
} from './call-facts.js';

export const TRIAGE_LIMITS = {
  /** m from a wire, and from one that is reached from the ground. */
  line: 5,
  lineFromGround: 2,
  /** m by ladder. */
  ladder: 6,
  /** kg that one person carries. */
  carry: 20,
  /** °C: brood chills, bees do not fly; a long day in the heat, heat at all. */
  coldStructure: 12,
  cold: 8,
  hot: 33,
  warm: 28,
  /** m/s */
  wind: 10,
  /** min before sunset: by ladder, a cut-out. */
  dark: 60,
  late: 180,
  /** h: comb in the open, scouts still deciding, next to no comb in a wall. */
  openComb: 72,
  mayLeave: 24,
  littleComb: 48,
  asbestosYear: 2000,
} as const;

type YesNo = (typeof YES_NO)[number];

export interface Call {
  readonly kind: CallKind;
  readonly bees?: (typeof CALLED_BEES)[number] | null;
  readonly sinceHours?: number | null;
  readonly heightM?: number | null;
  readonly access?: Access | null;
  readonly publicWay?: boolean | null;
  readonly lineDistanceM?: number | null;
  readonly poison?: Poison | null;
  readonly permission?: Permission | null;
  readonly callerIs?: (typeof CALLERS)[number] | null;
  readonly shakeable?: boolean | null;
  readonly inTree?: boolean | null;
  /** The hollow tree comes down or endangers. */
  readonly mustGo?: boolean | null;
  readonly treeProtected?: YesNo | null;
  readonly otherSpecies?: YesNo | null;
  readonly mains?: (typeof MAINS)[number] | null;
  readonly wiring?: YesNo | null;
  readonly powerLockedOff?: boolean | null;
  readonly asbestos?: (typeof ASBESTOS)[number] | null;
  readonly builtYear?: number | null;
  readonly repairsBy?: Repairer | null;
  readonly allergy?: (typeof ALLERGIES)[number] | null;
  readonly alone?: boolean | null;
  readonly defensive?: boolean | null;
  readonly tempC?: number | null;
  readonly windMps?: number | null;
  readonly rain?: boolean | null;
  readonly thunder?: boolean | null;
  readonly minutesToSunset?: number | null;
  readonly trapMassKg?: number | null;
  readonly clusters?: number | null;
  readonly month?: number | null;
  readonly south?: boolean | null;
}

export type CallJob = 'shake' | 'gather' | 'cutOut' | 'trapOut' | 'leave' | 'carry' | 'lighten' | 'ask';
export type CallVacuum = 'no' | 'optional' | 'yes' | 'ask';
export type CallVerdict = 'go' | 'goWith' | 'ask' | 'noGo';
export type ReasonLevel = 'stop' | 'condition' | 'note';
export interface CallReason {
  readonly code: string;
  readonly level: ReasonLevel;
}
export interface Triage {
  readonly job: CallJob;
  readonly vacuum: CallVacuum;
  readonly verdict: CallVerdict;
  readonly reasons: readonly CallReason[];
  /** What to ask next, the next best first. */
  readonly ask: readonly string[];
  /** Whom to call. */
  readonly call: readonly string[];
}

function readCall(a: Call) {
  const f = new Fields(a);
  const yesNo = (key: string): YesNo => f.wordOr(key, 'unknown', YES_NO);
  return {
    kind: f.word('kind', CALL_KINDS),
    bees: f.wordOr('bees', 'unknown', CALLED_BEES),
    since: f.numberOr('sinceHours', null, NON_NEGATIVE),
    height: f.numberOr('heightM', null, HEIGHT),
    access: f.wordOr('access', 'unknown', ACCESSES),
    publicWay: f.flagOr('publicWay', false),
    line: f.numberOr('lineDistanceM', null, NON_NEGATIVE),
    poison: f.wordOr('poison', 'unknown', POISONS),
    permission: f.wordOr('permission', 'unknown', PERMISSIONS),
    caller: f.wordOr('callerIs', 'unknown', CALLERS),
    shakeable: f.flagOr('shakeable', true),
    inTree: f.flagOr('inTree', false),
    mustGo: f.flagOr('mustGo', false),
    treeProtected: yesNo('treeProtected'),
    otherSpecies: yesNo('otherSpecies'),
    mains: f.wordOr('mains', 'unknown', MAINS),
    wiring: yesNo('wiring'),
    lockedOff: f.flagOr('powerLockedOff', false),
    asbestos: f.wordOr('asbestos', 'unknown', ASBESTOS),
    built: f.numberOr('builtYear', null, BUILT_YEAR),
    repairs: f.wordOr('repairsBy', 'unknown', REPAIRERS),
    allergy: f.wordOr('allergy', 'unknown', ALLERGIES),
    alone: f.flagOr('alone', false),
    defensive: f.flagOr('defensive', false),
    temp: f.numberOr('tempC', null, TEMPERATURE),
    wind: f.numberOr('windMps', null, NON_NEGATIVE),
    rain: f.flagOr('rain', false),
    thunder: f.flagOr('thunder', false),
    toSunset: f.numberOr('minutesToSunset', null),
    trapMass: f.numberOr('trapMassKg', null, NON_NEGATIVE),
    clusters: f.wholeOr('clusters', 1, CLUSTERS),
    month: f.has('month') ? f.whole('month', MONTH) : null,
    south: f.flagOr('south', false),
  };
}
type Facts = ReturnType<typeof readCall>;

function jobOf({ kind, shakeable, inTree, mustGo, trapMass }: Facts): readonly [CallJob, CallVacuum] {
  switch (kind) {
    case 'hangingSwarm':
      return shakeable ? ['shake', 'no'] : ['gather', 'optional'];
    case 'structure':
      return inTree ? [mustGo ? 'trapOut' : 'leave', 'no'] : ['cutOut', 'yes'];
    case 'trapTooHeavy':
      return trapMass !== null && trapMass > TRIAGE_LIMITS.carry ? ['lighten', 'optional'] : ['carry', 'no'];
    case 'groundOrBush':
      return ['gather', 'optional'];
    case 'unknown':
      return ['ask', 'ask'];
  }
}

/** One that may stand against it, and who is called then. */
interface Line {
  readonly code: string;
  readonly level: ReasonLevel;
  readonly stands: boolean;
  readonly call: string | undefined;
}
const line =
  (level: ReasonLevel) =>
  (code: string, stands: boolean, call?: string): Line => ({ code, level, stands, call });
const stop = line('stop');
const condition = line('condition');
const note = line('note');

/** A wire that is too near, unless the bees are reached from the ground and it is two metres off. */
function nearWire({ line, height, access }: Facts): boolean {
  if (line === null || line >= TRIAGE_LIMITS.line) return false;
  const fromGround = access === 'ground' || (access === 'unknown' && height !== null && height <= REACH);
  return !(fromGround && line >= TRIAGE_LIMITS.lineFromGround);
}

const isBuilding = ({ kind, inTree }: Facts): boolean => kind === 'structure' && !inTree;
const isTree = ({ kind, inTree }: Facts): boolean => kind === 'structure' && inTree;

/** What is there, whose it is, and what hangs over it. */
function ofTheBees(f: Facts): readonly Line[] {
  return [
    stop('not-honeybees', f.bees === 'wasp' || f.bees === 'other', f.bees === 'wasp' ? 'pestControl' : undefined),
    stop('leave-alone', f.bees === 'bumblebee' || f.bees === 'solitary', 'conservation'),
    stop('poisoned', f.poison === 'yes', 'licensed'),
    stop('no-permission', f.permission === 'refused'),
    stop('leave-in-tree', isTree(f) && !f.mustGo, 'conservation'),
    stop('power-line', nearWire(f), 'gridOperator'),
    stop('allergy', f.allergy === 'keeper'),
  ];
}

/** By ladder, in the dark, and what kills in a wall. */
function ofTheHeight(f: Facts): readonly Line[] {
  const limits = TRIAGE_LIMITS;
  const ladder = byLadder(f.height ?? 0, f.access);
  const tooHigh = ladder && (f.height ?? 0) > limits.ladder;
  const alone = ladder && !tooHigh && f.alone;
  return [
    stop('too-high', tooHigh, f.inTree ? 'treeSurgeon' : 'liftHire'),
    stop('alone-high', alone),
    condition('ladder', ladder && !tooHigh && !alone),
    stop('dark-high', ladder && f.toSunset !== null && f.toSunset < limits.dark),
    stop('asbestos', isBuilding(f) && f.asbestos === 'suspected', 'licensedContractor'),
    stop('thunder', f.thunder),
    condition('lift', (f.height ?? 0) > REACH && f.access === 'lift', 'liftHire'),
  ];
}

function ofThePeople(f: Facts): readonly Line[] {
  return [
    condition('poison-suspected', f.poison === 'suspected'),
    condition('permission-first', (f.permission === 'asked' || f.permission === 'unknown') && f.caller !== 'keeper'),
    condition('tenant', f.caller === 'tenant', 'landlord'),
    condition('not-the-owner', f.caller === 'passerby', 'owner'),
  ];
}

function ofTheTree(f: Facts): readonly Line[] {
  const tree = isTree(f);
  return [
    condition('tree-protected', tree && f.treeProtected === 'yes', 'treeOfficer'),
    condition('other-species', tree && f.otherSpecies === 'yes', 'conservation'),
  ];
}

function ofTheBuilding(f: Facts): readonly Line[] {
  const building = isBuilding(f);
  return [
    condition('wiring', building && f.wiring !== 'no' && !f.lockedOff, 'electrician'),
    condition(
      'asbestos-age',
      building && f.asbestos === 'unknown' && f.built !== null && f.built < TRIAGE_LIMITS.asbestosYear,
      'licensedContractor',
    ),
    condition(
      'who-repairs',
      building && (f.repairs === 'nobody' || f.repairs === 'unknown'),
      f.repairs === 'nobody' ? 'builder' : undefined,
    ),
  ];
}

function ofTheNeighbours(f: Facts): readonly Line[] {
  return [
    condition('keep-away', f.allergy === 'helper' || f.allergy === 'bystander'),
    condition('allergy-unknown', f.allergy === 'unknown'),
    condition('alone', f.alone && (isBuilding(f) || f.publicWay)),
    condition('defensive', f.defensive, 'professional'),
    condition('cordon', f.publicWay),
  ];
}

function ofTheDay(f: Facts): readonly Line[] {
  const limits = TRIAGE_LIMITS;
  const { temp } = f;
  const building = isBuilding(f);
  const coldest = building ? limits.coldStructure : limits.cold;
  const hot = temp !== null && temp >= limits.hot;
  return [
    condition('cold', temp !== null && temp < coldest),
    condition('hot', hot),
    condition('warm', !hot && temp !== null && temp >= limits.warm),
    condition('weather', f.rain || (f.wind !== null && f.wind > limits.wind)),
    condition('late', building && f.toSunset !== null && f.toSunset < limits.late),
    condition('late-season', f.month !== null && isLateSeason(f.month, f.south)),
  ];
}

function noted(f: Facts): readonly Line[] {
  const limits = TRIAGE_LIMITS;
  const since = (test: (hours: number) => boolean): boolean => f.since !== null && test(f.since);
  return [
    note('open-comb', f.kind === 'hangingSwarm' && since((hours) => hours >= limits.openComb)),
    note('may-leave', f.kind === 'hangingSwarm' && since((hours) => hours < limits.mayLeave)),
    note('little-comb', isBuilding(f) && since((hours) => hours < limits.littleComb)),
    note('over-limit', f.kind === 'trapTooHeavy' && f.trapMass !== null && f.trapMass > limits.carry),
    note('wire-near', f.line !== null && f.line < limits.line && !nearWire(f)),
    note('second-swarm', f.clusters > 1),
  ];
}

/** In the order they are told. */
const JUDGES = [ofTheBees, ofTheHeight, ofThePeople, ofTheTree, ofTheBuilding, ofTheNeighbours, ofTheDay, noted];

function questionsOf(f: Facts): readonly string[] {
  const building = isBuilding(f);
  const tree = isTree(f);
  const maybeHigh = f.height === null || f.height > REACH;
  return codesOf([
    ['what', f.kind === 'unknown'],
    ['bees', f.bees === 'unknown'],
    ['photo', f.kind === 'unknown' || f.bees === 'unknown'],
    ['poison', f.poison === 'unknown' || f.poison === 'suspected'],
    ['permission', f.permission === 'unknown' && f.caller !== 'keeper'],
    ['who', f.caller === 'unknown'],
    ['since', f.since === null],
    ['height', f.height === null],
    ['access', f.access === 'unknown' && maybeHigh],
    ['lines', f.line === null && maybeHigh],
    ['allergy', f.allergy === 'unknown'],
    ['mains', building && f.mains === 'unknown'],
    ['wiring', building && f.wiring === 'unknown' && !f.lockedOff],
    ['asbestos', building && f.asbestos === 'unknown' && (f.built === null || f.built < TRIAGE_LIMITS.asbestosYear)],
    ['repairs', building && f.repairs === 'unknown'],
    ['treeProtection', tree && f.treeProtected === 'unknown'],
    ['otherSpecies', tree && f.otherSpecies === 'unknown'],
    ['mass', f.kind === 'trapTooHeavy' && f.trapMass === null],
  ]);
}

/** Without these answers nobody goes. */
const NEEDED = new Set([
  'what',
  'bees',
  'poison',
  'permission',
  'height',
  'lines',
  'wiring',
  'asbestos',
  'treeProtection',
  'otherSpecies',
  'mass',
]);

/** Re-asked after each answer. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`. */
export function triage(a: Call): Triage {
  const facts = readCall(a);
  const [job, vacuum] = jobOf(facts);
  const reasons = JUDGES.flatMap((judge) => judge(facts)).filter(({ stands }) => stands);
  const ask = questionsOf(facts);
  const any = (level: ReasonLevel): boolean => reasons.some((reason) => reason.level === level);
  const verdict = (): CallVerdict => {
    if (any('stop')) return 'noGo';
    if (ask.some((code) => NEEDED.has(code))) return 'ask';
    return any('condition') ? 'goWith' : 'go';
  };
  return {
    job,
    vacuum,
    verdict: verdict(),
    reasons: reasons.map(({ code, level }) => ({ code, level })),
    ask,
    call: [...new Set(reasons.flatMap(({ call }) => call ?? []))].sort(),
  };
}
