import type { EffectAsk, Sides } from '@yewridge/core/evidence';
import type { RecordDto } from '@yewridge/contract/season';
import { convert, type Unit, type UnitSystem } from '@yewridge/core/shared/units';
import { capital } from '../../../shared/units/format';

export type Question = RecordDto<'questions'>;

/** Questions the page offers: those that lead, and those that are asked besides by who wants to know. */
export interface OfferedAsk {
  readonly ask: EffectAsk;
  /** What it is called over its range. */
  readonly title: string;
  readonly leads: boolean;
}

const si = (value: number, from: Unit, to: Unit): number => convert({ value, from, to });

/** Steps of numbers are in the keeper's units. */
export const standardAsks = (system: UnitSystem): readonly OfferedAsk[] => [
  ...leadingAsks(system === 'metric'),
  ...furtherAsks(system === 'metric'),
];

function leadingAsks(metric: boolean): readonly OfferedAsk[] {
  return [
    {
      title: 'Full shade or lighter',
      leads: true,
      ask: {
        id: 'shade',
        kind: 'sides',
        fact: 'shade',
        optionA: 'shade',
        optionB: '*',
        nameA: 'full shade',
        nameB: 'a lighter spot',
      },
    },
    {
      title: 'Old comb or none',
      leads: true,
      ask: {
        id: 'comb',
        kind: 'sides',
        fact: 'comb',
        optionA: 'oldBrood',
        optionB: '*',
        nameA: 'old comb',
        nameB: 'no old comb',
      },
    },
    {
      title: metric ? 'One metre higher' : 'Three feet higher',
      leads: true,
      ask: {
        id: 'height',
        kind: 'step',
        fact: 'heightM',
        step: metric ? 1 : si(3, 'ft', 'm'),
        nameA: metric ? 'one metre higher' : 'three feet higher',
        nameB: metric ? 'one metre lower' : 'three feet lower',
      },
    },
  ];
}

function furtherAsks(metric: boolean): readonly OfferedAsk[] {
  return [
    {
      title: metric ? 'Ten litres more room' : 'Three gallons more room',
      leads: false,
      ask: {
        id: 'room',
        kind: 'step',
        fact: 'volumeM3',
        step: metric ? 0.01 : si(3, 'gal', 'm3'),
        nameA: metric ? 'ten litres more' : 'three gallons more',
        nameB: metric ? 'ten litres less' : 'three gallons less',
      },
    },
    {
      title: metric ? 'Ten cm² more door' : 'Two sq in more door',
      leads: false,
      ask: {
        id: 'door',
        kind: 'step',
        fact: 'entranceM2',
        step: metric ? 0.001 : si(2, 'in2', 'm2'),
        nameA: 'a larger door',
        nameB: 'a smaller door',
      },
    },
    {
      title: 'Facing south or elsewhere',
      leads: false,
      ask: {
        id: 'south',
        kind: 'sides',
        fact: 'facingDeg',
        optionA: '135..225',
        optionB: '*',
        nameA: 'a door to the south',
        nameB: 'a door elsewhere',
      },
    },
    {
      title: 'Lemongrass in a bag or other lures',
      leads: false,
      ask: {
        id: 'lure',
        kind: 'sides',
        fact: 'lure',
        optionA: 'lemongrassOil/swabInBag',
        optionB: '*',
        nameA: 'lemongrass in a bag',
        nameB: 'another lure or none',
      },
    },
  ];
}

/** Sides of a question of the keeper's own. */
export const sidesIn = ({ fact, optionA, optionB }: Sides): Sides => ({ fact, optionA, optionB });

/** The keeper's groups of places as a question like the others. */
export const groupAsk = (group: Question): OfferedAsk => ({
  title: `${capital(group.nameA)} or ${group.nameB}`,
  leads: true,
  ask: { id: 'group', kind: 'sides', ...sidesIn(group), nameA: group.nameA, nameB: group.nameB },
});
