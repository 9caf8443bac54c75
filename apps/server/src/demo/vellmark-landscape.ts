import { onSheet } from './vellmark-sheet.js';

/** The invented valley of Vellmark as GeoJSON: what the map shows under the sites. */

type Corner = readonly [x: number, y: number];

interface Feature {
  readonly type: 'Feature';
  readonly properties: Readonly<Record<string, string | number>>;
  readonly geometry: { readonly type: string; readonly coordinates: unknown };
}

const placed = ([x, y]: Corner): [number, number] => {
  const { lat, lon } = onSheet(x, y);
  return [lon, lat];
};
const closed = (corners: readonly Corner[]): readonly Corner[] => [...corners, ...corners.slice(0, 1)];

function area(kind: string, name: string, corners: readonly Corner[]): Feature {
  return {
    type: 'Feature',
    properties: { kind, ...(name === '' ? {} : { name }) },
    geometry: { type: 'Polygon', coordinates: [closed(corners).map(placed)] },
  };
}
function line(kind: string, name: string, points: readonly Corner[]): Feature {
  return {
    type: 'Feature',
    properties: { kind, ...(name === '' ? {} : { name }) },
    geometry: { type: 'LineString', coordinates: points.map(placed) },
  };
}
function label(kind: string, name: string, [x, y]: Corner): Feature {
  return { type: 'Feature', properties: { kind, name }, geometry: { type: 'Point', coordinates: placed([x, y]) } };
}

/** An egg-shaped ring, for contours and the quarry. */
function ring([cx, cy]: Corner, rx: number, ry: number, turn = 0, corners = 24): Corner[] {
  return Array.from({ length: corners }, (_, n): Corner => {
    const angle = (2 * Math.PI * n) / corners;
    const bulge = 1 + 0.06 * Math.sin(3 * angle + turn);
    const [x, y] = [rx * Math.cos(angle) * bulge, ry * Math.sin(angle) * bulge];
    return [cx + x * Math.cos(turn) - y * Math.sin(turn), cy + x * Math.sin(turn) + y * Math.cos(turn)];
  });
}
function block([x, y]: Corner, width: number, height: number, turn: number): Corner[] {
  const corners: readonly Corner[] = [
    [-width / 2, -height / 2],
    [width / 2, -height / 2],
    [width / 2, height / 2],
    [-width / 2, height / 2],
  ];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return corners.map(([dx, dy]): Corner => [x + dx * c - dy * s, y + dx * s + dy * c]);
}

const VELL: readonly Corner[] = [
  [300, 60],
  [318, 112],
  [330, 150],
  [372, 190],
  [402, 232],
  [388, 280],
  [392, 330],
  [425, 376],
  [470, 408],
  [530, 432],
  [575, 462],
  [598, 510],
  [620, 548],
  [668, 572],
  [720, 590],
  [770, 612],
  [830, 650],
  [930, 690],
];
const HOUSES: readonly (readonly [number, number, number])[] = [
  [450, 522, -0.3],
  [476, 515, -0.3],
  [458, 548, -0.4],
  [486, 540, 0.2],
  [500, 560, 0.6],
  [524, 556, 0.7],
  [540, 538, 0],
  [556, 526, 0],
  [548, 562, 0.8],
  [474, 580, 0.1],
  [500, 574, 0.1],
  [566, 566, 1],
  [440, 560, -0.4],
  [512, 596, 0.5],
  [538, 590, 0.6],
  [532, 517, 0.1],
];

const FEATURES: readonly Feature[] = [
  area('field', 'Rook Hill', [
    [125, 142],
    [228, 134],
    [240, 204],
    [140, 216],
  ]),
  area('field', 'Chapel Fields', [
    [450, 140],
    [570, 122],
    [592, 186],
    [470, 216],
  ]),
  area('field', '', [
    [478, 230],
    [580, 204],
    [592, 292],
    [466, 308],
  ]),
  area('field', 'South Fields', [
    [412, 632],
    [542, 644],
    [520, 734],
    [398, 716],
  ]),
  area('field', 'Marn', [
    [838, 420],
    [930, 390],
    [930, 500],
    [846, 504],
  ]),
  area('field', '', [
    [622, 556],
    [700, 506],
    [750, 550],
    [690, 586],
  ]),
  area('field', '', [
    [572, 660],
    [700, 640],
    [720, 740],
    [590, 752],
  ]),
  area('wood', 'Larch wood', [
    [606, 170],
    [650, 142],
    [720, 134],
    [810, 138],
    [880, 148],
    [940, 190],
    [940, 330],
    [880, 348],
    [800, 332],
    [740, 356],
    [672, 338],
    [630, 300],
    [640, 250],
    [612, 220],
  ]),
  area('orchard', 'Cider Orchards', [
    [156, 306],
    [254, 284],
    [270, 346],
    [170, 372],
  ]),
  area('orchard', '', [
    [204, 378],
    [316, 410],
    [294, 486],
    [182, 452],
  ]),
  area('orchard', '', [
    [160, 386],
    [192, 394],
    [176, 456],
    [146, 446],
  ]),
  area('allotment', 'Allotments', [
    [332, 506],
    [426, 486],
    [440, 540],
    [346, 556],
  ]),
  area('quarry', 'Quarry', ring([220, 678], 64, 34, -0.25)),
  ...[1, 0.66, 0.36].map((share) => line('contour', '', closed(ring([790, 214], 190 * share, 100 * share)))),
  ...[1, 0.7].map((share) => line('contour', '', closed(ring([225, 690], 160 * share, 110 * share, 0.3)))),
  line('river', 'Vell', VELL),
  line('stream', 'Mill Race', [
    [436, 380],
    [500, 374],
    [560, 386],
    [606, 418],
    [632, 456],
    [622, 500],
    [604, 516],
  ]),
  line('road', '', [
    [100, 596],
    [220, 588],
    [330, 574],
    [420, 540],
    [504, 520],
    [598, 508],
    [700, 470],
    [800, 424],
    [930, 380],
  ]),
  line('road', '', [
    [262, 112],
    [272, 200],
    [304, 300],
    [322, 400],
    [330, 470],
    [380, 530],
    [420, 540],
  ]),
  line('road', '', [
    [504, 520],
    [540, 590],
    [590, 636],
    [668, 656],
    [720, 752],
  ]),
  line('railway', 'Old Line', [
    [100, 640],
    [260, 606],
    [420, 612],
    [600, 616],
    [700, 636],
    [800, 690],
    [860, 756],
  ]),
  line('path', '', [
    [598, 508],
    [660, 430],
    [656, 352],
    [740, 282],
    [790, 192],
  ]),
  ...HOUSES.map(([x, y, turn]) => area('building', '', block([x, y], 16, 10, turn))),
  area('building', '', block([316, 408], 14, 12, 0.2)),
  area('building', '', block([400, 669], 12, 12, 0)),
  area('building', '', block([598, 636], 20, 9, 0.1)),
  area('building', '', block([648, 452], 16, 10, 0.4)),
  area('building', '', block([502, 520], 12, 12, 0)),
  area('building', '', block([668, 657], 10, 8, 0.5)),
  label('town', 'Vellmark', [519, 603]),
  label('peak', 'Kestrel Top', [790, 192]),
];

export const VELLMARK_LANDSCAPE = { type: 'FeatureCollection', features: FEATURES };
