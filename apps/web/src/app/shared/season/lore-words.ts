import type { LoreCheck, LoreCode } from '@yewridge/core/season';

const LORE: Readonly<Record<LoreCode, string>> = {
  'no-permission': 'Ask the landowner first; a permission that has run out is none.',
  'comb-source':
    'Old comb only from your own healthy colonies: foulbrood spores live in it for decades. Check your local rules before moving or using comb.',
  'food-in-comb': 'Stores in comb draw robbers, moths and beetles. Use empty old brood comb.',
  'fresh-paint': 'Let the paint air out: scouts turn away from it for about three weeks.',
  'moth-crystals': 'Air the comb: a fortnight after the crystals came out.',
  'frames-vs-interval': 'Few frames: wild comb fills the empty space within days. Look more often.',
  'faces-rain': 'Turn the hole away from the rain.',
  'full-sun': 'Comb softens in full sun; shade the box.',
  'overdosed-lure': 'Too much scent at once can make a swarm settle outside the box. Close the bag or use less.',
  'gel-melts': 'Gel runs above about 32 °C.',
  'ladder-work': 'Two people, and a box light enough to carry down.',
  'volume-unusual': 'An unusual volume: most were tested near 40 L.',
  'entrance-unusual': 'An unusual entrance: scouts like about 10 to 15 cm², and a bird or a mouse likes more.',
  'out-of-season': 'Out of the swarm season.',
};
/** How firm each is, as the help says it. */
const FIRM: Partial<Record<LoreCode, string>> = {
  'comb-source': 'firm; local rules come first',
  'no-permission': 'the law, and good manners',
  'volume-unusual': 'tested with boxes side by side',
};
const RULE_OF_THUMB = 'rule of thumb';

export interface Said {
  readonly level: 'look' | 'know';
  readonly sentence: string;
  readonly stop: boolean;
}

/** What keepers say, with how firm it is; in the order of the checks, gravest first. */
export function loreSaid(checks: readonly LoreCheck[]): readonly Said[] {
  return checks.map(({ code, severity }) => ({
    level: severity === 'note' ? 'know' : 'look',
    sentence: `${LORE[code]} (${FIRM[code] ?? RULE_OF_THUMB})`,
    stop: severity === 'stop',
  }));
}
