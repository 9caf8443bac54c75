/** What an owner said of a place. */
export const PERMISSIONS = ['granted', 'asked', 'refused', 'unknown'] as const;
export type Permission = (typeof PERMISSIONS)[number];
