import { type Call, triage } from '@yewridge/core/callouts';
import { refusal } from './refusal.js';

const SWARM: Call = {
  kind: 'hangingSwarm',
  bees: 'honeybees',
  sinceHours: 30,
  heightM: 1.5,
  lineDistanceM: 40,
  poison: 'no',
  permission: 'granted',
  callerIs: 'owner',
  allergy: 'none',
};
const WALL: Call = {
  ...SWARM,
  kind: 'structure',
  mains: 'near',
  wiring: 'no',
  asbestos: 'no',
  repairsBy: 'owner',
  sinceHours: 500,
};
const codes = (call: Call): readonly string[] => triage(call).reasons.map(({ code }) => code);

describe('the call', () => {
  it('goes where nothing stands against it, and asks for nothing more', () => {
    expect(triage(SWARM)).toEqual({ job: 'shake', vacuum: 'no', verdict: 'go', reasons: [], ask: [], call: [] });
    expect(triage(WALL)).toEqual({ job: 'cutOut', vacuum: 'yes', verdict: 'go', reasons: [], ask: [], call: [] });
  });

  /** Just before, at, and just past each limit: whether it is said. */
  const limits: readonly (readonly [what: string, (value: number) => Call, readonly (readonly [number, boolean])[]])[] =
    [
      [
        'too-high',
        (heightM) => ({ ...SWARM, heightM, access: 'ladder' }),
        [
          [6, false],
          [6.01, true],
        ],
      ],
      [
        'ladder',
        (heightM) => ({ ...SWARM, heightM, access: 'ladder' }),
        [
          [2, false],
          [2.01, true],
          [6, true],
          [6.01, false],
        ],
      ],
      [
        'power-line',
        (lineDistanceM) => ({ ...SWARM, lineDistanceM, access: 'pole' }),
        [
          [4.99, true],
          [5, false],
        ],
      ],
      [
        'power-line',
        (lineDistanceM) => ({ ...SWARM, lineDistanceM, access: 'ground' }),
        [
          [1.99, true],
          [2, false],
        ],
      ],
      [
        'wire-near',
        (lineDistanceM) => ({ ...SWARM, lineDistanceM, access: 'ground' }),
        [
          [1.99, false],
          [2, true],
          [5, false],
        ],
      ],
      [
        'dark-high',
        (minutesToSunset) => ({ ...SWARM, heightM: 3, access: 'ladder', minutesToSunset }),
        [
          [59, true],
          [60, false],
        ],
      ],
      [
        'late',
        (minutesToSunset) => ({ ...WALL, minutesToSunset }),
        [
          [179, true],
          [180, false],
        ],
      ],
      [
        'cold',
        (tempC) => ({ ...WALL, tempC }),
        [
          [11.9, true],
          [12, false],
        ],
      ],
      [
        'cold',
        (tempC) => ({ ...SWARM, tempC }),
        [
          [7.9, true],
          [8, false],
        ],
      ],
      [
        'warm',
        (tempC) => ({ ...SWARM, tempC }),
        [
          [27.9, false],
          [28, true],
          [32.9, true],
          [33, false],
        ],
      ],
      [
        'hot',
        (tempC) => ({ ...SWARM, tempC }),
        [
          [32.9, false],
          [33, true],
        ],
      ],
      [
        'weather',
        (windMps) => ({ ...SWARM, windMps }),
        [
          [10, false],
          [10.1, true],
        ],
      ],
      [
        'open-comb',
        (sinceHours) => ({ ...SWARM, sinceHours }),
        [
          [71.9, false],
          [72, true],
        ],
      ],
      [
        'may-leave',
        (sinceHours) => ({ ...SWARM, sinceHours }),
        [
          [23.9, true],
          [24, false],
        ],
      ],
      [
        'little-comb',
        (sinceHours) => ({ ...WALL, sinceHours }),
        [
          [47.9, true],
          [48, false],
        ],
      ],
      [
        'asbestos-age',
        (builtYear) => ({ ...WALL, asbestos: 'unknown', builtYear }),
        [
          [1999, true],
          [2000, false],
        ],
      ],
      [
        'over-limit',
        (trapMassKg) => ({ ...SWARM, kind: 'trapTooHeavy', trapMassKg }),
        [
          [20, false],
          [20.1, true],
        ],
      ],
      [
        'second-swarm',
        (clusters) => ({ ...SWARM, clusters }),
        [
          [1, false],
          [2, true],
        ],
      ],
      [
        'late-season',
        (month) => ({ ...SWARM, month }),
        [
          [2, true],
          [3, false],
          [9, false],
          [10, true],
        ],
      ],
      [
        'late-season',
        (month) => ({ ...SWARM, month, south: true }),
        [
          [3, false],
          [4, true],
          [8, true],
          [9, false],
        ],
      ],
    ];
  for (const [code, call, values] of limits) {
    it(`${code}: ${values.map(([value, said]) => `${value} ${said ? 'yes' : 'no'}`).join(', ')}`, () => {
      for (const [value, said] of values)
        expect(codes(call(value)).includes(code))
          .withContext(`${value}`)
          .toBe(said);
    });
  }

  it('nobody goes up alone, and nobody goes where poison was, to a refused owner or with an allergy', () => {
    const stopped: readonly (readonly [Partial<Call>, string])[] = [
      [{ heightM: 3, access: 'ladder', alone: true }, 'alone-high'],
      [{ poison: 'yes' }, 'poisoned'],
      [{ permission: 'refused' }, 'no-permission'],
      [{ allergy: 'keeper' }, 'allergy'],
      [{ thunder: true }, 'thunder'],
      [{ bees: 'wasp' }, 'not-honeybees'],
      [{ bees: 'bumblebee' }, 'leave-alone'],
    ];
    for (const [told, code] of stopped) {
      const { verdict, reasons } = triage({ ...SWARM, ...told });
      expect([verdict, reasons.find(({ level }) => level === 'stop')?.code]).toEqual(['noGo', code]);
    }
  });

  it('a colony in a tree stays, unless the tree goes', () => {
    const tree: Call = { ...SWARM, kind: 'structure', inTree: true, treeProtected: 'no', otherSpecies: 'no' };
    expect([triage(tree).job, triage(tree).verdict]).toEqual(['leave', 'noGo']);
    const falls = triage({ ...tree, mustGo: true, treeProtected: 'yes', otherSpecies: 'yes' });
    expect([falls.job, falls.verdict, falls.call]).toEqual(['trapOut', 'goWith', ['conservation', 'treeOfficer']]);
  });

  it('whoever is called, each is named once', () => {
    const { call } = triage({ ...WALL, poison: 'yes', wiring: 'yes', repairsBy: 'nobody', callerIs: 'passerby' });
    expect(call).toEqual(['builder', 'electrician', 'licensed', 'owner']);
  });

  it('refuses what cannot be, with the field', () => {
    expect(refusal(() => triage({ ...SWARM, heightM: 101 }))).toEqual(['RANGE', 'heightM']);
    expect(refusal(() => triage({ ...SWARM, clusters: 1.5 }))).toEqual(['TYPE', 'clusters']);
    expect(refusal(() => triage({ ...SWARM, kind: 'hive' as 'structure' }))).toEqual(['ENUM', 'kind']);
  });
});
