import type { CallDayDto } from '@yewridge/contract/callouts';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { ReuniteCode } from '@yewridge/core/callouts';
import type { StepCode } from '@yewridge/core/catches';
import { tasksToIcs } from '@yewridge/core/season';

const TITLES: Readonly<Record<StepCode, string>> = {
  peek: 'Look whether the bees are still in',
  closeAtDusk: 'Close the entrance with mesh, after dusk',
  lowerAtFirstLight: 'Take it down at first light, two people',
  move: 'Carry it to its place',
  shade: 'Keep it in deep shade, mesh open',
  hold: 'Keep it shut, shaded and aired',
  open: 'Open the entrance, a branch before it',
  rehang: 'Hang the trap again',
  feed: 'Feed thin syrup in the evening',
  transfer: 'Transfer into frames',
  broodCheck: 'Look for eggs, and for disease',
  miteWindow: 'Mites: no capped brood now',
};

const CALL_TITLES: Readonly<Record<ReuniteCode, string>> = {
  ...TITLES,
  broodLook: 'Look at the brood while banding: caps, larvae, smell',
  rest: 'Box at rest: dark, cool, mesh free',
  screenPlace: 'Mesh over the hole, so that none goes back',
  floorSwap: 'Set the box on its final floor',
  join: 'Join bees and comb, covered, entrance shut',
  restraintIn: 'Put the cage or the excluder in',
  feederWater: 'Feeder and water on the mesh while they are shut in',
  release: 'Let them fly',
  boxOff: 'Take the vacuum box off and count the dead',
  returners: 'Fetch the bees that went back to the old place',
  unite: 'Unite with a colony in the same quarantine',
  requeen: 'Give a queen',
  plunger: 'Lower the plunger in steps',
  restraintOut: 'Cage or excluder OUT by the end of this',
  secondVisit: 'Fetch the last that went back',
  seal: 'Seal the old place for good',
  cellCheck: 'Look for queen cells',
  testFrame: 'Give a frame of eggs and see what they build',
  eggCheck: 'Look for eggs',
  bandsOut: 'Take bands and staples out',
  diseaseCheck: 'Look for disease: sunken caps, ropy larvae',
  uniteIf: 'No eggs by now: unite',
  requeenIf: 'No eggs by now: give a queen',
  miteCount: 'Count mites: a cut-out has capped brood',
};

const ahead = ({ state }: { readonly state: string }): boolean => state !== 'done' && state !== 'skipped';

/** Steps that are still to come, as events. */
export function stepsCalendar(
  { plans, calls }: { readonly plans: readonly CatchPlanDto[]; readonly calls: readonly CallDayDto[] },
  stamp: string,
): string {
  const ofCatches = plans.flatMap(({ catchId, number, place, steps }) =>
    steps.filter(ahead).map(({ code, start, end }) => ({
      id: `${catchId}-${code}`,
      start,
      end,
      title: `${[number, place].filter((part) => part !== null && part !== '').join(', ')}: ${TITLES[code]}`,
    })),
  );
  const ofCalls = calls.flatMap(({ id, place, steps }) =>
    steps.filter(ahead).map(({ code, start, end }) => ({
      id: `${id}-${code}`,
      start,
      end,
      title: `${place}: ${CALL_TITLES[code]}`,
    })),
  );
  return tasksToIcs([...ofCatches, ...ofCalls], stamp);
}
