/** The addresses of the app. Features lead to each other through these, never by import. */
export const PATHS = { bench: 'bench', settings: 'settings' } as const;

export const benchLink = (): readonly string[] => ['/', PATHS.bench];
export const designLink = (id: string): readonly string[] => ['/', PATHS.bench, id];
