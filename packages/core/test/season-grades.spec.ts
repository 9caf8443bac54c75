import { doseOf, type LoreState, loreChecks, oilMass } from '@yewridge/core/season';

/** Everything wrong with a trap at once. */
const ALL_WRONG: LoreState = {
  permission: 'refused',
  oldComb: true,
  combStores: 'honey',
  paintedOn: '2026-05-10',
  mothCrystalsRemovedOn: '2026-05-10',
  hungOn: '2026-05-14',
  frames: 3,
  checkEveryDays: 30,
  facingDeg: 270,
  rainFromDeg: 270,
  shade: 'fullSun',
  meanMaxC: 30,
  emissionKgPerDay: 1e-3,
  carrier: 'gel',
  maxC: 40,
  heightM: 4,
  volumeM3: 0.1,
  entranceM2: 1e-2,
  outOfSeason: true,
};

describe('what keepers say of a trap that is about to hang', () => {
  it('is told gravest first and then by name, each with its grade', () => {
    expect(loreChecks(ALL_WRONG).map(({ code, severity }) => `${severity} ${code}`)).toEqual([
      'stop no-permission',
      'warn comb-source',
      'warn food-in-comb',
      'warn frames-vs-interval',
      'warn fresh-paint',
      'warn full-sun',
      'warn gel-melts',
      'warn moth-crystals',
      'warn overdosed-lure',
      'note entrance-unusual',
      'note faces-rain',
      'note ladder-work',
      'note out-of-season',
      'note volume-unusual',
    ]);
  });

  it('is silent where one half of what it needs was not told', () => {
    const halves: readonly (keyof LoreState)[] = [
      'facingDeg',
      'rainFromDeg',
      'frames',
      'checkEveryDays',
      'paintedOn',
      'mothCrystalsRemovedOn',
      'hungOn',
      'permissionUntil',
      'today',
      'carrier',
      'maxC',
    ];
    const state = { ...ALL_WRONG, permissionUntil: '2026-05-01', today: '2026-05-14' };
    for (const half of halves)
      expect(loreChecks({ [half]: state[half] }))
        .withContext(half)
        .toEqual([]);
  });
});

describe('a dose of oil', () => {
  it('weighs by the drop, the millilitre and the gram', () => {
    // 0.89 g a millilitre, 0.03 mL a drop: rules of thumb of essential oils.
    expect(oilMass({ dose: 10, unit: 'drops' })).toBeCloseTo(10 * 0.03 * 0.89e-3, 12);
    expect(oilMass({ dose: 2, unit: 'mL' })).toBeCloseTo(2 * 0.89e-3, 12);
    expect(oilMass({ dose: 0.5, unit: 'g' })).toBeCloseTo(0.5e-3, 12);
  });

  it('comes back from the mass in the unit it was told in', () => {
    for (const unit of ['drops', 'mL', 'g'] as const)
      expect(doseOf({ massKg: oilMass({ dose: 3, unit }), unit })).toBeCloseTo(3, 12);
  });

  it('is more than nothing', () => {
    expect(() => oilMass({ dose: 0, unit: 'g' })).toThrow();
    expect(() => doseOf({ massKg: 0, unit: 'g' })).toThrow();
  });
});
