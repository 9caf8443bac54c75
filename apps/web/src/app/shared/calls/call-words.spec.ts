import {
  ALLERGIES,
  ASBESTOS,
  CALL_KINDS,
  CALL_STATES,
  CALLED_BEES,
  CALLERS,
  MAINS,
  type Call,
  PERMISSIONS,
  POISONS,
  REPAIRERS,
  REUNITE_CODES,
  triage,
  YES_NO,
} from '@yewridge/core/callouts';
import {
  askShort,
  KIND_NAMES,
  QUESTIONS,
  questionOf,
  reasonSaid,
  REUNITE_NAMES,
  STATE_NAMES,
  verdictSaid,
  whomSaid,
  whomToCall,
} from './call-words';

/** Calls of every kind, their other answers taken from the lists by turns that never fall together. */
function calls(): readonly Call[] {
  const pick = <T>(list: readonly T[], n: number): T => list[n % list.length]!;
  return Array.from({ length: 4000 }, (_, n) => ({
    kind: pick(CALL_KINDS, n),
    bees: pick(CALLED_BEES, Math.floor(n / 5)),
    poison: pick(POISONS, Math.floor(n / 7)),
    permission: pick(PERMISSIONS, Math.floor(n / 11)),
    callerIs: pick(CALLERS, Math.floor(n / 13)),
    repairsBy: pick(REPAIRERS, Math.floor(n / 17)),
    mains: pick(MAINS, Math.floor(n / 19)),
    wiring: pick(YES_NO, Math.floor(n / 23)),
    asbestos: pick(ASBESTOS, Math.floor(n / 29)),
    allergy: pick(ALLERGIES, Math.floor(n / 31)),
    treeProtected: pick(YES_NO, Math.floor(n / 37)),
    otherSpecies: pick(YES_NO, Math.floor(n / 3)),
    heightM: pick([null, 1, 3, 7], Math.floor(n / 2)),
    access: pick(['ground', 'pole', 'ladder', 'lift', 'unknown'] as const, Math.floor(n / 9)),
    lineDistanceM: pick([null, 1, 4, 20], Math.floor(n / 6)),
    sinceHours: pick([null, 1, 47, 100], Math.floor(n / 8)),
    tempC: pick([null, 5, 11, 20, 29, 35], Math.floor(n / 10)),
    windMps: pick([null, 12], Math.floor(n / 12)),
    minutesToSunset: pick([null, 30, 120], Math.floor(n / 14)),
    inTree: n % 3 === 0,
    mustGo: n % 6 === 0,
    alone: n % 4 === 0,
    defensive: n % 10 === 0,
    publicWay: n % 5 === 0,
    thunder: n % 50 === 0,
    clusters: 1 + (n % 2),
    trapMassKg: pick([null, 15, 25], n),
    month: 1 + (n % 12),
  }));
}

describe('the words of a call', () => {
  const all = calls().map((one) => triage(one));

  it('there are some for every reason, question and helper there can be', () => {
    const codes = (of: (one: (typeof all)[number]) => readonly string[]): readonly string[] => [
      ...new Set(all.flatMap(of)),
    ];
    const reasons = codes(({ reasons: list }) => list.map(({ code }) => code));
    expect(reasons.length).toBeGreaterThan(34);
    expect(reasons.filter((code) => reasonSaid(code) === code)).toEqual([]);
    const asks = codes(({ ask }) => ask);
    expect([...asks].sort()).toEqual(Object.keys(QUESTIONS).sort());
    expect(asks.filter((code) => askShort(code) === code)).toEqual([]);
    expect(codes(({ call }) => call).filter((code) => whomSaid(code) === code)).toEqual([]);
  });

  it('every kind, state and step has its name', () => {
    expect(Object.keys(KIND_NAMES).sort()).toEqual([...CALL_KINDS].sort());
    expect(Object.keys(STATE_NAMES).sort()).toEqual([...CALL_STATES].sort());
    expect(Object.keys(REUNITE_NAMES).sort()).toEqual([...REUNITE_CODES].sort());
  });

  it('an answer that is tapped settles its question, but for a doubt that stays one', () => {
    const base: Call = { kind: 'structure', inTree: false };
    for (const code of Object.keys(QUESTIONS)) {
      for (const { name, change } of questionOf(code).answers) {
        const { sinceH: sinceHours, ...said } = change;
        const stays = name === 'Perhaps' && code === 'poison';
        const kinds: readonly Call[] = [
          base,
          { kind: 'trapTooHeavy' },
          { kind: 'structure', inTree: true },
          { kind: 'unknown' },
        ];
        for (const call of kinds) {
          if (!triage(call).ask.includes(code)) continue;
          const after = triage({ ...call, ...(said as Partial<Call>), ...(sinceHours == null ? {} : { sinceHours }) });
          expect(after.ask.includes(code)).withContext(`${code}: ${name}`).toBe(stays);
        }
      }
    }
  });

  it('where we do not go, the one is named who comes in our stead, and nobody else', () => {
    const poisoned = triage({ kind: 'structure', bees: 'honeybees', poison: 'yes' });
    expect(poisoned.call).toContain('electrician');
    expect(whomToCall(poisoned)).toEqual(['licensed']);
    expect(verdictSaid(poisoned)).toBe('Do not go; call a firm licensed to clear treated nests');
    const refused = triage({ kind: 'structure', bees: 'honeybees', poison: 'no', permission: 'refused' });
    expect(whomToCall(refused)).toEqual([]);
    expect(verdictSaid(refused)).toBe('Do not go');
    const go = triage({ kind: 'structure', bees: 'honeybees' });
    expect(whomToCall(go)).toBe(go.call);
  });

  it('one thing to see to is one, and two are two', () => {
    const swarm = {
      kind: 'hangingSwarm',
      bees: 'honeybees',
      poison: 'no',
      permission: 'granted',
      callerIs: 'owner',
      sinceHours: 30,
      heightM: 1,
      lineDistanceM: 20,
      allergy: 'none',
    } as const;
    expect(verdictSaid(triage(swarm))).toBe('Go: nothing stands in the way');
    expect(verdictSaid(triage({ ...swarm, tempC: 30 }))).toBe('Go, with one thing to see to first');
    expect(verdictSaid(triage({ ...swarm, tempC: 30, publicWay: true }))).toBe('Go, with 2 things to see to first');
  });
});
