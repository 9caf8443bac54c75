/**
 * What goes with more catches: questions put to the records together, so that each is told with the others held still.
 *
 * Every question is one column of the regression: two sides, or one unit more of a number. Places and seasons are pooled in part; other
 * keepers' records too, where there are any. A stay of which one of the facts is not known is left out of all, and counted; so are
 * all but the latest 2000, and of more than 250 places those that hung least share one.
 * Source: {@link poissonRegression}, {@link evidenceVerdict}; the number of questions shown is the number of comparisons.
 * Left out: that traps were not assigned by chance; whether two facts work together.
 */
import { DomainError } from '../shared/errors/index.js';
import { type Missing, trapSeasonsNeeded, worseRate } from './enough.js';
import type { DesignRow } from './design-rows.js';
import { poissonRegression, type Regression } from './poisson-regression.js';
import { SEASON_DAYS } from './rates.js';
import { type EvidenceSpell, type Sides, sidesOf, type Tally, tallyOf } from './sides.js';
import { evidenceVerdict, type Verdict } from './verdict.js';
import { type Fact, FACTS } from './words.js';

/** A question: two sides of a fact, or one step more of a number. */
export type EffectAsk = {
  readonly id: string;
  readonly nameA: string;
  readonly nameB: string;
} & (({ readonly kind: 'sides' } & Sides) | { readonly kind: 'step'; readonly fact: Fact; readonly step: number });

export interface EffectRow {
  readonly id: string;
  readonly a: Tally;
  readonly b: Tally;
  /** Rate of A over that of B, everything else alike. */
  readonly ratio: number;
  readonly lo: number;
  readonly hi: number;
  readonly pDirection: number;
  readonly verdict: Verdict;
  readonly settle: Settle;
}
/** What would settle it; `null` for a step of a number, whose traps are on no side. */
export type Settle =
  | (Missing & {
      /** The difference that is to be seen. */
      readonly ratio: number;
      /** Trap-seasons each side needs to see half as much again. */
      readonly neededForHalfMore: number;
    })
  | null;
export interface Effects {
  readonly rows: readonly EffectRow[];
  /** Questions that the records cannot answer: everything is on one side. */
  readonly silent: readonly string[];
  readonly events: number;
  readonly days: number;
  /** Stretches left out because a fact is not known. */
  readonly dropped: number;
  /** Stretches left out because there are more than can be fitted at once: the oldest. */
  readonly older: number;
  readonly comparisons: number;
  /** Each neighbour's own share of the rate, and the spread among all. */
  readonly keepers: readonly { readonly level: string; readonly ratio: number }[];
}

/** A spell of somebody's. `keeper` is empty for one's own. */
export type KeptSpell = EvidenceSpell & { readonly keeper: string };

const TWICE = 2;
const HALF_MORE = 1.5;
/** Spread of places' own shares where three groups are at work, and only two can be looked for: a convention. */
const SITE_SPREAD = 0.4;
const MOST_ASKED = 20;
/** What one fit takes: stretches, and places with a share of their own. */
const MOST_ROWS = 2000;
const MOST_PLACES = 250;
/** Places that hung least share one where there are too many. */
const OTHER_PLACES = 'other places';

type Value = (spell: EvidenceSpell) => number | null;
function valueOf(ask: EffectAsk): Value {
  if (ask.kind === 'sides') {
    const side = sidesOf(ask);
    return (spell) => {
      const on = side(spell);
      return on === null ? null : Number(on === 'A');
    };
  }
  if (FACTS[ask.fact] !== 'number')
    throw new DomainError('ENUM', 'fact', `${ask.fact} is no number`, { value: ask.fact });
  return ({ facts }) => {
    const value = facts[ask.fact];
    return typeof value === 'number' ? value : null;
  };
}

/** Stretches that count: a day at risk, in a season. */
export const counted = <S extends EvidenceSpell>(spells: readonly S[]): readonly S[] =>
  spells.filter(({ days, season }) => days > 0 && season !== null);

function rowOf(spell: KeptSpell, x: Readonly<Record<string, number>>): DesignRow {
  const keeper = spell.keeper === '' ? 'own' : spell.keeper;
  return {
    y: spell.event,
    exposure: spell.days,
    x,
    groups: { site: `${keeper} ${spell.siteId}`, season: String(spell.season), keeper },
  };
}

/** The places that hung longest keep a share of their own. */
function fewerPlaces(rows: readonly DesignRow[]): readonly DesignRow[] {
  const days = new Map<string, number>();
  for (const { groups, exposure } of rows) {
    const site = groups['site'] ?? '';
    days.set(site, (days.get(site) ?? 0) + exposure);
  }
  if (days.size <= MOST_PLACES) return rows;
  const own = [...days].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).slice(0, MOST_PLACES - 1);
  const kept = new Set(own.map(([site]) => site));
  return rows.map((row) =>
    kept.has(row.groups['site'] ?? '') ? row : { ...row, groups: { ...row.groups, site: OTHER_PLACES } },
  );
}

/** The latest that one fit takes. */
function latest(spells: readonly KeptSpell[]): readonly KeptSpell[] {
  if (spells.length <= MOST_ROWS) return spells;
  return [...spells].sort((a, b) => (a.start < b.start ? 1 : a.start > b.start ? -1 : 0)).slice(0, MOST_ROWS);
}

function fit(rows: readonly DesignRow[], asks: readonly EffectAsk[]): Regression {
  const keepers = new Set(rows.map(({ groups }) => groups['keeper']));
  const columns = asks.map((ask) => ({ name: ask.id, scale: ask.kind === 'step' ? ask.step : 1 }));
  // Only two spreads can be looked for at once.
  return keepers.size > 1
    ? poissonRegression({ rows, columns, groups: ['keeper', 'season', 'site'], tau: { site: SITE_SPREAD } })
    : poissonRegression({ rows, columns, groups: ['site', 'season'] });
}

/** Trap-seasons that would show a difference: that of a leaning, else a twofold one. */
function settleOf(a: Tally, b: Tally, ratio: number, leans: boolean): Settle {
  const seen = leans ? Math.max(ratio, 1 / ratio) : TWICE;
  const needed = (asked: number): number => {
    const ratePerDay = worseRate(a.events + b.events, a.days + b.days, asked);
    return trapSeasonsNeeded({ ratePerDay, ratio: asked }).trapSeasonsPerArm;
  };
  return {
    ratio: seen,
    neededSeasons: needed(seen),
    hadA: a.days / SEASON_DAYS,
    hadB: b.days / SEASON_DAYS,
    neededForHalfMore: needed(HALF_MORE),
  };
}

/**
 * All questions answered at once. @param comparisons effects that are looked at together; those asked here unless said.
 * @throws DomainError `RANGE` for more than 20 questions or an id twice, those of {@link sidesOf} and {@link poissonRegression}.
 */
export function effects(
  spells: readonly KeptSpell[],
  asks: readonly EffectAsk[],
  comparisons: number = asks.length,
): Effects {
  if (asks.length > MOST_ASKED) throw new DomainError('RANGE', 'asks', `must be ${MOST_ASKED} at most`);
  if (new Set(asks.map(({ id }) => id)).size < asks.length) throw new DomainError('CONFLICT', 'asks', 'share an id');
  const all = counted(spells);
  const here = latest(all);
  const read = asks.map((ask) => ({ ask, value: valueOf(ask) }));
  const varies = read.filter(({ value }) => new Set(here.map(value).filter((one) => one !== null)).size > 1);
  const silent = read.filter((one) => !varies.includes(one)).map(({ ask }) => ask.id);
  const known = here.flatMap((spell) => {
    const values = varies.map(({ ask, value }) => [ask.id, value(spell)] as const);
    return values.some(([, value]) => value === null)
      ? []
      : [{ spell, x: Object.fromEntries(values) as Record<string, number> }];
  });
  const tally = tallyOf(known.map(({ spell }) => spell));
  const none = {
    rows: [],
    silent,
    ...tally,
    dropped: here.length - known.length,
    older: all.length - here.length,
    comparisons,
    keepers: [],
  };
  if (known.length === 0 || varies.length === 0) return none;
  const asked = varies.map(({ ask }) => ask);
  const fitted = fit(fewerPlaces(known.map(({ spell, x }) => rowOf(spell, x))), asked);
  const rows = asked.map((ask, n): EffectRow => {
    const on = (side: number): Tally => tallyOf(known.flatMap(({ spell, x }) => (x[ask.id] === side ? [spell] : [])));
    const [a, b] = ask.kind === 'sides' ? [on(1), on(0)] : [tally, tally];
    const { ratio, lo, hi, pDirection } = fitted.effects[n] ?? { ratio: 1, lo: 1, hi: 1, pDirection: 0.5 };
    const events = ask.kind === 'sides' ? a.events + b.events : tally.events;
    const verdict = evidenceVerdict({
      optionA: ask.nameA,
      optionB: ask.nameB,
      events,
      ratio,
      lo,
      hi,
      pDirection,
      comparisons,
    });
    const leans = verdict.code === 'leaning' || verdict.code === 'clear';
    const settle = ask.kind === 'sides' && verdict.code !== 'clear' ? settleOf(a, b, ratio, leans) : null;
    return { id: ask.id, a, b, ratio, lo, hi, pDirection, verdict, settle };
  });
  return {
    ...none,
    rows,
    keepers: (fitted.groups['keeper'] ?? []).map(({ level, effect }) => ({ level, ratio: Math.exp(effect) })),
  };
}

/** Nobody else's places and traps are one's own. */
const OWN_FACTS: readonly Fact[] = ['site', 'trap'];

/**
 * The same with other keepers' records: what can be asked of all is asked of all, questions about one's own places and traps of one's
 * own records alone. All of them count as comparisons.
 */
export function pooledEffects(spells: readonly KeptSpell[], asks: readonly EffectAsk[]): Effects {
  if (spells.every(({ keeper }) => keeper === '')) return effects(spells, asks);
  const [common, own] = [
    asks.filter(({ fact }) => !OWN_FACTS.includes(fact)),
    asks.filter(({ fact }) => OWN_FACTS.includes(fact)),
  ];
  const all = effects(spells, common, asks.length);
  if (own.length === 0) return all;
  const mine = effects(
    spells.filter(({ keeper }) => keeper === ''),
    asks,
    asks.length,
  );
  const ids = new Set(own.map(({ id }) => id));
  const rows = asks.flatMap(({ id }) => (ids.has(id) ? mine : all).rows.filter((row) => row.id === id));
  return { ...all, rows, silent: [...all.silent, ...mine.silent.filter((id) => ids.has(id))] };
}
