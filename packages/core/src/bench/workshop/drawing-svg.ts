/**
 * A drawing as SVG.
 *
 * Source: geometry. Millimetres, y turned once, text upright; strokes keep their width however large it is shown.
 */
import type { PlacedDrawing } from './drawing-file.js';
import type { DrawingEntity, DrawingLayer } from './front-elevation.js';

const MM = 1000;
const STROKES: Readonly<Record<DrawingLayer, string>> = {
  OUTLINE: 'stroke="#1e2a24" stroke-width="1.4"',
  HIDDEN: 'stroke="#1e2a24" stroke-width="0.8" stroke-dasharray="5 3"',
  OPENING: 'stroke="#1e2a24" stroke-width="1.2"',
  DIMENSION: 'stroke="#4b5750" stroke-width="0.75"',
  TEXT: '',
  CENTRE: 'stroke="#a04620" stroke-width="0.75" stroke-dasharray="14 3 3 3"',
};
const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
const mm = (value: number): string => String(Math.round(value * MM * 1e4) / 1e4);

interface Extent {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}
function extentOf(entities: readonly DrawingEntity[]): Extent {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const entity of entities) {
    if (entity.type === 'line') {
      xs.push(entity.x1, entity.x2);
      ys.push(entity.y1, entity.y2);
    } else if (entity.type === 'circle') {
      xs.push(entity.x - entity.r, entity.x + entity.r);
      ys.push(entity.y - entity.r, entity.y + entity.r);
    } else {
      xs.push(entity.x, entity.x + 0.62 * entity.height * entity.text.length);
      ys.push(entity.y, entity.y + entity.height);
    }
  }
  if (xs.length === 0) return { x0: 0, y0: 0, x1: 0, y1: 0 };
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
}

const EDGE_ROOM = 0.01;

function grouped(drawn: readonly string[], parts: NonNullable<PlacedDrawing['parts']>): string {
  let from = 0;
  const groups = parts.map(({ title, count }) => {
    const own = drawn.slice(from, (from += count));
    return `<g><title>${escaped(title)}</title>${own.join('')}</g>`;
  });
  return [...groups, ...drawn.slice(from)].join('');
}

/** In mm at true size, a title on the drawing and on each of its parts; an empty one is an empty picture. */
export function toSvg({ title, entities, parts = [] }: Pick<PlacedDrawing, 'title' | 'entities' | 'parts'>): string {
  const { x0, y0, x1, y1 } = extentOf(entities);
  const [left, top] = [x0 - EDGE_ROOM, y1 + EDGE_ROOM];
  const [width, height] = [x1 - x0 + 2 * EDGE_ROOM, y1 - y0 + 2 * EDGE_ROOM];
  const x = (value: number): string => mm(value - left);
  const y = (value: number): string => mm(top - value);
  const drawn = entities.map((entity) => {
    const layer = `class="${entity.layer}" ${STROKES[entity.layer]} vector-effect="non-scaling-stroke"`;
    switch (entity.type) {
      case 'line':
        return `<line ${layer} x1="${x(entity.x1)}" y1="${y(entity.y1)}" x2="${x(entity.x2)}" y2="${y(entity.y2)}"/>`;
      case 'circle':
        return `<circle ${layer} fill="none" cx="${x(entity.x)}" cy="${y(entity.y)}" r="${mm(entity.r)}"/>`;
      case 'text':
        return `<text x="${x(entity.x)}" y="${y(entity.y)}" font-family="sans-serif" font-size="${mm(entity.height)}" fill="#1e2a24">${escaped(entity.text)}</text>`;
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}" role="img"><title>${escaped(title)}</title>${grouped(drawn, parts)}</svg>`;
}
