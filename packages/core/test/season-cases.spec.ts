import * as catches from '@yewridge/core/catches';
import * as evidence from '@yewridge/core/evidence';
import * as ground from '@yewridge/core/ground';
import * as rounds from '@yewridge/core/rounds';
import * as season from '@yewridge/core/season';
import * as geometry from '@yewridge/core/shared/geometry';
import * as stats from '@yewridge/core/shared/stats';
import { called, type CoreFunction } from './called.js';
import cases from './cases/season.json' with { type: 'json' };
import { difference } from './compare.js';

interface Case {
  readonly id: string;
  readonly fn: string;
  readonly input: readonly unknown[];
  readonly expect: unknown;
  readonly tol: number;
}

const functions = {
  ...season,
  ...ground,
  ...catches,
  ...evidence,
  ...rounds,
  ...geometry,
  ...stats,
} as unknown as Readonly<Record<string, ((...input: readonly unknown[]) => unknown) | undefined>>;

describe('season: worked cases', () => {
  for (const row of cases as readonly Case[]) {
    it(`${row.id} agrees with the independent reference`, () => {
      const fn = functions[row.fn];
      if (!fn) throw new Error(`core has no ${row.fn}`);
      const spread: CoreFunction = (input) => fn(...(input as readonly unknown[]));
      const got = called(spread, row.input);
      // Of an object only what the reference says is compared; 1e-9 absolute below one.
      expect(difference(got, row.expect, { rel: row.tol, abs: row.tol })).toBeNull();
    });
  }
});
