/**
 * Whose records move an answer: the same question once more for every keeper, without theirs.
 *
 * Source: leaving one group out at a time; the answers are those of {@link effects}.
 */
import { type EffectAsk, type EffectRow, effects, type KeptSpell } from './effects.js';

export interface LeftOut {
  /** Whose records are left out; empty for one's own, `null` for nobody's. */
  readonly keeper: string | null;
  /** `null` where what is left cannot answer. */
  readonly row: EffectRow | null;
}

/** The answer with all, then without each keeper. @param told after each. @throws DomainError as {@link effects}. */
export function leftOut(
  spells: readonly KeptSpell[],
  ask: EffectAsk,
  told: (done: number, of: number) => void = () => undefined,
): readonly LeftOut[] {
  const keepers = [...new Set(spells.map(({ keeper }) => keeper))].sort();
  const each: readonly (string | null)[] = [null, ...keepers];
  return each.map((keeper, n) => {
    const kept = keeper === null ? spells : spells.filter((one) => one.keeper !== keeper);
    const [row = null] = effects(kept, [ask]).rows;
    told(n + 1, each.length);
    return { keeper, row };
  });
}
