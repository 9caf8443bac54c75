import type { GroundSiteDto } from '@yewridge/contract/ground';
import type { FreeTrapDto } from '@yewridge/contract/rounds';
import { blank, type ChangeDto, type Fields, type RecordDto } from '@yewridge/contract/season';
import { hangAct, type HangingPlan, loreOf, missingToHang, planFor, proposals } from './hanging';
import { baitsOf, lureMissing, NOTHING_SAID, scentKey, scentNames, scentOf, usualDose } from './lures-said';

const TODAY = '2026-05-14';
const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const TRAP: FreeTrapDto = {
  trapId: 't1',
  number: 'V-01',
  design: 'Hook and bar',
  condition: 'good',
  paintedOn: null,
  darkCombs: 0,
  frames: 5,
  massKg: null,
  says: { hungBy: 'hook', comb: 'drawn' },
};
const site = (change: Partial<Fields<'sites'>> = {}): GroundSiteDto => ({
  site: {
    ...META,
    id: 's1',
    ...blank('sites', { name: 'Old weir', permission: 'granted', landmark: 'building', shade: 'fullSun', ...change }),
  },
  owner: null,
  hangs: [],
  stays: [],
});
const put = (change: ChangeDto | undefined): Readonly<Record<string, unknown>> =>
  change?.op === 'put' ? Object.fromEntries(Object.entries(change.fields).filter(([, value]) => value !== null)) : {};

describe('hanging: what is recorded is what was said', () => {
  it('who says only which trap, where and when has recorded nothing else', () => {
    const { changes } = hangAct(planFor(TODAY), TRAP, site());
    expect(changes.length).toBe(1);
    expect(put(changes[0])).toEqual({ trapId: 't1', siteId: 's1', hungOn: TODAY });
  });

  it('every field said reaches the record, and lures stand each by itself', () => {
    const plan: HangingPlan = {
      ...planFor('2026-05-12'),
      heightM: 3.2,
      facingDeg: 140,
      hungBy: 'hook',
      hungAlso: 'strap',
      entrance: 'reduced',
      comb: 'drawn',
      notes: 'by the heron nest',
      lures: [
        { ...NOTHING_SAID, carrier: 'pipette', substance: 'citral', dose: 7, doseUnit: 'drops', placed: 'top' },
        { ...NOTHING_SAID, carrier: 'burlap', substance: 'propolis' },
      ],
    };
    const { says, changes } = hangAct(plan, TRAP, site());
    const { lures: _lures, ...how } = plan;
    expect(says).toBe('V-01 hung at Old weir');
    expect(put(changes[0])).toEqual({ ...how, trapId: 't1', siteId: 's1' });
    const stay = { deploymentId: changes[0]?.id, appliedOn: '2026-05-12' };
    expect(changes.slice(1).map(put)).toEqual([
      { ...stay, carrier: 'pipette', substance: 'citral', dose: 7, doseUnit: 'drops', placed: 'top' },
      { ...stay, carrier: 'burlap', substance: 'propolis' },
    ] as Record<string, unknown>[]);
  });

  it('proposes what design and site say, and only where nothing was said', () => {
    const words = (plan: Partial<HangingPlan>, one = site({ heightUsedM: 3.2 })): readonly string[] =>
      proposals({ ...planFor(TODAY), ...plan }, one, TRAP, 'metric').map((proposal) => proposal.words);
    expect(words({})).toEqual([
      'Its design says: hung by hook and bar',
      'Its design says: comb in it, drawn comb',
      'Hung here before at 3.2 m',
    ]);
    expect(words({ hungBy: 'wire', comb: 'none', heightM: 2 })).toEqual([]);
    expect(words({ comb: 'none' }, site())).toEqual(['Its design says: hung by hook and bar']);
    expect(proposals(planFor(TODAY), null, null, 'metric')).toEqual([]);
  });

  it('names everything that is still to be said', () => {
    expect(missingToHang(planFor(TODAY), null, null, TODAY)).toBe('Still to say: which trap, where.');
    expect(missingToHang(planFor(''), TRAP, site(), TODAY)).toBe('Still to say: the day it was hung.');
    const half = { ...planFor(TODAY), lures: [{ ...NOTHING_SAID, carrier: 'gel' as const }] };
    expect(missingToHang(half, TRAP, site(), TODAY)).toBe('Still to say: what the lure is.');
    expect(missingToHang(planFor(TODAY), TRAP, site(), TODAY)).toBeNull();
    expect(missingToHang(planFor('2026-05-15'), TRAP, site(), TODAY)).toContain('is still to come');
  });

  it('speaks of the season on the day it hangs: the first and the last day are in it', () => {
    const season = { earliest: '2026-05-01', last: '2026-06-20', from: '2026-04-21', until: '2026-07-10' };
    const late = (hungOn: string): boolean =>
      loreOf(planFor(hungOn), site(), null, { today: TODAY, season }).some(({ sentence }) =>
        sentence.startsWith('Out of the swarm season'),
      );
    expect(['2026-04-20', '2026-04-21', '2026-07-10', '2026-07-11'].map(late)).toEqual([true, false, false, true]);
    expect(loreOf(planFor('2026-11-29'), null, null, { today: TODAY, season: null })).toEqual([]);
  });
});

describe('hanging: a lure', () => {
  it('is proposed the usual load of its carrier, in the unit chosen; of others nobody knows one', () => {
    expect(usualDose({ ...NOTHING_SAID, carrier: 'pipette' })).toEqual({ dose: 7, unit: 'drops' });
    expect(usualDose({ ...NOTHING_SAID, carrier: 'swabInBag', doseUnit: 'mL' })).toEqual({ dose: 0.56, unit: 'mL' });
    expect(usualDose({ ...NOTHING_SAID, carrier: 'swabInBag', doseUnit: 'g' })).toEqual({ dose: 0.5, unit: 'g' });
    expect([usualDose(NOTHING_SAID), usualDose({ ...NOTHING_SAID, carrier: 'waxBlock' })]).toEqual([null, null]);
  });

  it('in grams is a mass; in drops it is not turned into one', () => {
    const fields = (unit: 'g' | 'drops'): Readonly<Record<string, unknown>> =>
      put(
        baitsOf([{ ...NOTHING_SAID, carrier: 'gel', substance: 'citral', dose: 0.5, doseUnit: unit }], 'd1', TODAY)[0],
      );
    expect(fields('g')['massKg']).toBeCloseTo(0.0005, 9);
    expect('massKg' in fields('drops')).toBeFalse();
  });

  it('a dose wants its unit', () => {
    const lure = { ...NOTHING_SAID, carrier: 'gel', substance: 'citral', dose: 3 } as const;
    expect(lureMissing(lure)).toBe('whether the dose is drops, mL or g');
    expect(lureMissing({ ...lure, doseUnit: 'mL' })).toBeNull();
  });

  it('may be a blend of the keeper’s own, by its name in Stores', () => {
    const blend = { id: 'g1', name: 'Marn mix' } as RecordDto<'goods'>;
    expect(scentNames([blend])['own:g1']).toBe('Marn mix');
    const said = { ...NOTHING_SAID, ...scentOf('own:g1') };
    expect([said.substance, said.blendId, scentKey(said)]).toEqual(['blend', 'g1', 'own:g1']);
    expect(scentOf('citral')).toEqual({ substance: 'citral', blendId: null });
  });
});
