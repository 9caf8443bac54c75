import type { Effects, Filling, Places, YearRow } from '@yewridge/core/evidence';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { decimalText } from '../../../shared/units/format';
import { rateScale } from '../ui/rate-range';
import { RATIO_TICKS, ratioAt } from '../ui/ratio-range';
import { catchesSaid, count, type Names, verdictShort } from './evidence-words';
import type { OfferedAsk } from './standard-asks';

/** Colours of a figure that leaves the page: the page's own. */
export type Palette = Pick<ChartTheme, 'ink' | 'quiet' | 'rule' | 'sheet' | 'catch'>;
/** A figure as SVG of its own, in CSS pixels. */
export interface Figure {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly svg: string;
}

const WIDTH = 720;
const LEFT = 170;
const RIGHT = 20;
const ROW = 22;
const TOP = 62;
const FOOT = 40;
const FONT = "'IBM Plex Sans', sans-serif";
const NOTE = 'Field records, not an experiment: traps were not assigned by chance.';

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);
interface TextAt {
  readonly x: number;
  readonly y: number;
  readonly fill: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly bold?: boolean;
}
const text = (words: string, { x, y, fill, anchor = 'start', bold = false }: TextAt): string =>
  `<text x="${x}" y="${y}" fill="${fill}" text-anchor="${anchor}" font-size="13"${bold ? ' font-weight="600"' : ''}>${escaped(words)}</text>`;
const line = (x1: number, y1: number, x2: number, y2: number, stroke: string, more = ''): string =>
  `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" stroke="${stroke}"${more}/>`;

/** A diamond at a value, a bar over its range. */
function range(
  at: { readonly lo: number; readonly mid: number; readonly hi: number },
  y: number,
  colour: string,
): string {
  const cap = (x: number): string => line(x, y - 4, x, y + 4, colour, ' stroke-width="1.5"');
  return `${line(at.lo, y, at.hi, y, colour, ' stroke-width="1.5"')}${cap(at.lo)}${cap(at.hi)}<path d="M${at.mid - 4} ${y}l4 -4 4 4 -4 4z" fill="${colour}"/>`;
}

function sheet(title: string, height: number, palette: Palette, body: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}" font-family="${FONT}"><rect width="${WIDTH}" height="${height}" fill="${palette.sheet}"/>${text(title, { x: 12, y: 22, fill: palette.ink, bold: true })}${body}${text(NOTE, { x: 12, y: height - 12, fill: palette.quiet })}</svg>`;
}

/** Places, or years, with their rates on one axis. */
function rateFigure(
  name: string,
  title: string,
  rows: readonly {
    readonly name: string;
    readonly bold: boolean;
    readonly of: YearRow | Places['groups'][number];
    readonly note: string;
  }[],
  palette: Palette,
): Figure {
  const scale = rateScale(rows.map(({ of }) => of.rate));
  const room = WIDTH - LEFT - RIGHT - 110;
  const x = (value: number): number => LEFT + 110 + (Math.min(value, scale.max) / scale.max) * room;
  const height = TOP + rows.length * ROW + FOOT;
  const axis = scale.ticks
    .map(
      (tick) =>
        line(x(tick), TOP - 6, x(tick), height - FOOT, palette.rule) +
        text(decimalText(tick, 2, true), { x: x(tick), y: TOP - 10, fill: palette.quiet, anchor: 'middle' }),
    )
    .join('');
  const drawn = rows
    .map(({ name: who, bold, of, note }, n) => {
      const y = TOP + n * ROW + ROW / 2;
      const { lo100, per100, hi100 } = of.rate;
      const colour = of.events === 0 ? palette.quiet : palette.catch;
      return (
        text(who, { x: 12, y: y + 4, fill: palette.ink, bold }) +
        text(note, { x: LEFT + 90, y: y + 4, fill: palette.quiet, anchor: 'end' }) +
        range({ lo: x(lo100), mid: x(per100), hi: x(hi100) }, y, colour)
      );
    })
    .join('');
  return { name, width: WIDTH, height, svg: sheet(title, height, palette, axis + drawn) };
}

const tally = ({ events, days }: { readonly events: number; readonly days: number }): string =>
  `${count(events)} in ${count(days)}`;

export function placesFigure(places: Places, groups: Names | null, palette: Palette): Figure {
  const said = { A: groups?.nameA ?? '', B: groups?.nameB ?? '', neither: 'in neither group', all: '' };
  const rows = places.groups.flatMap((group) => [
    ...(group.side === 'all' ? [] : [{ name: said[group.side], bold: true, of: group, note: tally(group) }]),
    ...group.places.map((place) => ({
      name: place.site,
      bold: false,
      of: { ...group, ...place, places: [] },
      note: tally(place),
    })),
  ]);
  return rateFigure('places', 'Which places catch? Catches in 100 trap-days, 90 % range', rows, palette);
}

export function yearsFigure(years: readonly YearRow[], palette: Palette): Figure {
  const rows = years.map((year) => ({ name: String(year.season), bold: true, of: year, note: tally(year) }));
  return rateFigure('years', 'Do the years differ? Catches in 100 trap-days, 90 % range', rows, palette);
}

export function effectsFigure(effects: Effects, asked: readonly OfferedAsk[], palette: Palette): Figure {
  const step = 48;
  const height = TOP + effects.rows.length * step + FOOT;
  const room = WIDTH - 320 - RIGHT;
  const x = (ratio: number): number => 320 + ratioAt(ratio) * room;
  const axis = RATIO_TICKS.map(
    ({ ratio, name }) =>
      line(x(ratio), TOP - 6, x(ratio), height - FOOT, ratio === 1 ? palette.ink : palette.rule) +
      text(name, { x: x(ratio), y: TOP - 10, fill: palette.quiet, anchor: 'middle' }),
  ).join('');
  const drawn = effects.rows
    .map((row, n) => {
      const offered = asked.find(({ ask }) => ask.id === row.id);
      if (!offered) return '';
      const y = TOP + n * step + 16;
      const leans = row.verdict.code === 'leaning' || row.verdict.code === 'clear';
      const behind =
        offered.ask.kind === 'sides' ? `${row.a.events} and ${row.b.events} catches` : catchesSaid(row.a.events);
      return (
        text(offered.title, { x: 12, y: y + 4, fill: palette.ink, bold: true }) +
        text(behind, { x: 305, y: y + 4, fill: palette.quiet, anchor: 'end' }) +
        range({ lo: x(row.lo), mid: x(row.ratio), hi: x(row.hi) }, y, leans ? palette.catch : palette.quiet) +
        text(verdictShort(row, offered.ask), { x: 12, y: y + 22, fill: palette.ink })
      );
    })
    .join('');
  return {
    name: 'differences',
    width: WIDTH,
    height,
    svg: sheet('What makes a difference? Ratio of catch rates, 90 % range', height, palette, axis + drawn),
  };
}

export function fillFigure(filling: Filling, groups: Names | null, palette: Palette): Figure {
  const [height, left, foot] = [300, 60, 240];
  const sides: Readonly<Record<string, string>> = groups ? { A: groups.nameA, B: groups.nameB } : {};
  const last = Math.max(1, ...filling.groups.flatMap(({ survival }) => survival.steps.map(({ time }) => time)));
  const top = Math.max(
    0.1,
    ...filling.groups.flatMap(({ survival }) => survival.steps.map((step) => 1 - step.survival)),
  );
  const x = (day: number): number => left + (day / last) * (WIDTH - left - 150);
  const y = (share: number): number => foot - (share / top) * (foot - TOP);
  const ticks = [0, 0.25, 0.5, 0.75, 1].map((part) => part * top);
  const axis = ticks
    .map(
      (share) =>
        line(left, y(share), WIDTH - 150, y(share), palette.rule) +
        text(`${count(100 * share)} %`, { x: left - 6, y: y(share) + 4, fill: palette.quiet, anchor: 'end' }),
    )
    .join('');
  const curves = filling.groups
    .map(({ name, survival }, n) => {
      const path = survival.steps
        .map((step) => `H${x(step.time).toFixed(1)}V${y(1 - step.survival).toFixed(1)}`)
        .join('');
      const end = survival.steps.at(-1);
      const dash = n === 0 ? '' : ' stroke-dasharray="6 4"';
      return (
        `<path d="M${left} ${foot}${path}" fill="none" stroke="${n === 0 ? palette.catch : palette.ink}" stroke-width="2"${dash}/>` +
        text(sides[name] ?? 'all traps', {
          x: x(end?.time ?? 0) + 6,
          y: y(end ? 1 - end.survival : 0) + 4,
          fill: palette.ink,
        })
      );
    })
    .join('');
  const scale =
    text('0', { x: left, y: foot + 18, fill: palette.quiet, anchor: 'middle' }) +
    text(`${count(last)} days at risk`, { x: x(last), y: foot + 18, fill: palette.quiet, anchor: 'middle' });
  return {
    name: 'filling',
    width: WIDTH,
    height,
    svg: sheet('How long until a trap fills? Share occupied', height, palette, axis + scale + curves),
  };
}

const SHARPNESS = 2;
/** The figure as a picture. Rejects where the browser cannot draw it. */
export async function asPng({ svg, width, height }: Figure): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * SHARPNESS;
  canvas.height = height * SHARPNESS;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => {
      if (blob) resolve(blob);
      else reject(new Error('The figure could not be drawn.'));
    }, 'image/png');
  });
}
