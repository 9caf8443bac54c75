import type { PartChange } from '../../../shared/fields/field';

/** A change, and the part it belongs to: a section, a door, an opening, or one of the parts below. */
export interface PanelChange extends PartChange {
  readonly part: string;
}
/** Rows that are no section or entrance. */
export const FIXED_PARTS = { whole: 'whole', roof: 'roof', floor: 'floor' } as const;
/** Rows below the stack. */
export const SETUP_ROWS = ['hanging', 'care'] as const;
