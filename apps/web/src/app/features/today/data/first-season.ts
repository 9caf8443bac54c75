import type { FirstSeasonDto } from '@yewridge/contract/today';
import {
  benchLink,
  groundLink,
  hangLink,
  newCatchLink,
  newSiteLink,
  roundsLink,
  startLink,
  storesLink,
  suctionLink,
} from '../../../shared/routes/paths';

export interface FirstStep {
  readonly id: 'design' | 'trap' | 'site' | 'stay' | 'look';
  readonly name: string;
  readonly done: boolean;
  readonly why: string;
  readonly action: string;
  readonly link: readonly string[];
}

/** The way from nothing to the first look, in the order most keepers go it; the order is nobody's law. */
export function firstSteps(first: FirstSeasonDto): readonly FirstStep[] {
  return [
    {
      id: 'design',
      name: 'Draw your box, or start from one',
      done: first.design,
      why: 'The Bench says what it holds, how large its door should be, and what a swarm would miss.',
      action: first.design ? 'Your designs' : 'Choose a box to start from',
      link: first.design ? benchLink() : startLink(),
    },
    {
      id: 'trap',
      name: 'Build it, and give it a number',
      done: first.trap,
      why: '“Build a trap” on the design’s page makes it one of your traps. What you build keeps its sizes, whatever you draw later.',
      action: first.trap ? 'Your traps' : first.design ? 'Open your designs' : 'Open the Bench',
      link: first.trap ? storesLink() : benchLink(),
    },
    {
      id: 'site',
      name: 'Say where it may hang',
      done: first.site,
      why: 'With its coordinates, Yewridge knows the sunset there and when swarms usually come.',
      action: first.site ? 'Your sites' : 'Add a site',
      link: first.site ? groundLink() : newSiteLink(),
    },
    {
      id: 'stay',
      name: 'Hang it, and say with which lure',
      done: first.stay,
      why: 'From that day on the lure is reckoned with, and the next look has a day.',
      action: 'Hang a trap',
      link: hangLink(),
    },
    {
      id: 'look',
      name: 'Go and look: count the scouts',
      done: first.look,
      why: 'Count for a minute: two touches at the trap, with or without a signal. More scouts bring the next look nearer.',
      action: 'Open Rounds',
      link: roundsLink(),
    },
  ];
}

/** Shown until somebody has looked at a trap, or has caught a swarm otherwise. */
export const isFirstSeason = ({ look, caught }: FirstSeasonDto): boolean => !look && !caught;

export const OTHER_WAYS = {
  collect: { name: 'Log a swarm you collected', link: newCatchLink() },
  suction: { name: 'Design a bee vacuum', link: suctionLink() },
} as const;

/** One sentence for the head of the page. */
export function firstAnswer(first: FirstSeasonDto): string {
  const next = firstSteps(first).find(({ done }) => !done);
  const heads: Readonly<Record<FirstStep['id'], string>> = {
    design: 'Your first season starts with a box',
    trap: 'Your design is drawn: build it',
    site: 'Your trap is built: say where it may hang',
    stay: 'Trap and site are ready: hang it',
    look: 'Your trap hangs: go and look',
  };
  return next ? heads[next.id] : 'Your first season';
}
