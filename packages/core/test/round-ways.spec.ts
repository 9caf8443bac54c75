import { stopMinutes, type TimedLook, USUAL_STOP_S } from '@yewridge/core/field';
import { gpxRoute, readTimes, roundMatrix, travelMatrix } from '@yewridge/core/rounds';
import { refused } from './evidence-rows.js';

const A = { id: 'a', lat: 47.4, lon: 13.2 };
const B = { id: 'b', lat: 47.41, lon: 13.21 };
const HOME = { id: 'start', lat: 47.39, lon: 13.19 };

describe('times between the places of a round', () => {
  it('are those of the straight line, but where the keeper timed a way, in its direction only', () => {
    const plain = travelMatrix([HOME, A, B]);
    const own = roundMatrix(HOME, HOME, [A, B], [{ from: 'a', to: 'b', s: 60 }]);
    expect(own[1]![2]).toBe(60);
    expect(own[2]![1]).toBe(plain[2]![1]);
    expect(own[0]![1]).toBe(plain[0]![1]);
    expect(own.map((row, n) => row[n])).toEqual([0, 0, 0]);
  });

  it('from where one is now, the way home is that to where one set out', () => {
    const times = roundMatrix(A, HOME, [B], [{ from: 'b', to: 'start', s: 77 }]);
    expect(times).toEqual([
      [0, travelMatrix([A, B])[0]![1]!],
      [77, 0],
    ]);
    expect(roundMatrix(A, null, [B], [])[1]![0]).toBe(0);
  });

  it('a stop’s own minutes are added to the way there, not to the way home; two traps of one site lie beside each other', () => {
    const times = roundMatrix(HOME, HOME, [A, A], [], { stopS: 120 });
    const plain = travelMatrix([HOME, A]);
    expect(times[0]![1]).toBe(plain[0]![1]! + 120);
    expect(times[1]![0]).toBe(plain[1]![0]);
    expect(times[1]![2]).toBe(120);
  });
});

describe('a table of times out of a file', () => {
  const table = (text: string): string[][] => text.split('\n').map((line) => line.split(','));
  it('holds minutes from row to column; what is empty says nothing, the diagonal is not read', () => {
    expect(readTimes(table('min,Mill,Weir\nMill,0,6\nWeir,7.5,x'))).toEqual([
      { from: 'Mill', to: 'Weir', minutes: 6 },
      { from: 'Weir', to: 'Mill', minutes: 7.5 },
    ]);
    expect(readTimes(table('min,Mill,Weir\nMill,,\nWeir,,'))).toEqual([]);
    expect(readTimes(table('min;Mill'.replace(';', ',') + '\nMill,0'))).toEqual([]);
  });

  it('that is not square, names other places, or holds no minutes is refused with where', () => {
    const said = (text: string): string => refused(() => readTimes(table(text)));
    expect(said('')).toBe('EMPTY table');
    expect(said('min,Mill,Weir\nMill,0,6')).toBe('LENGTH table');
    expect(said('min,Mill,Weir\nMill,0\nWeir,1,0')).toBe('LENGTH row 2');
    expect(said('min,Mill,Weir\nMill,0,6\nElm,1,0')).toBe('CONFLICT row 3');
    expect(said('min,Mill,Weir\nMill,0,soon\nWeir,1,0')).toBe('TYPE row 2, Weir');
    expect(said('min,Mill,Weir\nMill,0,-1\nWeir,1,0')).toBe('TYPE row 2, Weir');
    expect(said('min,Mill,Weir\nMill,0,1440.5\nWeir,1,0')).toBe('RANGE row 2, Weir');
    expect(readTimes(table('min,Mill,Weir\nMill,0,1440\nWeir,1,0')).length).toBe(2);
    const names = Array.from({ length: 102 }, (_, n) => `p${n}`).join(',');
    expect(said(`min,${names}`)).toBe('TOO_LARGE table');
  });
});

describe('how long a stop takes', () => {
  const sites = [
    { id: 'a', effort: null, place: A },
    { id: 'b', effort: 420, place: B },
    { id: 'c', effort: null, place: null },
  ];
  /** On so many days one looked at `a` and so long after at `b`. */
  const days = (minutes: readonly number[], ladder = false): readonly TimedLook[] =>
    minutes.flatMap((after, n) => {
      const day = `2026-05-${String(n + 1).padStart(2, '0')}`;
      const at = (m: number): string =>
        `${day}T${String(9 + Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
      return [
        { siteId: 'a', ladder, at: at(0) },
        { siteId: 'b', ladder: false, at: at(after) },
      ];
    });
  const stopAt = (looks: readonly TimedLook[], siteId: string, ladder = false) =>
    stopMinutes(looks, sites, () => 240)({ siteId, ladder });

  it('is the median of three stops and more, the way taken off; two are too few', () => {
    expect(stopAt(days([10, 12, 20]), 'a')).toEqual({ s: 8 * 60, by: { looks: 3 }, learnt: { s: 480, looks: 3 } });
    expect(stopAt(days([10, 12]), 'a')).toEqual({ s: USUAL_STOP_S.ground, by: 'rule', learnt: null });
  });

  it('what was said of the site counts, and what the looks say stands beside it', () => {
    const back = days([10, 12, 20]).map((look) => ({ ...look, siteId: look.siteId === 'a' ? 'b' : 'a' }));
    expect(stopAt(back, 'b')).toEqual({ s: 420, by: 'site', learnt: { s: 480, looks: 3 } });
    expect(stopAt([], 'b')).toEqual({ s: 420, by: 'site', learnt: null });
  });

  it('eight stops with a ladder speak for a ladder elsewhere, seven do not, and none from the ground does', () => {
    const eight = days([10, 10, 10, 10, 10, 10, 10, 10], true);
    expect(stopAt(eight, 'c', true)).toEqual({ s: 360, by: { looks: 8 }, learnt: null });
    expect(stopAt(eight, 'c', false).by).toBe('rule');
    expect(stopAt(eight.slice(2), 'c', true)).toEqual({ s: USUAL_STOP_S.ladder, by: 'rule', learnt: null });
  });

  it('a gap of over an hour and a half is no round, and one quicker than the way tells nothing', () => {
    expect(stopAt(days([90, 90, 90]), 'a').learnt).toEqual({ s: 86 * 60, looks: 3 });
    expect(stopAt(days([91, 91, 91]), 'a').learnt).toBeNull();
    expect(stopAt(days([4, 4, 4]), 'a').learnt).toBeNull();
    expect(stopAt(days([5, 5, 5]), 'a').learnt).toEqual({ s: 60, looks: 3 });
  });
});

describe('a route in a file', () => {
  it('keeps names with any sign in them, and places to a millionth of a degree', () => {
    const text = gpxRoute('Thu & Fri', [
      { lat: 47.1234567, lon: -0.5, name: '<Elm> "old"\u0007', says: 'leave 18:30' },
    ]);
    expect(text).toContain('<rte><name>Thu &amp; Fri</name><rtept lat="47.123457" lon="-0.500000">');
    expect(text).toContain('<name>&lt;Elm&gt; &quot;old&quot;</name><desc>leave 18:30</desc>');
  });
});
