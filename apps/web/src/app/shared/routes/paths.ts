/** The addresses of the app. Features lead to each other through these, never by import. */
export const PATHS = { bench: 'bench', stores: 'stores', settings: 'settings' } as const;

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
export const storesLink = (): readonly string[] => ['/', PATHS.stores];
export const trapLink = (id: string): readonly string[] => ['/', PATHS.stores, 'traps', id];
export const labelsLink = (): readonly string[] => ['/', PATHS.stores, 'labels'];
