import type { Design } from '@yewridge/core/bench';
import {
  type EvidenceSources,
  evidenceRecords,
  type FieldNow,
  seasonSummary,
  type StayLine,
  trapLine,
} from '@yewridge/core/field';
import { SCOUT_PRIOR } from '@yewridge/core/season';
import { design as sampleDesign } from './sample-design.js';

const NOW: FieldNow = { today: '2026-05-14', minute: '2026-05-14T18:20', hemisphere: 'N', offset: () => 0 };
const design: Design = sampleDesign();
const trap = (id: string, number: string, asBuilt: Design = design) =>
  trapLine({
    id,
    number,
    design: 'nuc',
    paintedOn: null,
    condition: 'good',
    darkCombs: 0,
    massKg: null,
    asBuilt,
  });
const stay = (id: string, more: Partial<StayLine> = {}): StayLine => ({
  id,
  trapId: 't1',
  siteId: 'weir',
  site: 'Old weir',
  landmark: 'treeLineEnd',
  landmarkNote: null,
  accessWeekdays: null,
  hungOn: '2026-04-10',
  takenDownOn: null,
  heightM: 3,
  facingDeg: 160,
  hungBy: 'strap',
  comb: 'none',
  shade: 'partSun',
  permission: 'granted',
  permissionUntil: null,
  ...more,
});
const caught = (id: string, deploymentId: string | null, foundOn: string, more = {}) => ({
  id,
  deploymentId,
  foundOn,
  arrivedOn: null,
  massKg: 1.5,
  method: 'trap' as const,
  ...more,
});
const bait = (deploymentId: string, substance: string, carrier: string) => ({
  id: `${deploymentId} ${substance} ${carrier}`,
  deploymentId,
  from: '2026-04-10',
  to: null,
  carrier,
  substance,
  massKg: null,
  dose: null,
  doseUnit: null,
  shade: null,
});
const SOURCES: EvidenceSources = {
  stays: [stay('d1')],
  traps: [trap('t1', 'V-01')],
  baits: [],
  emptyLooks: [],
  catches: [],
  window: null,
  scouts: { model: SCOUT_PRIOR, own: SCOUT_PRIOR, looks: 4, arrivals: 1, earned: false, tuned: false },
  learnt: new Map(),
  uses: { scouts: 'log', lures: 'log', places: 'log' },
};
const told = (more: Partial<EvidenceSources> = {}) => evidenceRecords({ ...SOURCES, ...more }, NOW);

describe('what Evidence is told of the records', () => {
  it('is every stretch at risk with what is known of the stay, the place and the trap', () => {
    const [spell] = told().spells;
    expect(spell).toEqual(
      jasmine.objectContaining({ site: 'Old weir', trap: 'V-01', days: 34, event: 0, reason: 'asOf', season: 2026 }),
    );
    expect(spell?.facts).toEqual(
      jasmine.objectContaining({
        site: 'weir',
        trap: 't1',
        landmark: 'treeLineEnd',
        heightM: 3,
        facingDeg: 160,
        comb: 'none',
        shade: 'partSun',
        lure: 'none',
      }),
    );
    expect(spell?.facts.volumeM3).toBeGreaterThan(0.01);
    expect(spell?.facts.entranceM2).toBeGreaterThan(0.0001);
  });

  it('adds up to what the seasons add up to: one definition of the days that count', () => {
    const stays = [
      stay('d0', { hungOn: '2025-03-01', takenDownOn: '2025-09-30' }),
      stay('d1', { hungOn: '2026-04-10' }),
    ];
    const catches = [caught('c', 'd1', '2026-05-10')];
    for (const window of [null, { from: '04-15', until: '08-01' }, { from: '05-01', until: '05-31' }]) {
      const { spells } = told({ stays, catches, window });
      const { seasons } = seasonSummary({ stays, emptyLooks: [], catches, window, daysOut: [] }, NOW);
      for (const { season, trapDays, catches: events } of seasons) {
        const mine = spells.filter((one) => one.season === season);
        expect(mine.reduce((sum, { days }) => sum + days, 0)).toBe(trapDays);
        expect(mine.filter(({ event }) => event === 1).length).toBe(events);
      }
    }
  });

  it('says the usual days where the keeper said none, and the keeper’s where they did', () => {
    expect(told().window).toEqual({ from: '04-01', until: '07-15', said: false });
    const window = { from: '04-20', until: '06-30' };
    expect(told({ window }).window).toEqual({ ...window, said: true });
    expect(told({ window }).spells[0]?.days).toBe(24);
    expect(evidenceRecords(SOURCES, { ...NOW, hemisphere: 'S' }).window).toEqual({
      from: '10-01',
      until: '01-15',
      said: false,
    });
  });

  it('lists a stay that hung on no day that counts, and leaves it out of the count', () => {
    const winter = stay('w', { hungOn: '2025-09-01', takenDownOn: '2026-02-01' });
    const { spells, outside } = told({ stays: [winter, stay('d1')] });
    expect(spells.map(({ deploymentId }) => deploymentId)).toEqual(['d1']);
    expect(outside).toEqual([
      {
        deploymentId: 'w',
        siteId: 'weir',
        site: 'Old weir',
        trap: 'V-01',
        hungOn: '2025-09-01',
        takenDownOn: '2026-02-01',
      },
    ]);
  });

  it('says nothing of a stay that is still to come', () => {
    const { spells, outside } = told({ stays: [stay('later', { hungOn: '2026-06-01' })] });
    expect([spells.length, outside.length]).toEqual([0, 0]);
  });

  it('names each lure once, in one order, and none where none was written', () => {
    const lure = (...baits: ReturnType<typeof bait>[]) => told({ baits }).spells[0]?.facts.lure;
    expect(lure()).toBe('none');
    expect(lure(bait('other', 'citral', 'gel'))).toBe('none');
    expect(lure(bait('d1', 'lemongrassOil', 'swabInBag'))).toBe('lemongrassOil/swabInBag');
    const both = [bait('d1', 'propolis', 'rubbedOn'), bait('d1', 'lemongrassOil', 'gel')];
    expect(lure(...both, ...both)).toBe('lemongrassOil/gel+propolis/rubbedOn');
    expect(lure(...[...both].reverse())).toBe('lemongrassOil/gel+propolis/rubbedOn');
  });

  it('does not take the name a site earned by catching as a reason for its catches', () => {
    expect(told({ stays: [stay('d1', { landmark: 'lastCatchSite' })] }).spells[0]?.facts.landmark).toBeNull();
    expect(told({ stays: [stay('d1', { landmark: null })] }).spells[0]?.facts.landmark).toBeNull();
  });

  it('keeps unsaid what nobody said', () => {
    const bare = stay('d1', { heightM: null, facingDeg: null, comb: null, shade: null });
    const facts = told({ stays: [bare] }).spells[0]?.facts;
    expect([facts?.heightM, facts?.facingDeg, facts?.comb, facts?.shade]).toEqual([null, null, null, null]);
  });

  it('knows neither room nor door of a trap that is gone, or that cannot be read', () => {
    expect(told({ traps: [] }).spells[0]?.facts.volumeM3).toBeNull();
    const broken = trap('t1', 'V-01', { ...design, sections: [] });
    expect(told({ traps: [broken] }).spells[0]?.facts.volumeM3).toBeNull();
  });

  it('tells the mass of the bees that ended a stay, and of no other', () => {
    const stays = [stay('d1', { takenDownOn: '2026-05-10' }), stay('d2', { trapId: 't2', siteId: 'gate' })];
    const { spells } = told({ stays, catches: [caught('c', 'd1', '2026-05-10')] });
    expect(spells.map(({ deploymentId, massKg }) => [deploymentId, massKg])).toEqual([
      ['d1', 1.5],
      ['d2', null],
    ]);
  });

  it('counts the traps that hung this season, each once', () => {
    const stays = [
      stay('a', { hungOn: '2025-04-10', takenDownOn: '2025-07-01', trapId: 't9' }),
      stay('b', { takenDownOn: '2026-04-20' }),
      stay('c', { hungOn: '2026-04-21' }),
      stay('d', { trapId: 't2' }),
    ];
    expect(told({ stays }).trapsNow).toBe(2);
  });

  it('takes the sizes of swarms that came, in traps and hanging, and not of colonies that were cut out', () => {
    const catches = [
      caught('a', 'd1', '2026-05-10'),
      caught('b', null, '2026-05-12', { method: 'shaken', massKg: 2.1 }),
      caught('c', null, '2026-05-12', { method: 'cutOut', massKg: 3 }),
      caught('d', null, '2026-05-13', { method: 'shaken', massKg: null }),
      caught('e', null, '2026-05-13', { method: 'shaken', arrivedOn: '2026-05-01' }),
    ];
    const { points, trend } = told({ catches }).sizes;
    expect(points.map(({ id, date }) => [id, date])).toEqual([
      ['e', '2026-05-01'],
      ['a', '2026-05-10'],
      ['b', '2026-05-12'],
    ]);
    expect([trend.n, trend.settled]).toEqual([3, false]);
  });

  it('of an empty workspace is empty', () => {
    const none = told({ stays: [], traps: [] });
    expect([none.spells, none.outside, none.seasons, none.trapsNow]).toEqual([[], [], [], 0]);
  });
});
