import type { KitCode, KitStand } from '@yewridge/core/callouts';

/** What is packed for a call-out, as it is said. */
export const KIT_NAMES: Readonly<Record<string, string>> = {
  beeBox: 'Box for the bees',
  spareBox: 'Spare box',
  combBox: 'Box for framed comb',
  frameBrood: 'Empty frames for brood',
  frameHoney: 'Frame for their own honey',
  frameEmpty: 'Frames to fill up the box',
  bands: 'Bands',
  broodCover: 'Lined box and cloth for brood',
  bucket: 'Buckets for honey comb',
  disposalBucket: 'Buckets for disposal',
  bucketLid: 'Lids for the buckets',
  boxLid: 'Lids for the boxes',
  mesh: 'Mesh covers',
  cage: 'Queen cages',
  sheet: 'White sheet',
  strap: 'Straps',
  suit: 'Veils and suits',
  gloves: 'Gloves, pairs',
  smoker: 'Smoker and fuel',
  water: 'Water, spray for the outside',
  brush: 'Brush or feather',
  headlamp: 'Headlamps, red',
  source: 'The vacuum',
  hose: 'Hose',
  nozzle: 'Nozzle',
  tape: 'Tape',
  rag: 'Rag for the hose',
  battery: 'Charged batteries',
  rcd: 'Residual-current device',
  generator: 'Generator and fuel',
  ladder: 'Ladder',
  hoist: 'Hoist or second person for the trap',
  cordon: 'Barrier tape',
  detector: 'Detector for wires and pipes',
  mask: 'Dust mask',
  knife: 'Long knife',
  pryBar: 'Pry bar',
  saw: 'Saw',
  driver: 'Screwdriver',
  closure: 'Mesh and screws for the hole',
  firstAid: 'First aid kit',
  phone: 'Telephone, charged',
} satisfies Readonly<Record<KitCode, string>>;

/** What Stores has of it: "1 of 3 here, 2 lent to Alois", "here, not charged". */
export function standSaid({ wanted, here, lent, lentTo, charged }: KitStand): string {
  const enough = here === wanted ? 'here' : `${here} here`;
  const some = here === 0 ? 'none here' : `${here} of ${wanted} here`;
  const away = lentTo.length === 0 ? `${lent} lent out` : `${lent} lent to ${lentTo.join(' and ')}`;
  const full = charged === 0 ? 'not charged' : `${charged} charged`;
  return [
    here >= wanted ? enough : some,
    lent === 0 ? '' : away,
    charged === null ? '' : charged >= wanted ? 'charged' : full,
  ]
    .filter((part) => part !== '')
    .join(', ');
}
