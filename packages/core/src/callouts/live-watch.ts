/**
 * What is wrong while bees are being taken, one alarm at a time, and what to do of it.
 *
 * Formula: each value against the level at which it is raised and the one at which it is cleared; in between it stays as it was.
 * A value nobody tells keeps its alarm, and an old reading may raise one and calm none.
 * Source: thresholds are conventions, pitch ratios our estimate; 38 and 42 °C as in the heat clock.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { BEE_DATA } from '../suction/index.js';

export const ALARM_CODES = [
  'port-open-idle',
  'box-hot',
  'box-warming',
  'shut-long',
  'screen-covered',
  'hose-blocked',
  'source-strained',
  'source-weak',
  'battery-low',
  'battery-short',
  'speed-low',
  'speed-high',
  'box-full',
  'stale',
] as const;
export type AlarmCode = (typeof ALARM_CODES)[number];
/** The worst first. */
export const SEVERITIES = ['stop', 'act', 'watch'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** The first is done at once, the others after it. */
export const ALARM_DO: Readonly<Record<AlarmCode, readonly string[]>> = {
  'port-open-idle': ['shut-port'],
  // The source goes on drawing clean air.
  'box-hot': ['nozzle-off-bees', 'shade-box', 'open-mesh'],
  'box-warming': ['shade-and-frames'],
  'shut-long': ['open-mesh'],
  'screen-covered': ['pause-and-tap'],
  'hose-blocked': ['shut-port', 'clear-hose'],
  'source-strained': ['look-at-screen'],
  'source-weak': ['find-leak'],
  // Before it dies, not after.
  'battery-low': ['shut-port', 'change-battery'],
  'battery-short': ['shut-port', 'change-battery'],
  'speed-low': ['close-bleed'],
  'speed-high': ['open-bleed'],
  'box-full': ['shut-port', 'change-box'],
  stale: ['check-instrument'],
};
/** In place of those above: at the level of watching, or while nothing runs. */
const READY: Partial<Readonly<Record<AlarmCode, readonly string[]>>> = {
  'battery-short': ['ready-battery'],
  'box-full': ['ready-box'],
};
const HOT_AND_STILL = ['open-mesh', 'shade-box'] as const;

const WARNING = BEE_DATA.temperature.warning.typical;
const DANGER = BEE_DATA.temperature.danger.typical;
const WARMING_FROM = WARNING - 1;
const HYSTERESIS = 1.5;
/** K: a box that was too hot is no longer, from here down. */
export const BOX_COOLED = WARNING - HYSTERESIS;
const BACK = 1.05;
const BELOW = 0.95;

/** SI; what is absent is not known. */
export interface LiveReading {
  readonly running: boolean;
  readonly portOpen?: boolean | null;
  /** Stragglers are being let in. */
  readonly waiting?: boolean | null;
  readonly boxTemp?: number | null;
  readonly tempRate?: number | null;
  /** s since air was cut off, and how long that may last. */
  readonly shutFor?: number | null;
  readonly shutLimit?: number | null;
  readonly coverage?: number | null;
  readonly allowedCoverage?: number | null;
  /** To the clean rig at this gate. */
  readonly pitchRatio?: number | null;
  readonly pressureRatio?: number | null;
  readonly runTimeLeft?: number | null;
  readonly beesLeft?: number | null;
  readonly feedRate?: number | null;
  readonly speed?: number | null;
  readonly beesIn?: number | null;
  readonly capacity?: number | null;
  /** s */
  readonly age?: number | null;
}
/** m/s in the hose, as the sweet spot says it. */
export interface LiveBand {
  readonly low: number;
  readonly lowSure: number;
  readonly high?: number | null;
  readonly harmful?: number | null;
}
export interface Standing {
  readonly code: AlarmCode;
  readonly severity: Severity;
}
export interface Alarm extends Standing {
  readonly value: number | null;
  /** It stands because nothing newer says that it is over. */
  readonly held: boolean;
  readonly say: string;
  readonly do: string;
  readonly then: readonly string[];
}
export interface LiveWatch {
  readonly alarms: readonly Alarm[];
  readonly cleared: readonly AlarmCode[];
  readonly worst: Severity | null;
}

interface Read {
  readonly running: boolean;
  readonly portOpen: boolean | null;
  readonly waiting: boolean;
  readonly temp: number | null;
  readonly rate: number | null;
  readonly shutFor: number | null;
  readonly shutLimit: number;
  readonly coverage: number | null;
  readonly allowed: number;
  readonly pitch: number | null;
  readonly pressure: number | null;
  readonly runTime: number | null;
  readonly beesLeft: number | null;
  readonly feed: number;
  readonly speed: number | null;
  readonly beesIn: number | null;
  readonly capacity: number | null;
  readonly age: number | null;
}
interface Band {
  readonly low: number;
  readonly lowSure: number;
  readonly high: number | null;
  readonly harmful: number | null;
}

function readingOf(f: Fields): Read {
  return {
    running: f.flag('running'),
    portOpen: f.has('portOpen') ? f.flag('portOpen') : null,
    waiting: f.flagOr('waiting', false),
    temp: f.numberOr('boxTemp', null, { min: 233.15, max: 353.15 }),
    rate: f.numberOr('tempRate', null),
    shutFor: f.numberOr('shutFor', null, NON_NEGATIVE),
    shutLimit: f.numberOr('shutLimit', 1200, NON_NEGATIVE),
    coverage: f.numberOr('coverage', null, { min: 0, max: 1 }),
    allowed: f.numberOr('allowedCoverage', 0.8, { min: 0, above: true, max: 1 }),
    pitch: f.numberOr('pitchRatio', null, NON_NEGATIVE),
    pressure: f.numberOr('pressureRatio', null, NON_NEGATIVE),
    runTime: f.numberOr('runTimeLeft', null, NON_NEGATIVE),
    beesLeft: f.numberOr('beesLeft', null, NON_NEGATIVE),
    feed: f.numberOr('feedRate', 14, NON_NEGATIVE),
    speed: f.numberOr('speed', null, NON_NEGATIVE),
    beesIn: f.numberOr('beesIn', null, NON_NEGATIVE),
    capacity: f.numberOr('capacity', null, POSITIVE),
    age: f.numberOr('age', null, NON_NEGATIVE),
  };
}

function bandOf(f: Fields | null): Band | null {
  if (!f) return null;
  const low = f.number('low', NON_NEGATIVE);
  const lowSure = f.number('lowSure', NON_NEGATIVE);
  const high = f.numberOr('high', null, POSITIVE);
  const harmful = f.numberOr('harmful', null, POSITIVE);
  if (low > lowSure || (high !== null && harmful !== null && high > harmful)) {
    throw new DomainError('CONFLICT', 'band', 'must rise from low to surely, and from high to harmful');
  }
  return { low, lowSure, high, harmful };
}

/** Where a level begins and where it ends again; `falls`: the lower the worse. */
interface Level {
  readonly severity: Severity;
  readonly raise: number;
  readonly clear: number;
}
interface Rule {
  readonly value: number | null;
  readonly levels: readonly Level[];
  readonly falls?: boolean;
  /** Nothing runs, or another alarm says it already: no alarm, whatever stood. */
  readonly silent?: boolean;
}
const level = (severity: Severity, raise: number, clear: number): Level => ({ severity, raise, clear });
const over = (a: number | null, b: number | null): number | null =>
  a === null || b === null ? null : b === 0 ? Infinity : a / b;

const isWorse = (a: Severity, b: Severity): boolean => SEVERITIES.indexOf(a) < SEVERITIES.indexOf(b);

/** The worst level that is reached, or that stood and is not yet left. */
function severityOf({ value, levels, falls = false }: Rule, before: Severity | null): Severity | null {
  if (value === null) return before;
  for (const { severity, raise, clear } of levels) {
    const reached = falls ? value <= raise : value >= raise;
    const stood = before !== null && !isWorse(severity, before);
    const stays = stood && (falls ? value < clear : value > clear);
    if (reached || stays) return severity;
  }
  return null;
}

interface Watched {
  readonly r: Read;
  readonly band: Band | null;
  /** It was warming, and it is not yet a degree below the warning: then it is not over. */
  readonly stillWarm: boolean;
  readonly hot: boolean;
  readonly fast: boolean;
}
type Rules = Partial<Readonly<Record<AlarmCode, Rule>>>;

/** s until the warning at this rate; `Infinity` where it does not rise. */
function warmingOf({ temp, rate }: Read): number | null {
  if (temp === null || rate === null) return null;
  return rate > 0 ? Math.max(0, WARNING - temp) / rate : Infinity;
}

/** A shut box takes heat: the more so the longer; while it runs it is not shut. */
function shutOf({ running, shutFor, shutLimit }: Read): number | null {
  if (running) return 0;
  if (shutFor === null) return null;
  return shutLimit === 0 ? Infinity : shutFor / shutLimit;
}

function ofTheBox({ r, stillWarm, hot }: Watched): Rules {
  const openIdle = !r.running && !r.waiting && r.beesIn !== 0;
  return {
    'port-open-idle': {
      value: openIdle && r.portOpen === null ? null : Number(openIdle && r.portOpen === true),
      levels: [level('stop', 1, 0.5)],
    },
    'box-hot': {
      value: r.temp,
      levels: [level('stop', DANGER, DANGER - HYSTERESIS), level('act', WARNING, WARNING - HYSTERESIS)],
    },
    'box-warming': {
      value: warmingOf(r),
      falls: true,
      levels: [level('watch', stillWarm ? Infinity : 600, 900)],
      silent: hot,
    },
    'shut-long': { value: shutOf(r), levels: [level('act', 1, 0.9), level('watch', 0.7, 0.6)] },
    'box-full': {
      value: over(r.beesIn, r.capacity),
      levels: [level('stop', 1.3, 1.2), level('act', 1.15, 1.1), level('watch', 1, 0.95)],
    },
    stale: { value: r.age, levels: [level('act', 120, 60), level('watch', 30, 15)] },
  };
}

function ofTheSource({ r }: Watched): Rules {
  const silent = !r.running;
  return {
    'screen-covered': {
      value: r.coverage === null ? null : r.coverage / r.allowed,
      levels: [level('stop', 1.15, 1.05), level('act', 1, 0.9), level('watch', 0.8, 0.7)],
    },
    'hose-blocked': { value: r.pressure, levels: [level('act', 1.3, 1.15)], silent },
    'source-strained': { value: r.pitch, levels: [level('act', 1.12, 1.09), level('watch', 1.06, 1.03)], silent },
    'source-weak': {
      value: r.pressure,
      falls: true,
      levels: [level('act', 0.6, 0.7), level('watch', 0.8, 0.85)],
      silent,
    },
    'battery-low': { value: r.runTime, falls: true, levels: [level('stop', 120, 180)], silent },
    'battery-short': {
      value: over(r.runTime === null ? null : r.runTime * r.feed, r.beesLeft),
      falls: true,
      levels: [level('act', 1, 1.15), level('watch', 1.5, 1.7)],
      silent,
    },
  };
}

function ofTheSpeed({ r, band, fast }: Watched): Rules {
  const silent = !r.running;
  if (!band) {
    const unknown = { value: null, levels: [] };
    return { 'speed-low': { ...unknown, silent: silent || fast }, 'speed-high': { ...unknown, silent } };
  }
  const { low, lowSure, high, harmful } = band;
  const act = lowSure === 0 ? 0 : low / lowSure;
  // More air would leave the band above.
  const narrow = high !== null && high < lowSure;
  return {
    'speed-low': {
      value: over(r.speed, lowSure),
      falls: true,
      levels: [level('act', act, BACK * act), ...(narrow ? [] : [level('watch', 1, BACK)])],
      silent: silent || fast,
    },
    'speed-high': {
      value: high === null ? null : over(r.speed, high),
      levels: [
        ...(harmful === null || high === null ? [] : [level('stop', harmful / high, (BELOW * harmful) / high)]),
        level('act', 1, BELOW),
      ],
      silent,
    },
  };
}

/** The cause comes before the remedy: shutting the bleed on a covered screen crushes bees. */
const CAUSED: ReadonlySet<AlarmCode> = new Set(['source-weak', 'speed-low']);

function actsOf(
  code: AlarmCode,
  severity: Severity,
  running: boolean,
  stands: (code: AlarmCode) => boolean,
): readonly string[] {
  if (code === 'box-hot' && !running) return HOT_AND_STILL;
  if (CAUSED.has(code)) {
    if (stands('screen-covered') || stands('source-strained')) return ALARM_DO['source-strained'];
    if (stands('hose-blocked')) return ALARM_DO['hose-blocked'];
    if (stands('battery-low') || stands('battery-short')) return ALARM_DO['battery-low'];
  }
  return (severity === 'watch' ? READY[code] : undefined) ?? ALARM_DO[code];
}

function previousOf(fields: Fields): ReadonlyMap<AlarmCode, Severity> {
  const before = new Map<AlarmCode, Severity>();
  for (const one of fields.objectsOr('previous')) {
    const code = one.word('code', ALARM_CODES);
    const severity = one.word('severity', SEVERITIES);
    const known = before.get(code);
    if (known === undefined || isWorse(severity, known)) before.set(code, severity);
  }
  return before;
}

type Judged = Standing & { readonly value: number | null; readonly held: boolean };

/** One alarm as it stands now; an old reading lets none fall. */
function judged(code: AlarmCode, rule: Rule, before: Severity | null, old: boolean): Judged | null {
  if (rule.silent) return null;
  const severity = severityOf(rule, before);
  const kept = old && before !== null && (severity === null || isWorse(before, severity));
  if (kept) return { code, severity: before, value: null, held: true };
  if (severity === null) return null;
  const { value } = rule;
  return { code, severity, value: value !== null && Number.isFinite(value) ? value : null, held: value === null };
}

/**
 * Alarms of a reading, the worst first, and those that are over.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`; `CONFLICT` for a band that does not rise.
 */
export function liveWatch(a: {
  readonly reading: LiveReading;
  readonly band?: LiveBand | null;
  readonly previous?: readonly Standing[] | null;
}): LiveWatch {
  const fields = new Fields(a);
  const reading = readingOf(fields.object('reading'));
  const band = bandOf(fields.objectOr('band'));
  const before = previousOf(fields);
  const was = (code: AlarmCode): Severity | null => before.get(code) ?? null;
  const stillWarm = before.has('box-warming') && reading.temp !== null && reading.temp >= WARMING_FROM;
  const one = (code: AlarmCode, standing: Pick<Watched, 'hot' | 'fast'>, old: boolean): Judged | null => {
    const watched = { r: reading, band, stillWarm, ...standing };
    const rule = { ...ofTheBox(watched), ...ofTheSource(watched), ...ofTheSpeed(watched) }[code];
    return rule ? judged(code, rule, was(code), old && code !== 'stale') : null;
  };
  const none = { hot: false, fast: false };
  const old = one('stale', none, false) !== null;
  const standing = { hot: one('box-hot', none, old) !== null, fast: one('speed-high', none, old) !== null };
  const found = ALARM_CODES.flatMap((code) => one(code, standing, old) ?? []);
  const stands = (code: AlarmCode): boolean => found.some((alarm) => alarm.code === code);
  const alarms = found
    .map(({ code, severity, value, held }): Alarm => {
      const [first = '', ...then] = actsOf(code, severity, reading.running, stands);
      return { code, severity, value, held, say: `${code}.${severity}`, do: first, then };
    })
    .sort((x, y) => SEVERITIES.indexOf(x.severity) - SEVERITIES.indexOf(y.severity));
  return {
    alarms,
    cleared: ALARM_CODES.filter((code) => before.has(code) && !stands(code)),
    worst: alarms[0]?.severity ?? null,
  };
}
