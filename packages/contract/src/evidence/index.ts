import type { EvidenceRecords } from '@yewridge/core/field';

export type { OutsideStay as OutsideStayDto } from '@yewridge/core/field';
/** What Evidence is worked out from. `keeper` is the code that stands in a file of one's own spells; a telephone does not know it. */
export type EvidenceDto = EvidenceRecords & { readonly keeper: string | null };
