/** The features in the order a keeper works; the same words in core, contract, server, web and on the screen. */
export const FEATURES = ['today', 'bench', 'suction', 'stores', 'ground', 'rounds', 'catches', 'evidence'] as const;
export type Feature = (typeof FEATURES)[number];
