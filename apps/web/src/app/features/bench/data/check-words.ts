import type { CheckCode, Design, DesignCheck, DesignFix, FixCode } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';

function nameOf(design: Design, id: string | undefined): string {
  const part = design.sections.find((section) => section.id === id) ?? (design.gaps ?? []).find((gap) => gap.id === id);
  return part && part.label !== '' ? `“${part.label}”` : 'the box';
}

/** The figures of a check in the reader's units, for its sentence. */
interface Told {
  readonly name: string;
  readonly length: (n: number) => string;
  readonly part: (n: number) => string;
  readonly area: (n: number) => string;
  readonly volume: (value: number) => string;
  readonly comb: (n: number) => string;
  readonly count: (n: number) => number;
}

const most = (count: number): string => (count === 1 ? 'it takes 1' : `it takes ${count}`);

const SENTENCES: Readonly<Record<CheckCode, (told: Told) => string>> = {
  'frames-too-tight': ({ name, length, count }) =>
    `${count(0)} frames do not go into ${name}, ${length(1)} wide inside: ${most(count(2))}`,
  'frames-dry-too-tight': ({ name, length, count }) =>
    `${name} dries from ${length(1)} to about ${length(2)}: ${count(0)} frames will bind, ${most(count(3))}`,
  'frames-fit': ({ name, part }) => `Frames fit ${name} with ${part(0)} to spare`,
  'frames-slide': ({ name, length }) => `Frames can slide in ${name}: ${length(0)} of room beside them`,
  'frames-held': ({ name }) => `Frames in ${name} are held for the way`,
  'lid-gap-glued': ({ name, part }) => `${part(0)} above the bars in ${name}: bees glue the lid down`,
  'lid-gap-braced': ({ name, part }) => `${part(0)} above the bars in ${name}: bees build comb there`,
  'bars-flush': ({ name }) => `Bars level with the rim of ${name}: the lid must leave bee space or lie flat on them`,
  'bee-space': ({ name, part }) => `Bee space above the bars in ${name}, ${part(0)}`,
  'floor-gap-glued': ({ name, part }) =>
    `${part(0)} under the frames of ${name}: bees glue them to the floor; give it a rim`,
  'stack-gap': ({ name, part }) =>
    `${part(0)} between the frames of ${name} and those below: neither walked nor left open`,
  'lug-outside': ({ name, part }) =>
    `Frame lugs need ${part(0)} of the ${part(1)} end walls of ${name}: they would come out`,
  'lug-short': ({ name, part }) => `Frame lugs do not reach the end walls of ${name}: ${part(0)} missing`,
  'board-dries': ({ name, length }) => `${name} dries from ${length(0)} to about ${length(1)} high`,
  'board-as-sold': ({ name }) => `${name} is as high or wide as the board it is called`,
  'board-not-as-sold': ({ name, length }) =>
    `${name} is taken as ${length(0)}; a board of that name measures ${length(1)}, from ${length(2)} to ${length(3)}: tape it`,
  'bird-enters': ({ part }) => `Birds enter a gap over ${part(0)}: a nail across it keeps them out`,
  'gap-leaks': ({ name, part }) => `Bees leave through ${name} on the way: ${part(0)}`,
  'gap-between': ({ name, part }) => `${name} is ${part(0)}: too tight for a door, too wide to keep bees in`,
  'gap-tight': ({ name }) => `${name} keeps bees in`,
  'gap-is-door': ({ name, area }) => `${name} adds ${area(0)} to the door: robbers use it too`,
  'no-air': () => 'Bees held in it have no air: give it a mesh vent',
  'lid-unknown': () => 'Is the lid light-tight? Hold it against the sun and look from inside',
  'lid-lets-light': () => 'Light gets in under the lid: scouts choose dark rooms, and rain follows light',
  'lid-tight': () => 'The lid is light-tight',
  'no-roof': () => 'No roof: rain and light get in',
  'no-overhang': () => 'The roof has no overhang: rain runs down into the joint',
  'comb-source': () =>
    'Dark comb only from your own healthy colonies: foulbrood spores live in it for decades. Local rules on moving comb come first',
  'food-in-comb': () => 'Stores in the comb draw robbers, moths and beetles: use empty brood comb',
  'card-soaks': () =>
    'Wet cardboard takes up its own mass in water and does not bear: varnish it, and never hang it by its wall',
  'volume-unusual': ({ volume, count }) =>
    `${volume(count(0))} is unusual: most that were tried lie between ${volume(count(1))} and ${volume(count(2))}`,
  'entrance-unusual': ({ area }) => `A door of ${area(0)} is unusual`,
  'room-under-frames': ({ name, length, comb, count }) =>
    `${length(0)} of room under the frames of ${name}: bees may fill it with ${comb(1)} of wild comb, as much as ${count(2)} of these frames, to be cut out when they move. Look in before it is built`,
  'feeder-too-tight': ({ name, length, count }) =>
    `${count(0)} frames and the feeder do not go into ${name}: a feeder as long as the frames takes ${length(1)}, which leaves room for ${count(2)}`,
  'joint-open': ({ name, length, area }) =>
    `${name} and what it stands on do not close: a gap of ${length(0)}, ${area(1)} in all. Light, rain and bees come in, and scouts count it as a door`,
  'joint-narrow': ({ name, part }) => `${name} stands on ${part(0)} of wood at its edges: it slips off`,
  'joint-sill': ({ name, length }) =>
    `A ledge of ${length(0)} stands out under ${name}: rain lies on it and runs into the joint`,
  'bars-not-in': ({ name, length }) => `Bars of ${length(0)} do not go into ${name}, ${length(1)} wide inside`,
  'bars-fall-in': ({ name, length }) => `Bars of ${length(0)} do not span the opening of ${name}: they fall in`,
  'bars-too-many': ({ name, length, count }) =>
    `${count(0)} bars do not go side by side into ${name}, ${length(1)} long`,
  'bars-below-crown': ({ name, length }) =>
    `The bars hang ${length(0)} below the crown of ${name}, where it is as wide as they are long: bees build above them too, unless they touch`,
  'bars-shut': ({ name, length }) =>
    `The bars hang ${length(0)} below the crown of ${name} and touch: the room ends at them, and so does the volume`,
  'board-which-way': ({ name, length }) =>
    `Which way does the board of ${name} stand? It is ${length(0)} wide: it makes the height of a box, or its width`,
};

/** What a check says, with its figures in the reader's units. */
export function checkSentence(check: DesignCheck, design: Design, system: UnitSystem): string {
  const count = (n: number): number => check.figures[n] ?? 0;
  return SENTENCES[check.code]({
    name: nameOf(design, check.id),
    length: (n) => figureText(count(n), 'length', system),
    part: (n) => figureText(count(n), 'part', system),
    area: (n) => figureText(count(n), 'area', system),
    volume: (value) => figureText(value, 'volume', system),
    comb: (n) => figureText(count(n), 'comb', system),
    count,
  });
}

/** How much a fix changes: as a number, as a length and as a small part of one. */
interface Amount {
  readonly amount: number;
  readonly length: string;
  readonly part: string;
}

const FIXES: Readonly<Record<FixCode, (how: Amount) => string>> = {
  'leave-out-frames': ({ amount }) => (amount === 1 ? 'Leave one out' : `Leave ${amount} out`),
  'widen-box': ({ part }) => `Widen it by ${part}`,
  'hold-with-spacer': ({ amount, length }) =>
    amount > 0 ? `Hold them with a ${length} block` : 'Hold them with blocks beside the lugs',
  'hold-with-nails': () => 'Hold them with nails',
  'lower-bars': ({ part }) => `Hang the bars ${part} below the rim`,
  'thicken-ends': ({ length }) => `Make the ends ${length} thick`,
  'mesh-over': ({ part }) => `Close it with ${part} mesh`,
  'tape-for-ride': () => 'It is taped for the way',
  'lid-is-tight': () => 'I looked: it is dark',
  'add-overhang': ({ length }) => `Give it ${length} of overhang`,
  'add-roof': ({ length }) => `Put a ${length} roof on`,
  'comb-is-own': () => 'It is from my own healthy colony',
  'comb-is-empty': () => 'It is empty now',
  'set-to-board': ({ length }) => `Take it as ${length}`,
  'nail-across': () => 'Put a nail across',
  'taller-frames': ({ length }) => `Hang frames ${length} high`,
  'board-on-joint': ({ length }) => `Put a ${length} board with a hole between them`,
  'board-is-height': ({ length }) => `It makes the height, ${length}`,
  'board-is-width': ({ length }) => `It makes the width, ${length}`,
  'saw-wider': ({ part }) => `Saw it ${part} wider`,
};

/** What one click does about it. */
export function fixWords({ code, amount }: DesignFix, system: UnitSystem): string {
  return FIXES[code]({
    amount,
    length: figureText(amount, 'length', system),
    part: figureText(amount, 'part', system),
  });
}
