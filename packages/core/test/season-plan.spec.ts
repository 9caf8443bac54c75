import { USUAL_WINDOW } from '@yewridge/core/evidence';
import { hangProposals, nextSeason, type PickLine, type SeasonClock } from '@yewridge/core/field';
import {
  bestOfAll,
  edgePoints,
  expectedCatches,
  figureAt,
  flowsTo,
  haversine,
  permissionsOf,
  type PlanAsk,
  type PlanPlace,
  type SeasonPlan,
  seasonPlan,
} from '@yewridge/core/ground';
import { offsetPlace } from '@yewridge/core/shared/geometry';
import { addDays } from '@yewridge/core/season';
import { refused } from './evidence-rows.js';

const MIDDLE = { lat: 47.4, lon: 13.2 };
const at = (eastM: number, northM: number) => offsetPlace(MIDDLE, eastM, northM);
const place = (id: string, eastM: number, northM: number, more: Partial<PlanPlace> = {}): PlanPlace => ({
  id,
  ...at(eastM, northM),
  ownerId: null,
  permission: 'granted',
  effort: 300,
  ...more,
});
/** Five places around two apiaries, two of them of one owner. */
const PLACES: readonly PlanPlace[] = [
  place('gate', 500, 0, { ownerId: 'anna' }),
  place('weir', 0, 600, { ownerId: 'anna' }),
  place('elm', -700, 0, { ownerId: 'bert' }),
  place('barn', 0, -900),
  place('far', 4000, 0),
];
const COLONIES = [
  { ...at(0, 0), swarms: 3 },
  { ...at(900, 200), swarms: 1 },
];
const plan = (more: Partial<PlanAsk> = {}, told?: (done: number, of: number) => void): SeasonPlan =>
  seasonPlan(
    {
      places: PLACES,
      colonies: COLONIES,
      traps: 3,
      minSpacingM: 200,
      budgetS: null,
      permission: permissionsOf('noNo'),
      from: '2027-04-01',
      pinned: [],
      barred: [],
      ...more,
    },
    told,
  );
const ids = ({ chosen }: SeasonPlan): readonly string[] => chosen.map(({ id }) => id).sort();
const valueOf = (set: readonly string[]): number =>
  expectedCatches(
    PLACES.filter(({ id }) => set.includes(id)),
    COLONIES,
  ).total;

describe('a plan of where to hang', () => {
  it('is the best of all choices where they can be tried, and says how many there were', () => {
    const found = plan();
    expect(found.tried).toBe(10);
    expect(found.value).toBeCloseTo(bestOfAll(PLACES, COLONIES, 3)?.value ?? 0, 12);
    expect(found.bound).toBe(found.value);
    expect(ids(found)).not.toContain('far');
    expect(found.chosen.reduce((sum, { swarms }) => sum + swarms, 0)).toBeCloseTo(found.value, 12);
    expect(found.effortS).toBe(900);
  });

  it('tells what an owner’s no costs as the difference to a plan without any of their places', () => {
    const found = plan();
    const [anna] = found.owners.filter(({ id }) => id === 'anna');
    const without = plan({ barred: ['gate', 'weir'] });
    expect(anna?.cost).toBeCloseTo(found.value - without.value, 12);
    expect(found.owners.map(({ cost }) => cost)).toEqual(
      [...found.owners.map(({ cost }) => cost)].sort((a, b) => b - a),
    );
    for (const { id, cost } of found.unowned) expect(cost).toBeCloseTo(found.value - plan({ barred: [id] }).value, 12);
  });

  it('tells what a pin and a bar cost, and an owner’s no that lets a pin go may gain', () => {
    const found = plan({
      places: [...PLACES.slice(0, 4), place('far', 4000, 0, { ownerId: 'carl' })],
      pinned: ['far'],
    });
    expect(ids(found)).toContain('far');
    expect(found.pins).toEqual([{ id: 'far', cost: jasmine.any(Number) }]);
    expect(found.pins[0]?.cost).toBeCloseTo(plan().value - found.value, 12);
    expect(found.owners.find(({ id }) => id === 'carl')?.cost).toBeLessThan(0);
    const barred = plan({ barred: ['gate'] });
    expect(barred.bars[0]?.cost).toBeCloseTo(plan().value - barred.value, 12);
    expect(barred.owners.every(({ cost }) => cost >= 0)).toBeTrue();
  });

  it('has a curve that never falls, three traps beyond the plan where there are places for them', () => {
    const { curve, value } = plan({ traps: 2 });
    expect(curve.map(({ traps }) => traps)).toEqual([1, 2, 3, 4, 5]);
    expect(curve[1]?.swarms).toBeCloseTo(value, 12);
    curve.forEach(({ swarms, bound }, n) => {
      expect(swarms).toBeGreaterThanOrEqual(curve[n - 1]?.swarms ?? 0);
      expect(bound).toBeGreaterThanOrEqual(swarms);
      expect(bound).toBeLessThanOrEqual(valueOf(PLACES.map(({ id }) => id)) + 1e-12);
    });
    expect(plan({ traps: 5 }).curve.length).toBe(5);
  });

  it('says what the best place left over would add', () => {
    const found = plan({ traps: 4 });
    expect(found.next?.id).toBe('far');
    expect(found.next?.gain).toBeCloseTo(valueOf(PLACES.map(({ id }) => id)) - found.value, 12);
    expect(found.gains.map(({ id }) => id)).toEqual(['far']);
    expect(plan({ traps: 5 }).next).toBeNull();
  });

  it('takes next season any place without a no, and a yes that ends before it as not asked', () => {
    const said = [
      place('refused', 500, 0, { permission: 'refused' }),
      place('asked', 0, 600, { permission: 'asked' }),
      place('ends', -700, 0, { permissionUntil: '2026-09-30' }),
    ];
    expect(ids(plan({ places: said }))).toEqual(['asked', 'ends']);
    expect(plan({ places: said }).excluded).toBe(1);
    const lasting = place('lasts', 0, -900, { permissionUntil: '2027-04-01' });
    expect(ids(plan({ places: [...said, lasting], permission: permissionsOf('granted') }))).toEqual(['lasts']);
  });

  it('is refused in a sentence where no place may be taken', () => {
    const none = [place('no', 0, 500, { permission: 'refused' })];
    expect(refused(() => plan({ places: none }))).toBe('EMPTY places');
    expect(plan({ places: none, traps: 0 }).chosen).toEqual([]);
  });

  it('forgets pins and bars of places that are gone', () => {
    expect(plan({ pinned: ['gone'], barred: ['gone too'] })).toEqual(plan());
  });

  it('keeps to the time of a round', () => {
    expect(plan({ budgetS: 600 }).chosen.length).toBe(2);
    expect(plan({ budgetS: 599 }).chosen.length).toBe(1);
  });

  it('tells how far it is, part by part to the last', () => {
    const told: (readonly [number, number])[] = [];
    plan({ pinned: ['elm'] }, (done, of) => told.push([done, of]));
    const parts = told.at(-1)?.[1] ?? 0;
    expect(told).toEqual(Array.from({ length: parts }, (_, n) => [n + 1, parts]));
  });
});

/** A square wood of so many metres, closed. */
const square = (sideM: number, kind = 'wood', name = 'Larch wood') => ({
  type: 'Feature',
  properties: { kind, name },
  geometry: {
    type: 'Polygon',
    coordinates: [
      [
        [0, 0],
        [sideM, 0],
        [sideM, sideM],
        [0, sideM],
        [0, 0],
      ].map(([x = 0, y = 0]) => {
        const { lat, lon } = at(x, y);
        return [lon, lat];
      }),
    ],
  },
});
const sheet = (...features: readonly object[]) => ({ type: 'FeatureCollection', features });

describe('places along the edges of a sheet', () => {
  it('lie at most the spacing apart once around a wood', () => {
    const found = edgePoints([sheet(square(500))], 100);
    expect(found.length).toBe(20);
    for (const [n, one] of found.entries()) {
      const next = found[(n + 1) % found.length] ?? one;
      expect(haversine(one, next)).toBeCloseTo(100, 0);
      expect([one.kind, one.landmark, one.of]).toEqual(['wood', 'woodEdge', 'Larch wood']);
    }
    // 2000 m in 99 m steps are 21 parts.
    expect(edgePoints([sheet(square(500))], 99).length).toBe(21);
  });

  it('are the corners of a field, and trees where they stand', () => {
    const { lat, lon } = at(900, 900);
    const tree = {
      type: 'Feature',
      properties: { kind: 'tree' },
      geometry: { type: 'Point', coordinates: [lon, lat] },
    };
    const found = edgePoints([sheet(square(300, 'field'), tree)], 50);
    expect(found.map(({ landmark }) => landmark).join()).toBe(
      'fieldCorner,fieldCorner,fieldCorner,fieldCorner,loneTree',
    );
    expect(found[4]).toEqual({ lat, lon, kind: 'tree', landmark: 'loneTree', of: null });
  });

  it('run from end to end of a hedge', () => {
    const [a, b] = [at(0, 0), at(250, 0)];
    const hedge = {
      type: 'Feature',
      properties: { kind: 'hedgerow' },
      geometry: {
        type: 'LineString',
        coordinates: [
          [a.lon, a.lat],
          [b.lon, b.lat],
        ],
      },
    };
    const found = edgePoints([sheet(hedge)], 100);
    expect(found.length).toBe(4);
    expect(haversine(found[0] ?? a, a)).toBeLessThan(0.1);
    expect(haversine(found[3] ?? a, b)).toBeLessThan(0.1);
  });

  it('leave out what is there already within half the spacing, and whatever is no edge', () => {
    const there = [at(0, 0)];
    expect(edgePoints([sheet(square(500))], 100, there).length).toBe(19);
    expect(edgePoints([sheet(square(500))], 100, [at(-51, 0)]).length).toBe(20);
    expect(edgePoints([sheet(square(300, 'road'))], 100)).toEqual([]);
  });

  it('are none on a sheet that holds no such thing, whatever else it holds', () => {
    for (const odd of [null, {}, { features: 3 }, sheet({ type: 'Feature', properties: null, geometry: null })])
      expect(edgePoints([odd], 100)).toEqual([]);
    const broken = { type: 'Feature', properties: { kind: 'wood' }, geometry: { type: 'Polygon', coordinates: 'no' } };
    expect(edgePoints([sheet(broken)], 100)).toEqual([]);
  });

  it('are refused where they would be more than 5000, or the spacing is none', () => {
    expect(refused(() => edgePoints([sheet(square(3000))], 1))).toBe('TOO_LARGE spacingM');
    expect(refused(() => edgePoints([], 0))).toBe('RANGE spacingM');
  });
});

describe('the season that is planned', () => {
  const clock = (earliest: string, hangBy: string) =>
    ({ prediction: { earliest: { date: earliest }, hangBy } }) as unknown as SeasonClock;

  it('is this one until its first swarms, and the next one from then on, its day to hang put a year on', () => {
    const [before, after] = ['2026-04-24', '2026-04-25'].map((today) =>
      nextSeason(today, 'N', clock('2026-04-24', '2026-04-09'), USUAL_WINDOW.N),
    );
    expect(before).toEqual({ season: 2026, from: '2026-04-01', hangBy: '2026-04-09', asThisYear: false });
    expect(after).toEqual({ season: 2027, from: '2027-04-01', hangBy: '2027-04-09', asThisYear: true });
  });

  it('goes by the days that count where nobody can foretell swarms, and a leap day is the day before', () => {
    expect(nextSeason('2026-04-01', 'N', null, USUAL_WINDOW.N).season).toBe(2026);
    expect(nextSeason('2026-04-02', 'N', null, USUAL_WINDOW.N)).toEqual(
      jasmine.objectContaining({ season: 2027, hangBy: null }),
    );
    expect(nextSeason('2024-05-01', 'N', clock('2024-03-20', '2024-02-29'), USUAL_WINDOW.N).hangBy).toBe('2025-02-28');
  });

  it('in the south begins half a year later', () => {
    const south = nextSeason('2026-08-15', 'S', null, USUAL_WINDOW.S);
    expect(south.asThisYear).toBeFalse();
    expect(south.from).toBe('2026-10-01');
  });
});

describe('what comes to one place', () => {
  it('is from each colony, and adds up to its figure; somewhere else it is another', () => {
    const [gate] = PLACES;
    if (!gate) throw new Error('a place');
    const flows = flowsTo('gate', ['gate', 'weir'], PLACES, COLONIES);
    expect(flows.length).toBe(2);
    const sum = flows.reduce((all, one) => all + one, 0);
    expect(figureAt(gate, gate, ['gate', 'weir'], PLACES, COLONIES)).toBeCloseTo(sum, 12);
    expect(figureAt(gate, at(9000, 0), ['weir'], PLACES, COLONIES)).toBeLessThan(0.02);
    expect(figureAt(gate, gate, [], PLACES, [])).toBeNull();
    expect(flowsTo('gone', ['gate'], PLACES, COLONIES)).toEqual([]);
    // One that is left over hangs beside those chosen.
    expect(flowsTo('elm', ['gate'], PLACES, COLONIES).length).toBe(2);
  });
});

const CLOCK = { prediction: { hangBy: '2026-04-21', last: { date: '2026-07-01' } } } as SeasonClock;
const PICK: PickLine = { season: 2026, siteId: 'weir', site: 'Old weir', permission: 'granted', permissionUntil: null };
const proposed = (today: string, picks: readonly PickLine[] = [PICK], hung: string | null = null) =>
  hangProposals(picks, hung === null ? [] : [{ siteId: hung, takenDownOn: null }], CLOCK, { today, hemisphere: 'N' });

describe('sites of the plan to hang at', () => {
  it('are proposed from three weeks before the day to hang by until the last swarm', () => {
    expect(proposed(addDays('2026-04-21', -22))).toBeNull();
    expect(proposed(addDays('2026-04-21', -21))?.sites.map(({ site }) => site)).toEqual(['Old weir']);
    expect(proposed('2026-07-01')?.hangBy).toBe('2026-04-21');
    expect(proposed('2026-07-02')).toBeNull();
  });

  it('are those of this season where nothing hangs yet', () => {
    expect(proposed('2026-04-21', [{ ...PICK, season: 2027 }])).toBeNull();
    expect(proposed('2026-04-21', [PICK], 'weir')).toBeNull();
    expect(proposed('2026-04-21', [PICK], 'elm')?.sites.length).toBe(1);
    expect(hangProposals([PICK], [], null, { today: '2026-04-21', hemisphere: 'N' })).toBeNull();
  });

  it('say whether the owner’s yes holds on that day', () => {
    const allowed = (more: Partial<PickLine>) => proposed('2026-04-21', [{ ...PICK, ...more }])?.sites[0]?.allowed;
    expect(allowed({})).toBeTrue();
    expect(allowed({ permissionUntil: '2026-04-21' })).toBeTrue();
    expect(allowed({ permissionUntil: '2026-04-20' })).toBeFalse();
    expect(allowed({ permission: 'asked' })).toBeFalse();
  });
});
