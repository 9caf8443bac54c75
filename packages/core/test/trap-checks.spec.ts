import { readyToHang, trapChecks, type TrapFacts } from '@yewridge/core/bench';

const TODAY = '2026-05-14';
const sound: TrapFacts = { condition: 'good', paintedOn: null, darkCombs: 0, combSince: null, massKg: 5.6 };

describe('bench: what to look at on a built trap', () => {
  for (const [what, change, code, day] of [
    ['painted today', { paintedOn: '2026-05-14' }, 'fresh-paint', '2026-06-04'],
    ['painted twenty days ago', { paintedOn: '2026-04-24' }, 'fresh-paint', '2026-05-15'],
    ['painted twenty-one days ago', { paintedOn: '2026-04-23' }, 'paint-aired', '2026-04-23'],
    ['painted tomorrow', { paintedOn: '2026-05-15' }, 'painted-in-future', '2026-05-15'],
    ['comb five years old today', { darkCombs: 1, combSince: '2021-05-14' }, 'comb-overdue', '2026-05-14'],
    ['comb that is due in sixty days', { darkCombs: 1, combSince: '2021-07-13' }, 'comb-due-soon', '2026-07-13'],
    ['comb of a leap day', { darkCombs: 2, combSince: '2020-02-29' }, 'comb-overdue', '2025-03-01'],
    ['comb of unknown age', { darkCombs: 1 }, 'comb-age-unknown', null],
    ['a crack', { condition: 'to-mend' }, 'to-mend', null],
    ['no weight', { massKg: null }, 'not-weighed', null],
  ] as const) {
    it(`${what}: ${code}`, () => {
      const found = trapChecks({ ...sound, ...change }, TODAY);
      expect(found.map((check) => [check.code, check.day])).toEqual([[code, day]]);
    });
  }

  it('a clock change between the days costs no day', () => {
    const [check] = trapChecks({ ...sound, paintedOn: '2026-03-20' }, '2026-04-10');
    expect(check?.code).toBe('paint-aired');
  });

  it('a sound trap can hang, a retired or freshly painted one cannot, one not weighed can', () => {
    expect(readyToHang(sound, TODAY)).toBeTrue();
    expect(readyToHang({ ...sound, condition: 'retired' }, TODAY)).toBeFalse();
    expect(readyToHang({ ...sound, paintedOn: '2026-05-10' }, TODAY)).toBeFalse();
    expect(readyToHang({ ...sound, massKg: null }, TODAY)).toBeTrue();
  });
});
