/** How a sheet under the map is drawn: by what each thing is, in the colours of the theme. */
export interface LayerStyle {
  readonly className: string;
  readonly weight: number;
  readonly fill: boolean;
}

const AREAS = ['wood', 'water', 'orchard', 'field', 'allotment', 'quarry', 'building'];
const LINES: Readonly<Record<string, number>> = { river: 13, stream: 4, road: 5, railway: 1.4, path: 1, contour: 0.8 };

export function layerStyle(kind: unknown, isArea: boolean): LayerStyle {
  const name = typeof kind === 'string' ? kind : '';
  if (isArea) return { className: `ground-area ${AREAS.includes(name) ? name : 'plain'}`, weight: 0.9, fill: true };
  return { className: `ground-line ${name in LINES ? name : 'plain'}`, weight: LINES[name] ?? 1, fill: false };
}
