import * as bench from '@yewridge/core/bench';
import { called, type CoreFunction } from './called.js';
import { difference, type Tolerance } from './compare.js';
import cases from './cases/bench.json' with { type: 'json' };
import builds from './cases/worked-builds.json' with { type: 'json' };

const functions = bench as unknown as Readonly<Record<string, CoreFunction | undefined>>;

describe('bench: worked cases', () => {
  for (const row of cases) {
    it(`${row.id} agrees with the independent reference`, () => {
      const fn = functions[row.fn];
      if (!fn) throw new Error(`core/bench has no ${row.fn}`);
      expect(difference(called(fn, row.input), row.expect, row.tol as Tolerance)).toBeNull();
    });
  }
});

describe('bench: worked builds', () => {
  for (const row of builds) {
    it(`${row.build} has the volumes of the printed table`, () => {
      const sections = row.sections as unknown as readonly bench.Section[];
      const room = bench.cavity({ sections });
      const unsure = bench.volumeUncertainty({ sections });
      const litres = (m3: number): number => bench.convert({ value: m3, from: 'm3', to: 'L' });
      expect(litres(room.gross)).withContext('gross').toBeCloseTo(row.grossL, 1);
      expect(litres(unsure.expanded)).withContext('±').toBeCloseTo(row.plusMinusL, 1);
      expect(litres(room.net)).withContext('net').toBeCloseTo(row.netL, 1);
      expect(litres(room.clear)).withContext('clear').toBeCloseTo(row.clearL, 1);
      expect(litres(room.openRoom)).withContext('open room').toBeCloseTo(row.openL, 1);
      expect(room.openFraction).withContext('open fraction').toBeCloseTo(row.openFraction, 2);
      const walkableCm2 = bench.convert({ value: room.walkableArea, from: 'm2', to: 'cm2' });
      expect(Math.round(walkableCm2)).withContext('walkable').toBe(row.walkableCm2);
    });
  }
});
