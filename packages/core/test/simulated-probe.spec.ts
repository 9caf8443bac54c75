import { simulatedProbe } from '../src/callouts/index.js';

const HOT = 311.15;
const running = (to: number | null) => [{ from: 0, to }];
const at = (seconds: number, spells = running(null)) => simulatedProbe({ spells, seconds });

describe('the stand-in for the instruments of a job', () => {
  it('says that it is one', () => {
    expect(at(0).simulated).toBeTrue();
  });

  it('warms while bees are drawn in, past the warning within the half hour, and never by leaps', () => {
    const temps = Array.from({ length: 61 }, (_, n) => at(30 * n).boxTemp);
    temps.slice(1).forEach((temp, n) => {
      expect(temp).toBeGreaterThan(temps[n]!);
      expect(temp - temps[n]!).toBeLessThan(0.6);
    });
    expect(temps[0]).toBeLessThan(HOT);
    expect(temps.at(-1)).toBeGreaterThan(HOT);
  });

  it('cools at rest, but not below what it was before it warmed', () => {
    const hot = at(1200, running(1200)).boxTemp;
    const rested = at(1800, running(1200)).boxTemp;
    expect(rested).toBeLessThan(hot);
    expect(at(20_000, running(1200)).boxTemp).toBeGreaterThan(300);
    expect(at(0, []).boxTemp).toBe(at(500, []).boxTemp);
  });

  it('covers its screen while it runs and is shaken free in a pause', () => {
    const covered = at(700, running(700)).coverage;
    expect(covered).toBeGreaterThan(0.75);
    expect(at(820, running(700)).coverage).toBeLessThan(0.15);
  });

  it('tells how fast it warms: up while it runs, down after', () => {
    expect(at(600).tempRate).toBeGreaterThan(0);
    expect(at(1300, running(1200)).tempRate).toBeLessThan(0);
    expect(at(0).tempRate).toBe(0);
  });

  it('says nothing of spells that are to come', () => {
    const spells = [
      { from: 0, to: 300 },
      { from: 400, to: null },
    ];
    expect(at(350, spells)).toEqual(at(350, [{ from: 0, to: 300 }]));
  });

  it('refuses spells that run into each other or end before they began', () => {
    const refused = (spells: Parameters<typeof at>[1]): void => {
      expect(() => at(100, spells)).toThrowMatching((error: { code?: string }) => error.code === 'CONFLICT');
    };
    refused([
      { from: 0, to: 50 },
      { from: 49, to: 80 },
    ]);
    refused([
      { from: 0, to: null },
      { from: 10, to: 20 },
    ]);
    refused([{ from: 30, to: 20 }]);
    expect(() =>
      at(100, [
        { from: 0, to: 50 },
        { from: 50, to: 80 },
      ]),
    ).not.toThrow();
  });
});
