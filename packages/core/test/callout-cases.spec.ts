import * as callouts from '@yewridge/core/callouts';
import { called, type CoreFunction } from './called.js';
import cases from './cases/callouts.json' with { type: 'json' };
import { difference } from './compare.js';

const functions = callouts as unknown as Readonly<Record<string, CoreFunction | undefined>>;

describe('callouts: worked cases', () => {
  for (const { id, fn: name, input, expect: wanted, tol } of cases) {
    it(`${id} agrees with the independent reference`, () => {
      const fn = functions[name];
      if (!fn) throw new Error(`core has no ${name}`);
      expect(difference(called(fn, input), wanted, { rel: tol, abs: tol })).toBeNull();
    });
  }
});
