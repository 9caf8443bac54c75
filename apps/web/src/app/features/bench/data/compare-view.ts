import type { Design } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureText, percentText } from '../../../shared/units/format';
import type { Judged } from './judged';
import { FACTOR_NAMES, HANGING_NAMES } from './setup-words';
import { gradeText } from './suitability-view';

export interface Compared {
  readonly id: string;
  readonly design: Design;
  readonly judged: Judged | null;
}
export interface CompareCell {
  readonly text: string;
  readonly best: boolean;
  readonly worst: boolean;
}
export interface CompareRow {
  readonly name: string;
  readonly cells: readonly CompareCell[];
  /** Whether the designs differ here. */
  readonly differs: boolean;
}

interface Measure {
  readonly name: string;
  readonly text: (one: Judged, design: Design) => string;
  /** What is better: less, more, or nearer to nothing; absent where neither is. */
  readonly better?: (one: Judged, design: Design) => number | null;
  /** What is not shown to differ is not told apart. */
  readonly step?: number;
}

function measures(system: UnitSystem): readonly Measure[] {
  const mass = (value: number): string => figureText(value, 'mass', system);
  return [
    {
      name: 'Gross',
      text: ({ readings }) => figureText(readings.room.gross, 'volume', system),
    },
    { name: 'Net', text: ({ readings }) => figureText(readings.room.net, 'volume', system) },
    {
      name: 'Open room',
      text: ({ readings }) =>
        `${figureText(readings.room.openRoom, 'volume', system)}, ${percentText(readings.room.openFraction)}`,
      better: ({ readings }) => readings.room.openFraction,
      step: 0.01,
    },
    {
      name: 'Door',
      text: ({ readings }) => (readings.door.area > 0 ? figureText(readings.door.area, 'area', system) : 'none'),
    },
    {
      name: 'A swarm would take it',
      text: ({ suitability }) => (suitability ? gradeText(suitability.score) : 'no trap'),
      better: ({ suitability }) => suitability?.score.score ?? null,
      step: 0.01,
    },
    {
      name: 'Costs it most',
      text: ({ suitability }) =>
        suitability?.score.limiting ? FACTOR_NAMES[suitability.score.limiting].toLowerCase() : 'nothing',
    },
    {
      name: 'Empty',
      text: ({ load }) => (load.unweighed.length > 0 ? 'not all weighed' : mass(load.empty.mass)),
      better: ({ load }) => (load.unweighed.length > 0 ? null : -load.empty.mass),
      step: 0.1,
    },
    {
      name: 'Down before',
      text: ({ load }) =>
        load.unweighed.length > 0
          ? 'not known'
          : load.down.likely === null
            ? 'not needed'
            : `day ${decimalText(Math.floor(load.down.likely), 0)} (${mass(load.plan.limit)})`,
      better: ({ load }) => (load.unweighed.length > 0 ? null : Math.floor(load.down.likely ?? Infinity)),
    },
    {
      name: 'Hangs',
      text: (_, { hanging }) => (hanging ? HANGING_NAMES[hanging.style].toLowerCase() : 'not said'),
    },
    {
      name: 'To look at',
      text: ({ checks }) => decimalText(checks.filter(({ level }) => level === 'look').length, 0),
      better: ({ checks }) => -checks.filter(({ level }) => level === 'look').length,
    },
  ];
}

const SAME = 1e-9;

/** Days are shown whole, counts are whole: a step of one unless the measure says otherwise. */
function rounded(value: number | null, step = 1): number | null {
  return value === null || !Number.isFinite(value)
    ? value
    : Math.round(Math.floor(value / step + 0.5) * step * 1e6) / 1e6;
}

export function compareRows(all: readonly Compared[], system: UnitSystem): readonly CompareRow[] {
  return measures(system).map(({ name, text, better, step }) => {
    const texts = all.map(({ judged, design }) => (judged ? text(judged, design) : 'cannot be computed'));
    const values = all.map(({ judged, design }) => (judged && better ? rounded(better(judged, design), step) : null));
    const known = values.filter((value) => value !== null);
    const [low, high] = [Math.min(...known), Math.max(...known)];
    const apart = known.length > 1 && (high - low > SAME || (high === Infinity) !== (low === Infinity));
    return {
      name,
      differs: new Set(texts).size > 1,
      cells: texts.map((cell, n) => {
        const value = values[n];
        const counts = apart && value !== null && value !== undefined;
        return { text: cell, best: counts && value === high, worst: counts && value === low };
      }),
    };
  });
}

function list(names: readonly string[]): string {
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}` : (names[0] ?? '');
}

/** Which is best and worst at what, in sentences. */
export function compareWords(all: readonly Compared[], rows: readonly CompareRow[]): readonly string[] {
  return all.flatMap(({ design }, n) => {
    const at = (which: 'best' | 'worst'): string[] =>
      rows.filter(({ cells }) => cells[n]?.[which]).map(({ name }) => WORDS[name]?.[which] ?? name.toLowerCase());
    const [best, worst] = [at('best'), at('worst')];
    if (best.length === 0 && worst.length === 0) return [];
    const parts = [...(best.length > 0 ? [list(best)] : []), ...(worst.length > 0 ? [`but ${list(worst)}`] : [])];
    return [`${design.name}: ${parts.join(', ').replace(/^but /, '')}.`];
  });
}

/** What it means to be best or worst at a row. */
const WORDS: Readonly<Record<string, { readonly best: string; readonly worst: string }>> = {
  'Open room': { best: 'the most open', worst: 'the least open' },
  'A swarm would take it': { best: 'ranks highest with scouts', worst: 'ranks lowest with scouts' },
  Empty: { best: 'the lightest', worst: 'the heaviest' },
  'Down before': { best: 'may hang longest', worst: 'must come down first' },
  'To look at': { best: 'has the least to look at', worst: 'has the most to look at' },
};
