import type { JobProgress } from '@yewridge/core/callouts';

/** Everything on one axis of minutes, with one "now": what was stands left of it, what remains right of it. */
export interface LiveChart {
  readonly width: number;
  readonly height: number;
  readonly now: number;
  readonly ticks: readonly { readonly x: number; readonly text: string }[];
  readonly lines: readonly { readonly y: number; readonly text: string; readonly tone: 'danger' | 'warn' | 'plain' }[];
  readonly danger: { readonly y: number; readonly height: number };
  readonly warn: { readonly y: number; readonly height: number };
  /** The box so far, and where it goes if one goes on. */
  readonly course: string;
  readonly ahead: string;
  readonly dot: { readonly x: number; readonly y: number } | null;
  readonly end: { readonly x: number; readonly y: number } | null;
  readonly spells: readonly { readonly x: number; readonly width: number }[];
  readonly bees: { readonly x: number; readonly width: number; readonly most: number };
  readonly battery: { readonly x: number; readonly width: number } | null;
  readonly rows: Readonly<Record<'suction' | 'bees' | 'battery' | 'axis', number>>;
}

export interface ChartPoint {
  /** s since the job began. */
  readonly at: number;
  /** °C */
  readonly celsius: number;
}

const LEFT = 70;
const RIGHT = 10;
const TOP = 8;
const PLOT = 104;
const ROW = 26;
const [LOW, HIGH] = [28, 44];
const WARN = 38;
const DANGER = 42;
const LEAST_MIN = 30;
const STEPS = [5, 10, 15, 30, 60, 120];
const MOST_TICKS = 6;

/** Minutes shown: all that was, and what remains, in steps that read well. */
function spanOf({ elapsed, leftMost, batteryLeft }: JobProgress): { readonly minutes: number; readonly step: number } {
  const ahead = Math.max(leftMost, Math.min(batteryLeft ?? 0, 2 * leftMost), 600);
  const wanted = Math.max(LEAST_MIN, (elapsed + ahead) / 60);
  const step = STEPS.find((one) => wanted / one <= MOST_TICKS) ?? 240;
  return { minutes: step * Math.ceil(wanted / step), step };
}

export function liveChart(
  state: JobProgress,
  {
    width,
    course,
    rate,
  }: { readonly width: number; readonly course: readonly ChartPoint[]; readonly rate: number | null },
): LiveChart {
  const { minutes, step } = spanOf(state);
  const plot = Math.max(0, width - LEFT - RIGHT);
  const x = (seconds: number): number => LEFT + (plot * Math.min(minutes, Math.max(0, seconds / 60))) / minutes;
  const y = (celsius: number): number => TOP + (PLOT * (HIGH - Math.min(HIGH, Math.max(LOW, celsius)))) / (HIGH - LOW);
  const rows = { suction: TOP + PLOT + 14, bees: TOP + PLOT + 14 + ROW, battery: TOP + PLOT + 14 + 2 * ROW, axis: 0 };
  const axis = rows.battery + ROW;
  const now = x(state.elapsed);
  const last = course.at(-1) ?? null;
  const toDanger =
    last !== null && rate !== null && rate > 0 && last.celsius < DANGER ? (DANGER - last.celsius) / rate : null;
  const end = last && toDanger !== null ? { x: x(last.at + toDanger), y: y(DANGER) } : null;
  const dot = last && { x: x(last.at), y: y(last.celsius) };
  return {
    width,
    height: axis + 22,
    now,
    ticks: Array.from({ length: Math.round(minutes / step) + 1 }, (_, n) => ({
      x: x(60 * n * step),
      text: n === Math.round(minutes / step) ? `${n * step} min` : String(n * step),
    })),
    lines: [
      { y: y(DANGER), text: `danger ${DANGER}`, tone: 'danger' },
      { y: y(WARN), text: `warn ${WARN}`, tone: 'warn' },
      { y: y(34), text: '34', tone: 'plain' },
      { y: y(30), text: 'box °C', tone: 'plain' },
    ],
    danger: { y: y(HIGH), height: y(DANGER) - y(HIGH) },
    warn: { y: y(DANGER), height: y(WARN) - y(DANGER) },
    course: course
      .map(({ at, celsius }, n) => `${n === 0 ? 'M' : 'L'}${x(at).toFixed(1)} ${y(celsius).toFixed(1)}`)
      .join(''),
    ahead: dot && end ? `M${dot.x.toFixed(1)} ${dot.y.toFixed(1)}L${end.x.toFixed(1)} ${end.y.toFixed(1)}` : '',
    dot,
    end,
    spells: state.spells.map(({ from, to }) => ({ x: x(from), width: Math.max(1, x(to ?? state.elapsed) - x(from)) })),
    bees: {
      x: now,
      width: x(state.elapsed + state.left) - now,
      most: x(state.elapsed + state.leftMost) - now,
    },
    battery: state.batteryLeft === null ? null : { x: now, width: x(state.elapsed + state.batteryLeft) - now },
    rows: { ...rows, axis },
  };
}
