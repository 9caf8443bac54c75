/**
 * The steps of a colony that was taken, each with its reason.
 *
 * Source: conventions of practice; see `reunite-plan`.
 */
import type { Days } from './reunite-days.js';
import type { REUNITE_CODES } from './call-words.js';
import { at, type Story } from './reunite-story.js';

export type ReuniteCode = (typeof REUNITE_CODES)[number];

export type Step = readonly [code: ReuniteCode, start: number, end: number, reason: string];

/** From the shut box until they fly. */
function joined(story: Story, days: Days): readonly Step[] {
  const { layout, stopped } = story;
  const { brooding, stays, join, restraint, release, hold, base } = days;
  const steps: Step[] = [];
  if (stays) {
    for (const { code, startMin, endMin, reason } of base) {
      if (['closeAtDusk', 'lowerAtFirstLight', 'shade', 'move'].includes(code))
        steps.push([code, startMin, endMin, reason]);
      if (code === 'move' && layout === 'downDraught') steps.push(['floorSwap', startMin, endMin, 'final-box']);
    }
  } else {
    if (stopped < join.start) steps.push(['rest', stopped, join.start, 'cool-dark']);
    steps.push(['join', join.start, join.end, brooding ? 'brood-holds' : 'clustered']);
    if (layout === 'downDraught') steps.push(['floorSwap', join.start, join.end, 'final-box']);
  }
  if (restraint !== 'none') {
    steps.push(['restraintIn', join.start, join.end, restraint], restraintOut(story, days));
  }
  if (hold) steps.push(['hold', hold.start, hold.end, hold.reason]);
  if (hold?.reason === 'abscond') steps.push(['feederWater', hold.start, hold.end, 'shut-in']);
  steps.push(['release', release.start, release.end, release.reason]);
  return steps;
}

/** What is left at the old place, and what is looked at of the brood. */
function afterwards(story: Story, { stays, release }: Days): readonly Step[] {
  const { kind, sky, stopped, keeperRepairs, brood, broodLook } = story;
  const cutOut = kind === 'cutOut';
  const steps: Step[] = [];
  const evening = stopped > sky.set(1) - 30 ? 2 : 1;
  const visit = (day: number, code: ReuniteCode, reason: string): Step => {
    const start = sky.set(day) - 30;
    // Kept in an airy box with feed until the others are let out.
    return [code, start, sky.set(day) + 60, start < release.start ? 'boxed-apart' : reason];
  };
  if (cutOut || (!stays && stopped < sky.set(0))) steps.push(visit(evening, 'returners', 'foragers'));
  if (cutOut) {
    steps.push(
      visit(evening + 1, 'secondVisit', 'last-foragers'),
      ['screenPlace', stopped, stopped + 60, 'no-way-back'],
      ['seal', at(evening + 2, 9), at(evening + 4, 18), keeperRepairs ? 'seal-and-repair' : 'next-swarm'],
    );
    if (brood === 'own') {
      if (broodLook === 'notDone') {
        steps.push(['broodLook', Math.max(0, stopped - 120), stopped, 'while-banding']);
      }
      steps.push(['bandsOut', at(7, 11), at(14, 15), 'fixed'], ['diseaseCheck', at(9, 11), at(12, 15), 'sealed-brood']);
    }
  }
  return steps;
}

/** The vacuum box and its screen come away when they are empty. */
function boxesOff({ layout, sky }: Story, { brooding, final, joinDay, join, release }: Days): readonly Step[] {
  const steps: Step[] = [];
  if (layout === 'topBox' && !brooding) {
    const start = join.end + 120;
    steps.push(['plunger', start, Math.max(sky.set(joinDay), start + 60), 'comb-above']);
  }
  if (!final) {
    const start = Math.max(at(joinDay + 1, 11), release.end + 120);
    steps.push(['boxOff', start, Math.max(at(joinDay + 2, 18), start + 360), 'empty-below']);
  }
  return steps;
}

/** Out BY the end: drones block it, a virgin must fly, and a queen who is kept from cells stops laying. */
function restraintOut({ queen }: Story, { restraint, open }: Days): Step {
  if (restraint === 'cage') {
    const why = queen === 'laying' ? 'must-lay' : 'virgin-cannot-pass';
    return ['restraintOut', at(open + 1, 11), at(open + 2, 18), why];
  }
  return queen === 'laying'
    ? ['restraintOut', at(open + 2, 11), at(open + 5, 18), 'drones-cannot-pass']
    : ['restraintOut', at(open + 1, 11), at(open + 3, 18), 'virgin-cannot-pass'];
}

/** When eggs are to be expected; no task where there is no queen. */
function eggs({ kind, queen, caged }: Story, { brooding, cast, open }: Days): readonly Step[] {
  const check = (from: number, to: number, reason: string): readonly Step[] => [
    ['eggCheck', at(from, 11), at(to, 15), reason],
  ];
  if (queen === 'virgin' || cast) return check(21, 24, 'virgin');
  if (queen === 'none') return [];
  if (brooding) return check(open + (caged ? 4 : 3), open + (caged ? 7 : 6), 'eggs-laid-here');
  return kind === 'hanging' ? check(open + 4, open + 6, 'comb-first') : check(9, 12, 'comb-first');
}

/** Feed, eggs and mites, where the bees came out of a box. */
function kept({ queen, brood, stores, strongFlow, sky }: Story, { brooding, open }: Days): readonly Step[] {
  const steps: Step[] = [];
  if (!strongFlow) {
    const day = open + (stores ? 3 : 0);
    steps.push(['feed', sky.set(day) - 60, sky.set(day + 2), brood === 'own' ? 'robbing' : 'wax']);
  }
  if (queen === 'none' && brooding) steps.push(['cellCheck', at(4, 11), at(6, 15), 'emergency-cells']);
  if (!brooding) {
    const start = at(open + 1, 9);
    const end = queen === 'virgin' ? at(14, 18) : queen === 'unknown' ? at(5, 11) : at(8, 18);
    if (end > start) steps.push(['miteWindow', start, end, 'broodless']);
  }
  return steps;
}

/** Of all that were taken: whether there are mites, and eggs. */
function checked({ kind, queen }: Story, { brooding, open }: Days): readonly Step[] {
  const steps: Step[] = [];
  if (brooding) steps.push(['miteCount', at(21, 11), at(28, 15), 'sealed-brood']);
  if (queen === 'unknown' && !brooding) {
    const start = kind === 'hanging' ? open + 7 : 5;
    steps.push(['testFrame', at(start, 11), at(start + 2, 15), 'no-eggs']);
  }
  return steps;
}

/** Sick brood is not carried into a healthy colony: uniting waits for the look at it. */
const isUnlooked = ({ brood, broodLook }: Story): boolean => brood === 'own' && broodLook !== 'clean';

/** United or given a queen before workers lay: at once where there is none, later where nobody knows. */
function withoutQueen(story: Story, { brooding, cast, release, base }: Days): readonly Step[] {
  const { kind, queen, canUnite, sky } = story;
  const trap = kind === 'trap';
  const unlooked = canUnite && isUnlooked(story);
  if (queen === 'none') {
    const after = trap ? (base.find(({ code }) => code === 'open')?.endMin ?? 0) : release.end;
    const last = brooding ? 21 : 14;
    const starts = (day: number): number => (canUnite ? sky.set(day) - 30 : at(day, 11));
    let day = 1;
    while (starts(day) < after) day += 1;
    const from = unlooked ? Math.max(day, 12) : day;
    return [[canUnite ? 'unite' : 'requeen', starts(from), canUnite ? sky.set(last) : at(last, 15), 'laying-workers']];
  }
  if (queen === 'unknown') {
    const later = trap || !brooding || unlooked;
    const [from, to] = cast ? [at(24, 16), at(28, 18)] : [at(later ? 12 : 8, 16), at(21, 18)];
    return [[canUnite ? 'uniteIf' : 'requeenIf', from, to, 'no-eggs-by-then']];
  }
  return [];
}

/** All of a trap's own steps, but for what a flow or a lost queen makes needless. */
function ofTrap({ strongFlow, queen }: Story, { brooding, base }: Days): readonly Step[] {
  const needless = new Set<string>([
    ...(strongFlow ? ['feed'] : []),
    ...(queen === 'none' && !brooding ? ['hold', 'broodCheck'] : []),
  ]);
  const steps = base
    .filter(({ code }) => !needless.has(code))
    .map(({ code, startMin, endMin, reason }): Step => [code, startMin, endMin, reason]);
  const shut = steps.filter(([code, , , reason]) => code === 'hold' && reason === 'abscond');
  return [...steps, ...shut.map(([, start, end]): Step => ['feederWater', start, end, 'shut-in'])];
}

/** All steps of a colony, in no order. */
export function stepsOf(story: Story, days: Days): readonly Step[] {
  const own = [joined, afterwards, boxesOff, eggs, kept];
  const ways = story.kind === 'trap' ? [ofTrap] : own;
  return [...ways, checked, withoutQueen].flatMap((way) => way(story, days));
}
