import { blank, type Fields, type TableName } from '@yewridge/contract/season';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { type Random, randomFrom } from '@yewridge/core/shared/stats';
import { vellmarkCalls } from './vellmark-calls.js';
import { VELLMARK_COLONIES, VELLMARK_OWNERS, VELLMARK_SITES } from './vellmark-ground.js';
import { VELLMARK_BLOOMS, VELLMARK_LATE_LOOKS, VELLMARK_STAYS } from './vellmark-story.js';
import type { StayStory } from './vellmark-story-words.js';
import { VELLMARK_TRAPS } from './vellmark-traps.js';
import { FORECAST_DAYS, vellmarkWeather, weatherFields } from './vellmark-weather.js';

/** The records of the Vellmark Swarm Watch: the story told stay by stay, its looks and lures drawn from a seed. */

export interface SeededRecord {
  readonly table: TableName;
  readonly id: string;
  readonly fields: Readonly<Record<string, string | number | boolean | null>>;
}

const SEED = 20260514;
/** From here on the looks at the traps that still hang are told one by one. */
const LATE_FROM = '2026-05-11';
const LAST_DAY = '2026-05-14';
/** A windy or unloved place sees fewer scouts. */
const QUIET_SITES = ['larch-edge', 'larch-ride', 'rook-elm', 'gravel-bar', 'quarry-lip', 'quarry-hut'];
const SCOUT_RUN_DAYS = 11;
const LURE_DAYS = 30;
const LURE_KG = 5e-4;
const STREAM = 25;
const TENS = 10;
const FEW = 3;

function record<T extends TableName>(table: T, id: string, fields: Partial<Fields<T>>): SeededRecord {
  return { table, id, fields: blank(table, fields) as SeededRecord['fields'] };
}

export const trapId = (number: string): string => `vellmark-${number.toLowerCase()}`;
export const stayId = ({ trap, hung }: StayStory): string => `stay-${trap.toLowerCase()}-${hung}`;

function arrivalOf({ caught }: StayStory): IsoDate | null {
  return caught ? (caught.arrived ?? addDays(caught.found, -2)) : null;
}

/** Scouts a minute on a day, as such a stay would have them. */
function scoutsOn(day: IsoDate, stay: StayStory, draw: Random): number {
  const arrival = arrivalOf(stay);
  const before = arrival === null ? Infinity : daysBetween(day, arrival);
  if (before <= 2) return STREAM;
  if (before <= 5) return TENS;
  if (before <= SCOUT_RUN_DAYS) return FEW;
  const month = Number(day.slice(5, 7));
  const season = month >= 5 && month <= 6 ? 1 : 0.35;
  const chance = season * (QUIET_SITES.includes(stay.site) ? 0.06 : 0.3);
  const u = draw.uniform();
  if (u < chance * 0.15) return TENS;
  return u < chance ? FEW : 0;
}

function looks(stay: StayStory, draw: Random): SeededRecord[] {
  const id = stayId(stay);
  const end = stay.caught?.found ?? stay.down ?? LAST_DAY;
  const arrival = arrivalOf(stay);
  const records: SeededRecord[] = [];
  for (let day = addDays(stay.hung, 5 + draw.int(4)); day < end; day = addDays(day, 5 + draw.int(5))) {
    if ((arrival !== null && day >= arrival) || (stay.down === null && day >= LATE_FROM)) break;
    const at = `${day}T${String(15 + draw.int(3)).padStart(2, '0')}:${String(5 * draw.int(12)).padStart(2, '0')}`;
    records.push(
      record('visits', `look-${id}-${day}`, {
        deploymentId: id,
        at,
        occupied: false,
        scoutsPerMin: scoutsOn(day, stay, draw),
        action: 'none',
        looked: 'look',
      }),
    );
  }
  if (stay.caught) {
    records.push(
      record('visits', `look-${id}-found`, {
        deploymentId: id,
        at: `${stay.caught.found}T17:45`,
        occupied: true,
        pollen: daysBetween(arrival ?? stay.caught.found, stay.caught.found) > 2,
        action: 'none',
        looked: 'look',
      }),
    );
  }
  return records;
}

function lures(stay: StayStory): SeededRecord[] {
  const id = stayId(stay);
  const end = arrivalOf(stay) ?? stay.down ?? LAST_DAY;
  const records: SeededRecord[] = [];
  for (let day = stay.hung; day < end || day === stay.hung; day = addDays(day, LURE_DAYS)) {
    records.push(
      record('baits', `lure-${id}-${day}`, {
        deploymentId: id,
        appliedOn: day,
        carrier: stay.carrier ?? 'swabInBag',
        substance: 'lemongrassOil',
        massKg: LURE_KG,
        placed: 'back',
        notes: stay.carrier === 'gel' && day > stay.hung ? (stay.note ?? null) : null,
      }),
    );
  }
  return records;
}

function caughtRecords(stay: StayStory): SeededRecord[] {
  const { caught } = stay;
  if (!caught) return [];
  const id = `catch-${stay.trap.toLowerCase()}-${caught.found}`;
  return [
    record('catches', id, {
      deploymentId: stayId(stay),
      foundOn: caught.found,
      arrivedOn: arrivalOf(stay),
      size: caught.size,
      massKg: caught.kg ?? null,
      queen: caught.queen,
      notes: caught.note ?? null,
      method: 'trap',
      sizedBy: 'scales',
      wentTo: caught.wentTo,
    }),
    ...(caught.then ?? []).map(([on, kind, frames], n) =>
      record('followups', `${id}-${n + 1}`, { catchId: id, on, kind, frames: frames ?? null }),
    ),
  ];
}

function stayRecords(stay: StayStory, draw: Random): SeededRecord[] {
  const site = VELLMARK_SITES.find(([id]) => id === stay.site)?.[1];
  const trap = VELLMARK_TRAPS.find(({ number }) => number === stay.trap);
  if (!site || !trap) throw new Error(`the story hangs ${stay.trap} at ${stay.site}, which is not there`);
  const high = site.heightUsedM ?? 2;
  const deployment = record('deployments', stayId(stay), {
    trapId: trapId(stay.trap),
    siteId: stay.site,
    hungOn: stay.hung,
    takenDownOn: stay.down,
    heightM: high,
    facingDeg: 10 * (9 + draw.int(12)),
    shade: site.shade,
    endReason: stay.end ?? (stay.caught && stay.down !== null ? 'occupied' : stay.down === null ? null : 'seasonEnd'),
    notes: stay.note ?? null,
    hungBy: site.landmark === 'building' ? 'bracket' : 'strap',
    entrance: 'open',
    comb: trap.darkCombs > 0 ? 'oldBrood' : 'none',
  });
  return [deployment, ...lures(stay), ...looks(stay, draw), ...caughtRecords(stay)];
}

function lateLooks(): SeededRecord[] {
  return VELLMARK_LATE_LOOKS.map(([trap, at, scoutsPerMin]) => {
    const stay = VELLMARK_STAYS.findLast((one) => one.trap === trap);
    if (!stay) throw new Error(`no stay of ${trap}`);
    const deploymentId = stayId(stay);
    return record('visits', `late-${deploymentId}-${at.slice(0, 10)}`, {
      deploymentId,
      at,
      occupied: false,
      scoutsPerMin,
      action: 'none',
      looked: 'look',
    });
  });
}

type BoardLine = readonly [
  id: string,
  kind: 'board' | 'sheet',
  name: string,
  length: number,
  width: number,
  thickness: number,
  price: number,
  more?: Partial<Fields<'goods'>>,
];
const FIR = { species: 'douglas-fir' } as const;
/** What the timber yard at the mill race sells, and what lies in the shed; made up. */
const BOARDS: readonly BoardLine[] = [
  ['fir-250-24', 'board', 'Fir 19 × 250, 2.4 m', 2.4, 0.25, 0.019, 11.9, FIR],
  ['fir-250-30', 'board', 'Fir 19 × 250, 3.0 m', 3, 0.25, 0.019, 14.7, FIR],
  ['fir-200-24', 'board', 'Fir 19 × 200, 2.4 m', 2.4, 0.2, 0.019, 9.4, FIR],
  ['fir-200-30', 'board', 'Fir 19 × 200, 3.0 m', 3, 0.2, 0.019, 11.6, FIR],
  ['fir-145-24', 'board', 'Fir 19 × 145, 2.4 m', 2.4, 0.145, 0.019, 6.9, FIR],
  ['pine-240-30', 'board', 'Pine 22 × 240, 3.0 m', 3, 0.24, 0.022, 15.4, { species: 'pine', count: 3 }],
  ['larch', 'board', 'Larch, planed, 2.4 m', 2.4, 0.24, 0.021, 11.2, { count: 14, sold: null, place: 'quarry shed' }],
  ['ply', 'sheet', 'Birch ply 12', 2.5, 1.25, 0.012, 38, { count: 4, place: 'quarry shed' }],
];
const PRICES: readonly (readonly [id: string, name: string, price: number])[] = [
  ['price-frame', 'Langstroth deep frame', 1.4],
  ['price-screw-50', 'Screw 50 mm', 0.06],
  ['price-screw-30', 'Screw 30 mm', 0.03],
  ['price-colony', 'A bought colony', 160],
  ['price-trap', 'A trap, built', 34],
  ['price-lure', 'Lure for a trap and season', 2.7],
  ['price-trip', 'A trip', 6],
];

type KitLine = readonly [code: Fields<'kit'>['code'], count: number, more?: Partial<Fields<'kit'>>];
/** What the club owns for call-outs. */
const KIT: readonly KitLine[] = [
  ['beeBox', 3],
  ['boxLid', 4],
  ['mesh', 4, { lent: 1, lentTo: 'Jonas Rainer' }],
  ['cage', 5],
  ['sheet', 2],
  ['strap', 6],
  ['suit', 3, { lent: 1, lentTo: 'Alma Pichler' }],
  ['gloves', 4],
  ['smoker', 1],
  ['brush', 2],
  ['headlamp', 2],
  ['source', 1],
  ['hose', 1],
  ['nozzle', 2],
  ['battery', 3, { chargedOn: '2026-05-12' }],
  ['rcd', 1],
  ['ladder', 1],
  ['cordon', 1],
  ['detector', 1, { lent: 1, lentTo: 'Alma Pichler' }],
  ['mask', 6],
  ['pryBar', 1],
  ['saw', 1],
  ['firstAid', 1],
];

function stores(): SeededRecord[] {
  const combs = VELLMARK_TRAPS.filter(({ darkCombs }) => darkCombs > 0).flatMap(({ number, darkCombs, combSince }) =>
    Array.from({ length: darkCombs }, (_, n) =>
      record('combs', `comb-${number.toLowerCase()}-${n + 1}`, {
        name: `${number} comb ${n + 1}`,
        drawnYear: Number((combSince ?? '2024').slice(0, 4)),
        trapId: trapId(number),
        state: 'inUse',
      }),
    ),
  );
  return [
    ...combs,
    record('goods', 'swabs', { kind: 'lure', name: 'Lemongrass swab in a bag', count: 24, priceEach: 0.9 }),
    record('goods', 'gel', {
      kind: 'lure',
      name: 'Lure gel, 5 g',
      count: 3,
      priceEach: 2.4,
      notes: 'Runs in the sun.',
    }),
    record('goods', 'straps', { kind: 'strap', name: 'Ratchet strap 25 mm, 4 m', count: 19, priceEach: 4.5 }),
    ...BOARDS.map(([id, kind, name, length, width, thickness, price, more]) =>
      record('goods', id, {
        kind,
        name,
        count: 0,
        priceEach: price,
        lengthM: length,
        widthM: width,
        thicknessM: thickness,
        sold: true,
        ...more,
      }),
    ),
    record('batches', 'winter-nucs', { name: 'Tall nuc, larch base', lines: 'vellmark-tall-nuc:5' }),
    ...PRICES.map(([id, name, priceEach]) =>
      record('goods', id, { kind: 'hardware', name, count: 0, priceEach, sold: true }),
    ),
    ...KIT.map(([code, count, more]) => record('kit', `kit-${code}`, { code, count, ...more })),
  ];
}

function weather(): SeededRecord[] {
  return vellmarkWeather(addDays(LAST_DAY, FORECAST_DAYS)).map((day) =>
    record('weather', day.date, weatherFields(day)),
  );
}

/** All records, parents before those that point at them. */
export function vellmarkRecords(): readonly SeededRecord[] {
  const draw = randomFrom(SEED);
  return [
    ...[2023, 2024, 2025, 2026].map((season) => record('seasons', `season-${season}`, { hemisphere: 'N', season })),
    ...VELLMARK_OWNERS.map(([id, fields]) => record('owners', id, fields)),
    ...VELLMARK_SITES.map(([id, fields]) => record('sites', id, fields)),
    ...VELLMARK_COLONIES.map(([id, fields]) => record('colonies', id, fields)),
    ...VELLMARK_STAYS.flatMap((stay) => stayRecords(stay, draw)),
    ...lateLooks(),
    ...vellmarkCalls(),
    ...VELLMARK_BLOOMS.map(([species, stage, on]) =>
      record('phenology', `${species}-${on}`.toLowerCase(), { species, stage, on }),
    ),
    ...weather(),
    ...stores(),
    // Groups the keepers made in winter, looking at three seasons: they know that they did. Nobody asked the records for it yet.
    record('questions', 'edges', {
      fact: 'site',
      optionA: 'allotment-gate,allotment-hedge,lower-orchard,old-weir,upper-orchard',
      optionB: '*',
      nameA: 'an edge',
      nameB: 'elsewhere',
      askedOn: '2026-01-18',
      afterSeeing: true,
      groupsPlaces: true,
      notes: 'edges of orchards, hedges and tree lines',
    }),
  ];
}
