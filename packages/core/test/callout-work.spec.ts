import {
  cautionCodes,
  closingOrder,
  honeyUse,
  jobKit,
  type KitQuestion,
  nestSize,
  queenVerdict,
  reunitePlan,
  type TakenColony,
  workOrder,
} from '@yewridge/core/callouts';
import { refusal } from './refusal.js';

describe('what is packed', () => {
  const KIT: KitQuestion = {
    kind: 'structure',
    bees: { low: 5000, typical: 9000, high: 12_000 },
    combArea: 1,
    poison: 'no',
  };
  const count = (kit: KitQuestion, code: string): number =>
    jobKit(kit).items.find((item) => item.code === code)?.count ?? 0;

  it('a box takes 15 % more than it holds for a day, and no bee more', () => {
    const per = 2 * 0.088 * 10 * 0.7 * 12_500;
    const boxes = (typical: number): number => jobKit({ ...KIT, bees: { low: 0, typical, high: typical } }).boxes;
    expect([boxes(1.149 * per), boxes(1.15 * per), boxes(1.151 * per), boxes(2.151 * per)]).toEqual([1, 1, 2, 3]);
  });

  it('brood is framed and the colony keeps one frame of honey, but nothing of what may be poisoned', () => {
    expect(jobKit(KIT).frames).toEqual({ brood: 5, honey: 1, empty: 4 });
    expect(jobKit({ ...KIT, poison: 'unknown' }).frames).toEqual({ brood: 5, honey: 0, empty: 5 });
    expect(jobKit({ ...KIT, poison: 'suspected' }).frames).toEqual({ brood: 0, honey: 0, empty: 0 });
    expect([
      count({ ...KIT, poison: 'suspected' }, 'bucket'),
      count({ ...KIT, poison: 'suspected' }, 'disposalBucket'),
    ]).toEqual([0, 3]);
    expect(refusal(() => jobKit({ ...KIT, poison: 'yes' }))).toEqual(['CONFLICT', 'poison']);
  });

  it('what is too heavy for one goes alone and is said', () => {
    const trap: KitQuestion = { ...KIT, kind: 'trapTooHeavy', combArea: 0, trapMass: 20 };
    expect([jobKit(trap).warnings, jobKit(trap).trips, count(trap, 'hoist')]).toEqual([[], 1, 0]);
    const heavy = { ...trap, trapMass: 20.1 };
    expect([jobKit(heavy).warnings, jobKit(heavy).trips, count(heavy, 'hoist')]).toEqual([['over-limit'], 2, 1]);
  });

  it('batteries last for the longest suction with their reserve, a cord comes in lengths of five metres', () => {
    const power = (runTime: number): KitQuestion => ({ ...KIT, suction: 2400, power: { kind: 'battery', runTime } });
    expect([jobKit(power(1000)).batteries, jobKit(power(1500)).batteries, jobKit(power(3000)).batteries]).toEqual([
      3, 2, 1,
    ]);
    const cord = (distance: number, kind: 'mains' | 'generator'): number =>
      jobKit({ ...KIT, power: { kind, distance } }).cordLength;
    expect([cord(4, 'mains'), cord(4.2, 'mains'), cord(2, 'generator')]).toEqual([5, 10, 10]);
    expect(refusal(() => jobKit({ ...KIT, power: { kind: 'battery' } }))[0]).toBe('MISSING');
    expect(jobKit(KIT).warnings).toContain('no-power');
  });
});

describe('a nest before the wall is open', () => {
  it('combs that are seen win over the cavity, and neither is refused', () => {
    const cavity = { height: 1, width: 0.4, depth: 0.1 };
    expect(nestSize({ cavity }).combs).toBe(2);
    expect(nestSize({ cavity: { ...cavity, depth: 0.105 } }).combs).toBe(3);
    expect(nestSize({ cavity, combs: { count: 1, length: 0.3, height: 0.3 } }).basis).toBe('combs');
    expect(refusal(() => nestSize({}))[0]).toBe('MISSING');
  });

  it('holds more honey and less brood in late summer, and no more bees than a colony has', () => {
    const combs = { count: 4, length: 0.4, height: 0.5 };
    expect([7, 8, 9, 10].map((month) => nestSize({ combs, month }).shares.honey)).toEqual([0.45, 0.6, 0.6, 0.45]);
    expect([1, 2, 3, 4].map((month) => nestSize({ combs, month, south: true }).shares.honey)).toEqual([
      0.45, 0.6, 0.6, 0.45,
    ]);
    expect(nestSize({ combs: { count: 40, length: 1, height: 1 } }).bees.high).toBe(70_000);
  });

  it('shares sum to 1, give or take a hundredth', () => {
    const combs = { count: 1, length: 0.3, height: 0.3 };
    const shares = (empty: number): { brood: number; honey: number; pollen: number; empty: number } => ({
      brood: 0.3,
      honey: 0.4,
      pollen: 0.1,
      empty,
    });
    expect(nestSize({ combs, shares: shares(0.209) }).shares.empty).toBe(0.209);
    expect(refusal(() => nestSize({ combs, shares: shares(0.22) }))[0]).toBe('CONFLICT');
  });
});

describe('orders, cautions and honey', () => {
  it('the port is shut before anything is changed, and opened last', () => {
    for (const task of ['changeBox', 'changeBattery', 'clearHose'] as const) {
      const steps = workOrder({ task }).steps.map(({ code }) => code);
      expect([steps[0], steps[1], steps.at(-2), steps.at(-1)])
        .withContext(task)
        .toEqual(['shut-port', 'source-off', 'source-on', 'open-port']);
    }
    expect(workOrder({ task: 'boxTipped' }).steps.at(-1)?.code).toBe('rest-till-clustered');
    const without = workOrder({ task: 'clearHose', hasPortGate: false });
    expect([without.steps[0]?.code, without.steps.at(-1)?.code, without.warnings]).toEqual([
      'hose-out-rag-in',
      'rag-out-hose-in',
      ['no-port-gate'],
    ]);
  });

  it('a slot that was not measured, or lets bees through, is said whether or not they are joined', () => {
    const warned = (slotGap: number | null): readonly string[] =>
      closingOrder({ layout: 'walkUp', slotGap, join: 'none' }).warnings;
    expect([warned(null), warned(0.003), warned(0.005)]).toEqual([['slot-not-measured'], [], ['slot-passes-bees']]);
  });

  it('what is said before work follows the height, the power, the age of the house and the heat', () => {
    const said = (code: string, of: Parameters<typeof cautionCodes>[0]): boolean => cautionCodes(of).includes(code);
    expect([2, 2.1].map((heightM) => said('ladder', { kind: 'hangingSwarm', heightM }))).toEqual([false, true]);
    expect([1999, 2000].map((builtYear) => said('asbestos-lead', { kind: 'structure', builtYear }))).toEqual([
      true,
      false,
    ]);
    expect([24.9, 25].map((tempC) => said('box-heat', { kind: 'hangingSwarm', tempC }))).toEqual([false, true]);
    expect(said('generator-co', { kind: 'structure', power: 'generator' })).toBeTrue();
    expect(said('mains', { kind: 'hangingSwarm', power: 'mains' })).toBeFalse();
  });

  it('honey is never fed to others, and no date is given where an inspection ends the quarantine', () => {
    for (const poison of ['no', 'suspected', 'yes', 'unknown'] as const) {
      for (const disease of ['noneSeen', 'notInspected', 'suspected', 'confirmed'] as const) {
        const use = honeyUse({ poison, disease });
        expect(use.feedOthers).toBeFalse();
        expect(use.eat).toBe(poison === 'no' && disease === 'noneSeen');
        expect(use.quarantineDays === null).toBe(poison !== 'no' || disease === 'suspected' || disease === 'confirmed');
      }
    }
    expect(honeyUse({ poison: 'no', disease: 'noneSeen', kind: 'hanging' }).quarantineDays).toBe(35);
  });
});

describe('the queen and the plan, at their thresholds', () => {
  it('a look before the last sign is refused, and a second look comes half an hour, or twelve hours later', () => {
    const signs = [{ sign: 'roar', minutes: 40 }] as const;
    expect(refusal(() => queenVerdict({ signs, now: 39 }))).toEqual(['CONFLICT', 'now']);
    const look = (now: number): unknown => queenVerdict({ signs: [], share: 0.5, now }).look;
    expect([look(119), look(120), look(479), look(480)]).toEqual([
      { code: 'again', at: 149 },
      { code: 'morning', at: 840 },
      { code: 'morning', at: 1199 },
      { code: 'test-frame', at: 480 },
    ]);
  });

  it('eggs that were brought with the brood prove nothing for four days', () => {
    const eggs = (minutes: number): readonly [string, readonly string[]] => {
      const { verdict, notes } = queenVerdict({ broodBrought: true, signs: [{ sign: 'eggs', minutes }] });
      return [verdict, notes];
    };
    expect(eggs(5759)).toEqual(['unclear', ['eggs-brought', 'no-signs']]);
    expect(eggs(5760)).toEqual(['in', []]);
  });

  it('a queen seen outside after she was caught is a second one', () => {
    const seen = (outside: number): string =>
      queenVerdict({
        signs: [
          { sign: 'caged', minutes: 30 },
          { sign: 'seenOutside', minutes: outside },
        ],
      }).case;
    expect([seen(29), seen(30)]).toEqual(['one', 'several']);
  });

  const COLONY: TakenColony = {
    collectedOn: '2026-05-15',
    kind: 'cutOut',
    layout: 'walkUp',
    queen: 'laying',
    lat: 47.4,
    lon: 13.2,
    tzOffsetMin: 120,
  };
  const notes = (told: Partial<TakenColony>): readonly string[] => reunitePlan({ ...COLONY, ...told }).notes;

  it('moved a few kilometres they fly back: over a metre and under five kilometres', () => {
    expect([1, 1.1, 4999, 5000].map((movedM) => notes({ movedM }).includes('too-near'))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect(notes({ movedM: 800, kind: 'hanging', brood: 'none' })).not.toContain('too-near');
  });

  it('an excluder that was asked for is left out for a virgin and needless over brood', () => {
    expect(notes({ restraint: 'excluder', queen: 'virgin' })).toContain('no-excluder-virgin');
    expect(notes({ restraint: 'excluder' })).toContain('excluder-not-needed');
    expect(refusal(() => reunitePlan({ ...COLONY, queen: 'none', caged: true }))).toEqual(['CONFLICT', 'caged']);
    expect(refusal(() => reunitePlan({ ...COLONY, kind: 'hanging', brood: 'own' }))).toEqual(['CONFLICT', 'brood']);
    expect(refusal(() => reunitePlan({ ...COLONY, stoppedMin: 2881 }))).toEqual(['RANGE', 'stoppedMin']);
    const day = { date: '2026-05-16', tMax: 20, rainMm: 0 };
    expect(refusal(() => reunitePlan({ ...COLONY, forecast: [day, day] }))).toEqual(['CONFLICT', 'forecast[1].date']);
  });

  it('a swarm without brood is held only under a cool sky that is known', () => {
    const held = (tMax: number | null): readonly [boolean, readonly string[]] => {
      const forecast = ['2026-05-16', '2026-05-17', '2026-05-18'].map((date) => ({ date, tMax, rainMm: null }));
      const { tasks, notes: said } = reunitePlan({
        ...COLONY,
        kind: 'hanging',
        layout: 'box',
        brood: 'none',
        queen: 'virgin',
        forecast,
      });
      const ofHeat = ['heat', 'hold-needs-forecast'];
      return [tasks.some(({ code }) => code === 'hold'), said.filter((one) => ofHeat.includes(one))];
    };
    expect(held(27.9)).toEqual([true, []]);
    expect(held(28)).toEqual([false, ['heat']]);
    expect(held(null)).toEqual([false, ['hold-needs-forecast']]);
  });

  it('so late in the year nobody gets thin syrup, and uniting or declining is said', () => {
    const late = reunitePlan({ ...COLONY, collectedOn: '2026-10-15' });
    expect(late.tasks.find(({ code }) => code === 'feed')?.reason).toBe('fondant');
    expect(late.notes).toEqual(jasmine.arrayContaining(['late-season', 'unite-or-decline']));
  });
});
