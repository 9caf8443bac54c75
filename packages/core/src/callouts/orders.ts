/**
 * The order of hands: before and between, and closing down.
 *
 * Source: conventions. The port is shut before anything is changed; the draught holds the bees until something solid does;
 * nothing is set down on bees; heat is let out as soon as nobody can leave.
 */
import { Fields, NON_NEGATIVE } from '../shared/errors/index.js';
import { codesOf, type Said } from './call-facts.js';
import { gapCheck, LAYOUTS, type Layout } from '../suction/index.js';

export interface OrderStep {
  readonly code: string;
  readonly reason: string;
}
export interface WorkOrder {
  readonly steps: readonly OrderStep[];
  readonly warnings: readonly string[];
}

const step = (code: string, reason: string): OrderStep => ({ code, reason });
const shutPort = (gate: boolean): OrderStep => step(gate ? 'shut-port' : 'hose-out-rag-in', 'none-out');
const SOURCE_OFF = step('source-off', 'only-when-shut');
const NO_GATE = 'no-port-gate';

export const WORK_TASKS = ['start', 'changeBox', 'changeBattery', 'clearHose', 'boxTipped'] as const;
export type WorkTask = (typeof WORK_TASKS)[number];

const START: readonly OrderStep[] = [
  step('box-level-in-shade', 'heat'),
  step('source-on', 'draught-first'),
  step('set-gate', 'band'),
  step('open-port', 'ready'),
  // 20 to 50 bees, then stop: walking, none stunned or wet.
  step('try-a-few', 'suction-is-right'),
  step('look-at-them', 'none-hurt'),
  step('gate-down-or-go-on', 'band'),
];
/** What is done while the port is shut, and whether bees are let in again after it. */
export const WORK_ORDERS: Readonly<
  Record<Exclude<WorkTask, 'start'>, { readonly steps: readonly OrderStep[]; readonly on: boolean }>
> = {
  changeBox: {
    steps: [
      step('full-box-off', 'shut-and-strapped'),
      step('shade-full-box', 'heat'),
      step('set-next-box', 'frames-full'),
    ],
    on: true,
  },
  changeBattery: { steps: [step('change-battery', 'fresh')], on: true },
  clearHose: {
    steps: [step('hose-off', 'bees-in-hose'), step('tip-out-gently', 'none-crushed'), step('hose-on', 'tight')],
    on: true,
  },
  boxTipped: {
    steps: [
      step('stand-upright-slowly', 'none-crushed'),
      step('check-seams', 'seams-stay'),
      step('open-mesh', 'heat'),
      step('rest-till-clustered', 'calm'),
    ],
    on: false,
  },
};

/** @throws DomainError `MISSING`, `TYPE`, `ENUM`. */
export function workOrder(a: { readonly task: WorkTask; readonly hasPortGate?: boolean | null }): WorkOrder {
  const fields = new Fields(a);
  const task = fields.word('task', WORK_TASKS);
  const gate = fields.flagOr('hasPortGate', true);
  const reopened = (reason: string): OrderStep => step(gate ? 'open-port' : 'rag-out-hose-in', reason);
  const warnings = gate ? [] : [NO_GATE];
  if (task === 'start') {
    return { steps: START.map((one) => (one.code === 'open-port' ? reopened(one.reason) : one)), warnings };
  }
  const { steps, on } = WORK_ORDERS[task];
  const again = on ? [step('source-on', 'draught-first'), reopened('go-on')] : [];
  return { steps: [shutPort(gate), SOURCE_OFF, ...steps, ...again], warnings };
}

export const JOINS = ['none', 'site', 'yard'] as const;
export type Join = (typeof JOINS)[number];

interface Closing {
  readonly layout: Layout;
  readonly boxes: number;
  readonly gate: boolean;
  readonly slide: boolean;
  readonly slot: number | null;
  readonly plunger: boolean;
  readonly join: Join;
  readonly brood: boolean;
  readonly stay: boolean;
  readonly travel: boolean;
  readonly cabin: boolean;
  readonly caged: boolean;
  readonly crosswise: number | null;
}

/** How bees are let from the vacuum box onto their combs. */
function joining(c: Closing): readonly OrderStep[] {
  const caged = c.caged ? [step('cage-between-combs', 'bees-go-to-her')] : [];
  // The comb box stands ready, full and covered, before a lid, a screen or a floor moves.
  const ready = [
    step('frames-full', 'no-sliding'),
    ...caged,
    step(c.join === 'site' ? 'mesh-cover-on' : 'cover-on', 'none-out'),
  ];
  const setOn = step('set-comb-box-on', 'bees-walk-up');
  if (c.layout === 'downDraught') {
    return [step('floor-swap', 'final-box'), ...(c.brood ? [...ready, setOn] : caged)];
  }
  if (c.layout === 'splitDeep') {
    return [
      step('rest-till-clustered', 'calm'),
      ...ready,
      step('knock-down', 'bees-on-floor'),
      step('lid-off', 'quick'),
      step('set-frame-box-on', 'bees-walk-up'),
    ];
  }
  if (!c.slide) return [...ready, step('rest-and-shake', c.layout === 'walkUp' ? 'no-screen' : 'no-slide')];
  const strip = passesBees(c.slot) ? [step('strip-in-slot', 'slot-passes-bees')] : [];
  const onto = [...strip, ...ready, step('clear-rim', 'none-crushed')];
  if (c.layout === 'walkUp') {
    return [...onto, setOn, step('draw-screen-a-hand', 'none-crushed'), step('wait-and-draw-on', 'bees-hang-under-it')];
  }
  return [...onto, step('set-on-frames', 'bees-walk-down'), step('draw-floor-slowly', 'none-crushed')];
}

/** A slot that a worker gets through, or is caught in, wants a strip. */
const passesBees = (slot: number | null): boolean => slot !== null && gapCheck({ width: slot }).worker !== 'held';

/** Heat out as soon as nobody can leave. */
function heatOut({ layout, slide, cabin, crosswise, boxes }: Closing): readonly OrderStep[] {
  const seams = boxes > 1 ? [step('check-seams', 'seams-stay')] : [];
  const loosen = step('loosen-strap-a-little', 'seams-stay');
  switch (layout) {
    case 'splitDeep':
      return [step('stand-upright-slowly', 'none-crushed'), loosen, step('lid-out-mesh-stays', 'heat-out'), ...seams];
    case 'walkUp':
      // A crosswise lid would let them out where no screen stays.
      return [loosen, step(slide ? 'lid-off-screen-stays' : 'mesh-under-lid', 'heat-out'), ...seams];
    case 'topBox':
      return [step(cabin || crosswise === 0 ? 'lid-off-mesh-stays' : 'lid-crosswise', 'heat-out'), ...seams];
    case 'downDraught':
      return [step('cover-board-mesh', 'heat-out'), ...seams];
  }
}

/** The draught goes only when the way out is shut, but where the entrance is the way in for those that still fly. */
function shutting({ stay, gate }: Closing): readonly OrderStep[] {
  if (stay) {
    return [
      step('shade-box', 'heat'),
      step('source-off', 'entrance-is-wanted-open'),
      step('hose-out', 'way-in'),
      step('face-the-old-place', 'stragglers-walk-in'),
      step('wait-for-dusk', 'fliers-home'),
      step('shut-entrance', 'none-out'),
    ];
  }
  return [step('keep-running', 'draught-holds-bees'), shutPort(gate), SOURCE_OFF];
}

export interface ClosingQuestion {
  readonly layout: Layout;
  readonly boxes?: number | null;
  readonly hasPortGate?: boolean | null;
  readonly hasSlide?: boolean | null;
  /** m */
  readonly slotGap?: number | null;
  readonly hasPlunger?: boolean | null;
  readonly join?: Join | null;
  readonly brood?: boolean | null;
  readonly stayUntilDusk?: boolean | null;
  readonly travel?: boolean | null;
  readonly cabin?: boolean | null;
  readonly queenCaged?: boolean | null;
  /** m2 that a lid set crosswise opens. */
  readonly crosswiseArea?: number | null;
}

function closingOf(a: ClosingQuestion): Closing {
  const f = new Fields(a);
  const layout = f.word('layout', LAYOUTS);
  const slides = layout === 'walkUp' || layout === 'topBox';
  const boxes = f.wholeOr('boxes', 1, { min: 1, max: 10 });
  const gate = f.flagOr('hasPortGate', true);
  const slide = f.flagOr('hasSlide', slides) && slides;
  const slot = f.numberOr('slotGap', null, NON_NEGATIVE);
  const plunger = f.flagOr('hasPlunger', false);
  const join = f.wordOr('join', 'yard', JOINS);
  const brood = f.flagOr('brood', false);
  const stay = f.flagOr('stayUntilDusk', layout === 'downDraught' && !brood) && layout === 'downDraught';
  const travel = f.flagOr('travel', true);
  const cabin = f.flagOr('cabin', false);
  const caged = f.flagOr('queenCaged', false);
  const crosswise = f.numberOr('crosswiseArea', null, NON_NEGATIVE);
  return { layout, boxes, gate, slide, slot, plunger, join, brood, stay, travel, cabin, caged, crosswise };
}

function warningsOf({ layout, gate, slide, slot, plunger, join, brood, stay }: Closing): readonly string[] {
  const joins = join !== 'none';
  const said: readonly Said[] = [
    ['brood-waits', stay && brood],
    ['may-build-above', layout === 'topBox' && slide && joins && !brood && !plunger],
    [NO_GATE, !gate && !stay],
    ['no-sliding-floor', layout === 'topBox' && !slide && joins],
    ['no-transfer-screen', layout === 'walkUp' && !slide],
    ['slot-not-measured', slide && slot === null],
    ['slot-passes-bees', slide && passesBees(slot)],
  ];
  return codesOf(said);
}

/**
 * Closing down, step by step.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`.
 */
export function closingOrder(a: ClosingQuestion): WorkOrder {
  const closing = closingOf(a);
  const { layout, slide, plunger, join, brood, travel } = closing;
  const joins = join === 'none' ? [] : joining(closing);
  const onTop = layout === 'topBox' && slide && join !== 'none';
  const steps = [
    step('last-look', 'queen-and-stragglers'),
    // Ten seconds of clean air.
    step('clear-hose', 'none-left-in-hose'),
    ...shutting(closing),
    ...heatOut(closing),
    ...(join === 'site' ? joins : []),
    step('hose-and-floor-checked', 'queen-may-hide'),
    ...(travel ? [step('strap', 'one-load'), step('load-shaded-mesh-free', 'heat')] : []),
    step('shade-cool-dark', 'heat'),
    ...(join === 'yard' ? joins : []),
    ...(onTop && !brood && plunger ? [step('plunger-in-steps', 'else-comb-above')] : []),
    ...(onTop ? [step('lift-off-when-empty', 'a-day-later')] : []),
    step('count-dead', 'record'),
  ];
  return { steps, warnings: warningsOf(closing) };
}
