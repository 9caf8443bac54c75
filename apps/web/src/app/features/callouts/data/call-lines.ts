import type { CallDto, CallsDto } from '@yewridge/contract/callouts';
import type { KeptLine } from '../../../shared/records/kept-fields';
import { KIND_NAMES } from '../../../shared/calls/call-words';
import { optionsOf } from '../../../shared/fields/pick';

type Line = KeptLine<'callouts'> & { readonly for?: readonly string[] };
const STRUCTURE = ['structure'];
const NONE_OF_OURS = 'none of ours';
const SWARM = ['hangingSwarm', 'groundOrBush'];

/** Who rang, where it is, and what is seen: everything that was asked can be put right here. */
const ABOUT: readonly Line[] = [
  { field: 'place', says: 'place' },
  { field: 'caller', says: 'caller' },
  { field: 'callback', says: 'ring back at' },
  { field: 'callbackAt', says: 'ring back on' },
  { field: 'callerIs', says: 'the caller is' },
  { field: 'kind', says: 'what it is', choices: optionsOf(KIND_NAMES) },
  { field: 'bees', says: 'they are' },
  { field: 'poison', says: 'sprayed' },
  { field: 'permission', says: 'allowed' },
  { field: 'permissionFrom', says: 'allowed by' },
  { field: 'sinceH', says: 'there since' },
  { field: 'heightM', says: 'height' },
  { field: 'access', says: 'reached' },
  { field: 'lineDistanceM', says: 'nearest overhead wire' },
  { field: 'publicWay', says: 'beside a public way' },
  { field: 'shakeable', says: 'can be shaken', for: ['hangingSwarm'] },
  { field: 'clusters', says: 'clusters', for: SWARM },
  { field: 'trapMassKg', says: 'the trap weighs', for: ['trapTooHeavy'] },
  { field: 'inTree', says: 'in a hollow tree', for: STRUCTURE },
  { field: 'mustGo', says: 'the tree comes down or endangers', for: STRUCTURE },
  { field: 'mains', says: 'a socket', for: STRUCTURE },
  { field: 'wiring', says: 'wires where they live', for: STRUCTURE },
  { field: 'powerLockedOff', says: 'power off at the board and locked', for: STRUCTURE },
  { field: 'asbestos', says: 'asbestos', for: STRUCTURE },
  { field: 'builtYear', says: 'built in', for: STRUCTURE },
  { field: 'repairsBy', says: 'the hole is closed by', for: STRUCTURE },
  { field: 'allergy', says: 'reacts badly to stings' },
  { field: 'alone', says: 'you would be alone' },
  { field: 'defensive', says: 'they are defensive' },
  { field: 'lat', says: 'latitude' },
  { field: 'lon', says: 'longitude' },
  { field: 'notes', says: 'notes' },
];
/** What is expected there, and what the day is planned by. */
const NEST: readonly Line[] = [
  { field: 'combsSeen', says: 'combs seen', for: STRUCTURE },
  { field: 'combLengthM', says: 'a comb is long', for: STRUCTURE },
  { field: 'combHeightM', says: 'a comb is high', for: STRUCTURE },
  { field: 'cavityHeightM', says: 'or the hollow is high', for: STRUCTURE },
  { field: 'cavityWidthM', says: 'wide', for: STRUCTURE },
  { field: 'cavityDepthM', says: 'deep', for: STRUCTURE },
  { field: 'beesExpected', says: 'bees, by eye' },
];
const linesFor = (lines: readonly Line[], kind: string): readonly KeptLine<'callouts'>[] =>
  lines.filter((line) => line.for?.includes(kind) ?? true);

/** What is asked of such bees and of no others is left out for the others. */
export function aboutLines(kind: string, sites: CallsDto['sites']): readonly KeptLine<'callouts'>[] {
  const [place, ...rest] = linesFor(ABOUT, kind);
  const near: KeptLine<'callouts'> = {
    field: 'siteId',
    says: 'at or near our site',
    choices: sites,
    unsaid: NONE_OF_OURS,
  };
  return place ? [place, ...(sites.length > 0 ? [near] : []), ...rest] : rest;
}
export const nestLines = (kind: string): readonly KeptLine<'callouts'>[] => linesFor(NEST, kind);

/** What a job came to, so that it can count. */
const LOSS: readonly KeptLine<'collections'>[] = [
  { field: 'tareKg', says: 'box without bees' },
  { field: 'grossKg', says: 'box with bees' },
  { field: 'bees', says: 'bees, alive and dead' },
  { field: 'beesBasis', says: 'they were' },
  { field: 'dead', says: 'dead in the box' },
  { field: 'crushed', says: 'of them crushed' },
  { field: 'drowned', says: 'of them drowned in honey' },
  { field: 'broodLook', says: 'look at the brood' },
  { field: 'restraint', says: 'excluder' },
  { field: 'placeClosedOn', says: 'old place closed on' },
];
const SUCKED: readonly KeptLine<'collections'>[] = [
  { field: 'speedMps', says: 'they landed at' },
  { field: 'speedBasis', says: 'the speed is' },
  { field: 'peakTempK', says: 'hottest in the box' },
  { field: 'clogged', says: 'the screen clogged' },
];
/** Speed and screen are asked where anything was sucked. */
export const lossLines = (one: CallDto | null): readonly KeptLine<'collections'>[] =>
  one !== null && one.spells.length > 0 ? [...LOSS, ...SUCKED] : LOSS;
