import { PATHS } from '../shared/routes/paths';

export interface Place {
  readonly path: string;
  readonly name: string;
  /** Pressed after `g`. */
  readonly key: string;
  readonly icon: string;
}

/** In the order of the year. A place joins the list when it is built; none is shown before. */
export const PLACES: readonly Place[] = [
  { path: PATHS.today, name: 'Today', key: 't', icon: 'today' },
  { path: PATHS.bench, name: 'Bench', key: 'b', icon: 'bench' },
  { path: PATHS.suction, name: 'Suction', key: 's', icon: 'suction' },
  { path: PATHS.stores, name: 'Stores', key: 'o', icon: 'stores' },
  { path: PATHS.ground, name: 'Ground', key: 'g', icon: 'ground' },
  { path: PATHS.rounds, name: 'Rounds', key: 'r', icon: 'rounds' },
  { path: PATHS.catches, name: 'Catches', key: 'c', icon: 'catches' },
  { path: PATHS.evidence, name: 'Evidence', key: 'e', icon: 'evidence' },
];
