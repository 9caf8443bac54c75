/** The addresses of the app. Features lead to each other through these, never by import. */
export const PATHS = { bench: 'bench', suction: 'suction', stores: 'stores', settings: 'settings' } as const;

export const benchLink = (): readonly string[] => ['/', PATHS.bench];
export const designLink = (id: string): readonly string[] => ['/', PATHS.bench, id];
/** Pages of one design besides its sheet. */
export const designLinks = (id: string): Readonly<Record<'trueSize' | 'load' | 'versions', readonly string[]>> => ({
  trueSize: [...designLink(id), 'true-size'],
  load: [...designLink(id), 'load'],
  versions: [...designLink(id), 'versions'],
});
export const startLink = (): readonly string[] => ['/', PATHS.bench, 'new'];
export const compareLink = (): readonly string[] => ['/', PATHS.bench, 'compare'];
export const swarmSizeLink = (): readonly string[] => ['/', PATHS.bench, 'swarm-size'];
export const suctionLink = (): readonly string[] => ['/', PATHS.suction];
export const rigLink = (id: string): readonly string[] => ['/', PATHS.suction, id];
/** Pages of one rig besides its sheet. */
export const rigLinks = (
  id: string,
): Readonly<Record<'heat' | 'screen' | 'calibrate' | 'losses' | 'trim' | 'versions', readonly string[]>> => ({
  heat: [...rigLink(id), 'heat'],
  screen: [...rigLink(id), 'screen'],
  calibrate: [...rigLink(id), 'calibrate'],
  losses: [...rigLink(id), 'losses'],
  trim: [...rigLink(id), 'trim-card'],
  versions: [...rigLink(id), 'versions'],
});
export const compareRigsLink = (): readonly string[] => ['/', PATHS.suction, 'compare'];
export const storesLink = (): readonly string[] => ['/', PATHS.stores];
export const trapLink = (id: string): readonly string[] => ['/', PATHS.stores, 'traps', id];
export const labelsLink = (): readonly string[] => ['/', PATHS.stores, 'labels'];
