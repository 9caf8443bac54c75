/**
 * A drawing as a file that cutters and drawing programs read: DXF R12, ASCII, millimetres.
 *
 * Source: the published group codes of R12 (`AC1009`); it has no unit, so that the file's name says mm.
 */
import { ANY, Fields, POSITIVE } from '../../shared/errors/index.js';
import { DRAWING_LAYERS, type DrawingEntity, type DrawingLayer } from './front-elevation.js';

const LAYERS = Object.keys(DRAWING_LAYERS) as DrawingLayer[];
const TYPES = ['line', 'circle', 'text'] as const;
const MM = 1000;
type Group = readonly [code: number, value: string | number];

/** Four decimals, and never a zero with a sign. */
function mm(metres: number): string {
  const text = (MM * metres).toFixed(4);
  return Number(text) === 0 ? '0.0000' : text;
}
const plain = (text: string): string => text.replace(/[^\x20-\x7e]/gu, '?');

function groupsOf(entity: Fields): readonly Group[] {
  const type = entity.word('type', TYPES);
  const layer = entity.word('layer', LAYERS);
  const at = (key: string): string => mm(entity.number(key, ANY));
  switch (type) {
    case 'line':
      return [
        [0, 'LINE'],
        [8, layer],
        [10, at('x1')],
        [20, at('y1')],
        [11, at('x2')],
        [21, at('y2')],
      ];
    case 'circle':
      return [
        [0, 'CIRCLE'],
        [8, layer],
        [10, at('x')],
        [20, at('y')],
        [40, mm(entity.number('r', POSITIVE))],
      ];
    case 'text':
      return [
        [0, 'TEXT'],
        [8, layer],
        [10, at('x')],
        [20, at('y')],
        [40, mm(entity.number('height', POSITIVE))],
        [1, plain(entity.text('text'))],
      ];
  }
}

/** @throws DomainError `TYPE`, `RANGE`, `ENUM` for a layer that is none of the drawing's. */
export function toDxf(i: { readonly entities: readonly DrawingEntity[] }): string {
  const entities = new Fields(i, '', 'strict').objects('entities').flatMap(groupsOf);
  const layers = LAYERS.flatMap((name): readonly Group[] => [
    [0, 'LAYER'],
    [2, name],
    [70, 0],
    [62, DRAWING_LAYERS[name]],
    [6, 'CONTINUOUS'],
  ]);
  const groups: readonly Group[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, LAYERS.length],
    ...layers,
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...entities,
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return groups.map(([code, value]) => `${code}\r\n${value}\r\n`).join('');
}
