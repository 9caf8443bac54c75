import { type DesignRow, evidenceVerdict, poissonRegression, type Regression } from '@yewridge/core/evidence';
import { randomFrom } from '@yewridge/core/shared/stats';

const SEASONS = 200;
const TRUTH = { comb: Math.log(2), height: 0.15, rate: 0.006, spread: 0.4 } as const;
const DAYS = 75;

/** Records of 30 traps at 10 sites over three years, as they would be if this were so. */
function played(seed: number, effects: { readonly comb: number; readonly height: number }): readonly DesignRow[] {
  const random = randomFrom(seed);
  const shares = (n: number): readonly number[] => Array.from({ length: n }, () => TRUTH.spread * random.normal());
  const [sites, years] = [shares(10), shares(3)];
  return years.flatMap((year, y) =>
    Array.from({ length: 30 }, (_, n): DesignRow => {
      const site = random.int(sites.length);
      const x = { comb: n % 2, heightM: 1.5 + 3 * random.uniform() };
      const eta = effects.comb * (x.comb - 0.5) + effects.height * (x.heightM - 3) + year + (sites[site] ?? 0);
      // A trap that has caught is at risk no more that season.
      const wait = -Math.log(random.uniform()) / (TRUTH.rate * Math.exp(eta));
      const caught = wait < DAYS;
      return {
        y: caught ? 1 : 0,
        exposure: caught ? Math.max(0.5, wait) : DAYS,
        x,
        groups: { site: `s${site}`, season: String(2023 + y) },
      };
    }),
  );
}
const learnt = (rows: readonly DesignRow[]): Regression =>
  poissonRegression({ rows, columns: [{ name: 'comb' }, { name: 'heightM' }], groups: ['site', 'season'] });

describe('evidence: records that were played with known effects', () => {
  it('the 90 % interval holds the truth about nine times in ten', () => {
    const held = { comb: 0, height: 0 };
    for (let seed = 1; seed <= SEASONS; seed++) {
      const { effects } = learnt(played(seed, TRUTH));
      const holds = (n: number, truth: number): boolean => {
        const one = effects[n];
        return one !== undefined && Math.log(one.lo) <= truth && truth <= Math.log(one.hi);
      };
      if (holds(0, TRUTH.comb)) held.comb += 1;
      if (holds(1, TRUTH.height)) held.height += 1;
    }
    for (const [name, count] of Object.entries(held)) {
      expect(count / SEASONS)
        .withContext(name)
        .toBeGreaterThanOrEqual(0.84);
      expect(count / SEASONS)
        .withContext(name)
        .toBeLessThanOrEqual(0.96);
    }
  });

  it('where nothing matters, “clear” is said fewer than three times in a hundred', () => {
    let clear = 0;
    let said = 0;
    for (let seed = 1001; seed <= 1000 + SEASONS; seed++) {
      const { effects, events } = learnt(played(seed, { comb: 0, height: 0 }));
      for (const { ratio, lo, hi, pDirection } of effects) {
        const compared = { optionA: 'a', optionB: 'b', events, ratio, lo, hi, pDirection, comparisons: effects.length };
        if (evidenceVerdict(compared).code === 'clear') clear += 1;
        said += 1;
      }
    }
    expect(said).toBe(2 * SEASONS);
    expect(clear / said).toBeLessThan(0.03);
  });
});
