import {
  type EffectAsk,
  type Effects,
  effects,
  type KeptSpell,
  type LeftOut,
  leftOut,
  pooledEffects,
  type Power,
  type PowerAsk,
  trialPower,
} from '@yewridge/core/evidence';

/** What takes too long for the page, each with what it is asked. */
export interface EvidenceRuns {
  /** All questions of the page, other keepers' records among the spells or not. */
  page: { ask: { readonly spells: readonly KeptSpell[]; readonly asks: readonly EffectAsk[] }; answer: Effects };
  /** One question, and how many were asked that day. */
  question: {
    ask: { readonly spells: readonly KeptSpell[]; readonly ask: EffectAsk; readonly comparisons: number };
    answer: Effects;
  };
  /** The first question again and again, each time without one keeper's records. */
  leftOut: { ask: { readonly spells: readonly KeptSpell[]; readonly ask: EffectAsk }; answer: readonly LeftOut[] };
  /** Chances of one season, of two, and so on. */
  power: { ask: { readonly each: readonly PowerAsk[] }; answer: readonly Power[] };
}
export type EvidenceRunKind = keyof EvidenceRuns;
export type EvidenceRun = {
  readonly [K in EvidenceRunKind]: { readonly kind: K; readonly ask: EvidenceRuns[K]['ask'] };
}[EvidenceRunKind];
export type EvidenceAnswer = EvidenceRuns[EvidenceRunKind]['answer'];

/** Does one of them; in a worker on the page, directly in a test. @param told after each of its parts. */
export function evidenceAnswer(run: EvidenceRun, told: (done: number, of: number) => void): EvidenceAnswer {
  switch (run.kind) {
    case 'page':
      return pooledEffects(run.ask.spells, run.ask.asks);
    case 'question':
      return effects(run.ask.spells, [run.ask.ask], run.ask.comparisons);
    case 'leftOut':
      return leftOut(run.ask.spells, run.ask.ask, told);
    case 'power':
      return run.ask.each.map((ask, n) => {
        const power = trialPower(ask);
        told(n + 1, run.ask.each.length);
        return power;
      });
  }
}
