import type { Design } from '@yewridge/core/bench';
import { FIRST_TALL_NUC, VELLMARK_DESIGNS } from './vellmark-designs.js';

/** Built traps of the Vellmark Swarm Watch, made up: sixteen of seven designs. */

const OWNER = 'Vellmark Swarm Watch, the old mill, Vellmark';

export interface SeededVersion {
  readonly designId: string;
  readonly version: number;
  readonly document: Design;
  readonly frozenAt: string;
}
export interface SeededTrap {
  readonly number: string;
  readonly designId: string;
  readonly version: number;
  /** kg as weighed; `null` = not weighed. */
  readonly massKg: number | null;
  readonly paintedOn: string | null;
  readonly darkCombs: number;
  readonly combSince: string | null;
  readonly condition: 'new' | 'good' | 'worn' | 'to-mend';
  readonly note: string;
}

const documentOf = (id: string): Design => {
  const found = VELLMARK_DESIGNS.find((design) => design.id === id);
  if (!found) throw new Error(`no demo design ${id}`);
  return found.document;
};

const NUC = 'vellmark-tall-nuc';
const ORCHARD = 'vellmark-orchard-zander';
const TUBE = 'vellmark-form-tube';
const POT = 'vellmark-upturned-pot';
const COOLERS = 'vellmark-two-coolers';
const FENCE = 'vellmark-fence-boards';
const KEG = 'vellmark-cider-keg';

export const VELLMARK_VERSIONS: readonly SeededVersion[] = [
  { designId: NUC, version: 1, document: FIRST_TALL_NUC, frozenAt: '2023-03-04T14:00:00.000Z' },
  { designId: NUC, version: 2, document: documentOf(NUC), frozenAt: '2024-02-17T14:00:00.000Z' },
  ...[ORCHARD, TUBE, POT, COOLERS, FENCE, KEG].map((designId) => ({
    designId,
    version: 1,
    document: documentOf(designId),
    frozenAt: '2023-03-11T14:00:00.000Z',
  })),
];

type Row = readonly [
  number: string,
  designId: string,
  version: number,
  massKg: number | null,
  paintedOn: string | null,
  darkCombs: number,
  combSince: string | null,
  condition: SeededTrap['condition'],
  note?: string,
];

const ROWS: readonly Row[] = [
  ['V-01', NUC, 1, 9.1, '2025-03-22', 1, '2023-08-12', 'good', 'The first one; a lower base than its sisters.'],
  ['V-02', ORCHARD, 1, 12.4, '2025-03-22', 2, '2024-07-30', 'good'],
  ['V-03', ORCHARD, 1, 12.1, null, 2, '2021-05-08', 'worn', 'Comb is due out.'],
  ['V-04', NUC, 2, 9.8, '2026-04-30', 1, '2025-08-02', 'good'],
  ['V-05', FENCE, 1, 8.2, null, 0, null, 'good'],
  ['V-06', TUBE, 1, 7.6, '2026-03-14', 0, null, 'good'],
  ['V-07', POT, 1, 3.4, null, 0, null, 'good'],
  ['V-08', COOLERS, 1, 2.1, null, 0, null, 'to-mend', 'Corner of the upper cooler is cracked.'],
  ['V-09', NUC, 2, 9.6, '2026-03-28', 1, '2024-08-18', 'good'],
  ['V-10', FENCE, 1, 8.4, null, 0, null, 'good'],
  ['V-11', TUBE, 1, null, '2026-03-14', 0, null, 'new'],
  ['V-12', KEG, 1, 6.3, null, 0, null, 'good'],
  ['V-13', POT, 1, 3.3, null, 0, null, 'good'],
  ['V-14', ORCHARD, 1, 12.6, '2026-02-28', 2, '2025-07-26', 'new'],
  ['V-15', NUC, 2, null, '2026-05-09', 1, '2025-08-02', 'new', 'Paint is still airing.'],
  ['V-16', COOLERS, 1, 1.9, null, 0, null, 'good'],
];

export const VELLMARK_TRAPS: readonly SeededTrap[] = ROWS.map(
  ([number, designId, version, massKg, paintedOn, darkCombs, combSince, condition, note = '']) => ({
    number,
    designId,
    version,
    massKg,
    paintedOn,
    darkCombs,
    combSince,
    condition,
    note,
  }),
);
export const VELLMARK_OWNER = OWNER;
