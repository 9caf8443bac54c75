import * as suction from '@yewridge/core/suction';
import { difference } from './compare.js';
import { called, type CoreFunction } from './called.js';
import air from './cases/suction-air.json' with { type: 'json' };
import bees from './cases/suction-bees.json' with { type: 'json' };

const functions = suction as unknown as Readonly<Record<string, CoreFunction | undefined>>;

interface Case {
  readonly id: string;
  readonly fn: string;
  readonly input: unknown;
  readonly expect: unknown;
  readonly tol: number;
}

function agrees(row: Case): void {
  it(`${row.id} agrees with the independent reference`, () => {
    const fn = functions[row.fn];
    if (!fn) throw new Error(`core/suction has no ${row.fn}`);
    const bitForBit = row.tol === 0;
    expect(difference(called(fn, row.input), row.expect, { rel: row.tol, abs: bitForBit ? 0 : 1e-12 })).toBeNull();
  });
}

describe('suction: worked cases of the air', () => {
  for (const row of air as readonly Case[]) agrees(row);
});

describe('suction: worked cases of the bees', () => {
  for (const row of bees as readonly Case[]) agrees(row);
});
