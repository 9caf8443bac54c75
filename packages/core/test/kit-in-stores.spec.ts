import { CHARGE_DAYS, JOB_KINDS, jobKit, KIT_CODES, type KeptKit, kitInStores } from '@yewridge/core/callouts';
import { addDays } from '@yewridge/core/shared/calendar';

const TODAY = '2026-05-14';
const kept = (code: KeptKit['code'], count: number, more: Partial<KeptKit> = {}): KeptKit => ({
  code,
  count,
  lent: null,
  lentTo: null,
  chargedOn: null,
  ...more,
});
const stands = (wanted: number, ...rows: readonly KeptKit[]) =>
  kitInStores({ items: [{ code: rows[0]?.code ?? 'ladder', count: wanted }], kept: rows, today: TODAY });

describe('what is packed, beside what Stores holds', () => {
  it('of what is not counted there nothing is said: nobody has said that it is missing', () => {
    expect(stands(1)).toEqual([]);
    expect(stands(1, kept('ladder', 0))).toEqual([
      { code: 'ladder', wanted: 1, here: 0, lent: 0, lentTo: [], missing: 1, charged: null },
    ]);
  });

  it('what is lent out is not here, and is said with whom', () => {
    const [suits] = stands(
      3,
      kept('suit', 3, { lent: 2, lentTo: 'Alma' }),
      kept('suit', 1, { lent: 1, lentTo: 'Alma' }),
    );
    expect([suits!.here, suits!.lent, suits!.lentTo, suits!.missing]).toEqual([1, 3, ['Alma'], 2]);
    const [nobody] = stands(1, kept('suit', 1, { lent: 1 }));
    expect([nobody!.here, nobody!.lentTo]).toEqual([0, []]);
  });

  it('more lent than there are leaves none, never fewer than none', () => {
    const [all] = stands(1, kept('suit', 1, { lent: 4, lentTo: 'Alma' }));
    expect([all!.here, all!.lent]).toEqual([0, 1]);
  });

  it('nothing is missing from as many as are wanted on', () => {
    const missing = (count: number): number => stands(2, kept('suit', count))[0]!.missing;
    expect([1, 2, 3].map(missing)).toEqual([1, 0, 0]);
  });

  it('a charge is trusted for a month, to the day; and only what is here counts', () => {
    const charged = (days: number, lent = 0): number | null =>
      stands(2, kept('battery', 2, { chargedOn: addDays(TODAY, -days), lent }))[0]!.charged;
    expect([charged(CHARGE_DAYS - 1), charged(CHARGE_DAYS), charged(CHARGE_DAYS + 1)]).toEqual([2, 2, 0]);
    expect(charged(0, 1)).toBe(1);
    expect(stands(2, kept('battery', 2))[0]!.charged).toBe(0);
    expect(stands(1, kept('ladder', 1, { chargedOn: TODAY }))[0]!.charged).toBeNull();
  });

  it('whatever a job packs can be counted in Stores', () => {
    const codes: readonly string[] = KIT_CODES;
    for (const kind of JOB_KINDS) {
      for (const poison of ['no', 'suspected'] as const) {
        for (const power of ['battery', 'generator'] as const) {
          const { items } = jobKit({
            kind,
            poison,
            bees: { low: 8000, typical: 15_000, high: 33_000 },
            combArea: 1.25,
            vacuum: true,
            suction: 3000,
            power: { kind: power, runTime: 1200 },
            heightM: 4,
            access: 'ladder',
            publicWay: true,
            trapMass: 30,
          });
          expect(items.filter(({ code }) => !codes.includes(code))).toEqual([]);
          // In the order of the list.
          const places = items.map(({ code }) => codes.indexOf(code));
          expect(places).toEqual([...places].sort((a, b) => a - b));
        }
      }
    }
  });
});
