/** Words of a letter to a landowner, and where the keeper's own are kept: on this device. */
export const OWN_WORDS = 'yewridge.letter';
export const MOST_LETTERS = 20_000;
export const LETTER_PHONE = 'yewridge.letter.phone';

const box = (
  where: string,
): string => `may we hang ${where} from April to August? It is a house for a swarm of honey bees that looks for one. We look at it every week or so, take it down in autumn, and leave the place as it was.

If bees move in, we carry them away within a few days, at dusk. Until then please keep two metres away, and keep children and animals from it.`;

/** A letter about one place, or about several of one owner. */
export function letterText(who: string, places: readonly string[]): string {
  const [first = 'your place', ...more] = places;
  const last = more.at(-1);
  const all = last === undefined ? first : `${[first, ...more.slice(0, -1)].join(', ')} and ${last}`;
  const where = more.length === 0 ? `an empty wooden box at ${all}` : `an empty wooden box each at ${all}`;
  return `Dear ${who},\n\n${box(where)}`;
}

/** What stands under every letter. */
export const LETTER_CAUTIONS: readonly string[] = [
  'Bees sting. Whoever is allergic to stings should tell us now; in an emergency call the ambulance first.',
  'Nobody but us opens, moves or sprays the box. Please do not mow or drive cattle close under it.',
  'We keep to the local rules on bees and swarms, and are answerable for the box.',
  'You can take your word back at any time; the box is then gone within a day.',
];
