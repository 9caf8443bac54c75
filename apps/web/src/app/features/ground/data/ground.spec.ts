import type { GroundSiteDto } from '@yewridge/contract/ground';
import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { type Box, covered, labelSides, landOffsets } from '../ui/label-places';
import {
  accessWords,
  giveOrTake,
  groundAnswer,
  isPlaced,
  nearBees,
  nearRows,
  siteMark,
  stateOf,
  stayRows,
} from './ground-words';
import { layerStyle } from './map-style';
import { readPlace } from '../../../shared/season/place-said';
import { listed, toggled } from './site-draft';

const TODAY = '2026-05-14';
const META = { id: 's1', revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const site = (change: Partial<Fields<'sites'>> = {}, more: Partial<GroundSiteDto> = {}): GroundSiteDto => ({
  site: { ...META, ...blank('sites', { name: 'Old weir', lat: 47.4, lon: 13.2, permission: 'granted', ...change }) },
  owner: null,
  hangs: [],
  stays: [],
  ...more,
});
const HANGS = {
  deploymentId: 'd',
  trapId: 't',
  number: 'V-07',
  hungOn: '2026-04-03',
  heightM: 3,
  facingDeg: 140,
  hungBy: null,
  beesIn: false,
  lastScouts: 25,
  dueBy: '2026-05-15',
};

describe('ground: where the telephone stands', () => {
  const METRE = 1 / 111_195;
  const HERE = { lat: 47.4, lon: 13.2, accuracy: 12 };
  const away = (metres: number, accuracy = 12): string | undefined => {
    const one = siteMark(site({ lat: 47.4 + metres * METRE, lon: 13.2 }), TODAY, 'N');
    return nearRows({ ...HERE, accuracy }, [one].filter(isPlaced), 'metric')[0]?.away;
  };

  it('a site within 20 m is here, and one within what the phone may be off', () => {
    expect([away(19.9), away(20.1)]).toEqual(['here', '20 m to the north']);
    expect([away(59, 60), away(61, 60)]).toEqual(['here', '60 m to the north']);
  });

  it('the five nearest are told, the nearest first, with the way there', () => {
    const marks = [700, 90, 3000, 240, 500, 410].map((metres, n) => {
      const placed = { lat: 47.4, lon: 13.2 + (metres * METRE) / Math.cos((47.4 * Math.PI) / 180) };
      return { ...siteMark(site({ name: `site ${n}`, ...placed }), TODAY, 'N'), id: `s${n}` };
    });
    const rows = nearRows(HERE, marks.filter(isPlaced), 'metric');
    expect(rows.map(({ id, away: far }) => [id, far])).toEqual([
      ['s1', '90 m to the east'],
      ['s3', '240 m to the east'],
      ['s5', '410 m to the east'],
      ['s4', '500 m to the east'],
      ['s0', '700 m to the east'],
    ]);
    const feet = nearRows(HERE, marks.filter(isPlaced), 'imperial')[0]?.away;
    expect(feet).toBe('300 ft to the east');
  });

  it('what the phone is worth is said whole, never as nothing', () => {
    expect([giveOrTake(12.4, 'metric'), giveOrTake(0, 'metric')]).toEqual(['give or take 12 m', 'give or take 1 m']);
    expect(giveOrTake(10, 'imperial')).toBe('give or take 33 ft');
  });
});

describe('ground: how a site stands', () => {
  it('a permission that has run out waits for permission', () => {
    expect(stateOf(site({ permissionUntil: '2026-05-13' }), TODAY)).toBe('waits');
    expect(stateOf(site({ permissionUntil: TODAY }), TODAY)).toBe('free');
    expect(stateOf(site({ permission: 'refused' }), TODAY)).toBe('refused');
    expect(stateOf(site({}, { hangs: [{ ...HANGS, beesIn: true }] }), TODAY)).toBe('bees');
  });

  it('counts in words', () => {
    const sites = [site({}, { hangs: [HANGS] }), site(), site({ permission: 'asked' })];
    expect(groundAnswer({ today: TODAY, sites, colonies: [] })).toBe(
      '1 of 3 sites hung, 1 free, 1 waiting for permission',
    );
  });

  it('a mark tells its trap, its flag, and its catches by age', () => {
    const caught = (id: string, foundOn: string): GroundSiteDto['stays'][number] => ({
      deploymentId: id,
      number: 'V-07',
      hungOn: foundOn,
      takenDownOn: foundOn,
      caught: { id, foundOn, massKg: 1.5 },
    });
    const stays = [
      caught('a', '2023-05-01'),
      caught('b', '2024-05-01'),
      caught('c', '2025-05-01'),
      caught('d', '2026-05-01'),
    ];
    const mark = siteMark(site({}, { hangs: [HANGS], stays }), TODAY, 'N');
    expect(mark).toEqual(
      jasmine.objectContaining({ number: '07', due: true, scouts: 25, catches: ['older', 'before', 'last', 'now'] }),
    );
    expect(mark.says).toBe('Old weir, V-07, a trap hangs, 4 catches, due by Friday');
    expect(stayRows(site({}, { stays }), TODAY, 'N', 'metric')[0]?.caught).toBe('1 May, 1.5 kg');
  });

  it('two traps at one site are both told, and one that is not placed stands in the list alone', () => {
    const two = siteMark(site({}, { hangs: [HANGS, { ...HANGS, number: 'V-08', lastScouts: null }] }), TODAY, 'N');
    expect(two.says).toBe('Old weir, V-07 and V-08, 2 traps hang, due by Friday');
    const later = siteMark(site({ lat: null, lon: null }), TODAY, 'N');
    expect([isPlaced(two), isPlaced(later)]).toEqual([true, false]);
  });

  it('known bees come the nearest first, with their way', () => {
    const colony = (name: string, lat: number): RecordDto<'colonies'> => ({
      ...META,
      id: name,
      ...blank('colonies', { name, lat, lon: 13.2, kind: 'tree' }),
    });
    const near = nearBees(
      { lat: 47.4, lon: 13.2 },
      [colony('far', 47.42), colony('close', 47.405), colony('gone', 48)],
      'metric',
    );
    expect(near).toEqual([
      { name: 'close, in the tree', away: '560 m' },
      { name: 'far, in the tree', away: '2.2 km' },
    ]);
  });

  it('says the days an owner lets one in', () => {
    expect(accessWords('1,2,3,4,5,6')).toBe('not on Sundays');
    expect(accessWords('0,6')).toBe('only on Sunday, Saturday');
  });
});

describe('ground: what a keeper types', () => {
  it('a place is read, or refused in a sentence', () => {
    expect(readPlace('47.4, 13.2')).toEqual({ ok: true, place: { lat: 47.4, lon: 13.2 } });
    expect(readPlace('  ')).toEqual({ ok: true, place: { lat: null, lon: null } });
    const refused = readPlace('91, 13.2');
    expect(refused.ok ? '' : refused.sentence).toBe('a latitude of 91 is not between -90 and 90');
  });

  it('a word goes into a list and out of it, in the order of all', () => {
    const all = ['theft', 'livestock', 'flood'];
    expect(toggled(null, 'flood', all)).toBe('flood');
    expect(toggled('flood', 'theft', all)).toBe('theft,flood');
    expect(toggled('theft', 'theft', all)).toBeNull();
    expect([listed('theft,flood', 'flood'), listed(null, 'flood')]).toEqual([true, false]);
  });
});

describe('ground: the map', () => {
  it('a name moves to the side that is clear', () => {
    const label = { width: 60, height: 14 };
    expect(labelSides([{ x: 0, y: 0, ...label }])).toEqual(['right']);
    expect(
      labelSides([
        { x: 0, y: 0, ...label },
        { x: 40, y: 0, ...label },
      ]),
    ).toEqual(['left', 'right']);
  });

  it('names of the landscape make room for marks and for each other, and are left out where there is none', () => {
    const land = { x: 0, y: 0, width: 60, height: 15 };
    const wall = (left: number, right: number): Box => ({ left, right, top: -500, bottom: 500 });
    expect(landOffsets([land], [])).toEqual([{ dx: 0, dy: 0 }]);
    // A mark in its middle: just under it, or just over.
    const mark = covered({ x: 0, y: 0, width: 50, height: 15 }, 'right');
    const [beside] = landOffsets([land], mark);
    expect(Math.abs(beside!.dy)).toBe(36);
    // Two of one place: the second stands clear of the first.
    const two = landOffsets([land, land], []);
    expect(two[0]).toEqual({ dx: 0, dy: 0 });
    expect(Math.abs(two[1]!.dy)).toBe(18);
    // Touching is clear; one pixel more is not.
    expect(landOffsets([land], [wall(30, 900)])).toEqual([{ dx: 0, dy: 0 }]);
    expect(landOffsets([land], [wall(29, 900)])).toEqual([{ dx: -40, dy: 0 }]);
    expect(landOffsets([land], [wall(-900, 900)])).toEqual([null]);
  });

  it('names of sites keep clear of known bees too', () => {
    const bees = covered({ x: 40, y: 0, width: 60, height: 15 }, 'right');
    expect(labelSides([{ x: 0, y: 0, width: 60, height: 15 }], bees)).toEqual(['left']);
  });

  it('what it does not know is drawn plainly', () => {
    expect(layerStyle('wood', true).className).toBe('ground-area wood');
    expect(layerStyle(42, false).className).toBe('ground-line plain');
  });
});
