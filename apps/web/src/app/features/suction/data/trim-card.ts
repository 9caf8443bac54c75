import { type GateLane, gateOpening, type Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { latin } from '../../../shared/print/latin';
import { decimalText, figureText } from '../../../shared/units/format';
import { laneWords, laneZones, travelTicks, type Zone, ZONE_WORDS } from './gate-scale';

/** One mark on paper; all lengths in mm from the upper left corner. */
export type Mark =
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly thick: number;
      readonly id?: string;
    }
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly fill: number | null;
      readonly thick: number;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly bold: boolean;
    }
  | { readonly kind: 'mark'; readonly x: number; readonly y: number };

/** A sheet of paper with its marks, at true size. */
export interface TrimCard {
  readonly paper: { readonly name: 'a4' | 'a3'; readonly width: number; readonly height: number };
  readonly marks: readonly Mark[];
}

const MARGIN = 15;
const LANE = 12;
/** Length of the check bar, mm. */
const CHECK = { metric: 100, imperial: 101.6 } as const;
type Anchor = 'start' | 'middle' | 'end';

/** Puts marks on a sheet, one after the other. */
class Sheet {
  readonly marks: Mark[] = [];

  text(x: number, y: number, text: string, size = 10, bold = false, anchor: Anchor = 'start'): void {
    this.marks.push({ kind: 'text', x, y, text, size, bold, anchor });
  }

  line(x1: number, y1: number, x2: number, y2: number, thick = 0.2, id?: string): void {
    this.marks.push({ kind: 'line', x1, y1, x2, y2, thick, ...(id === undefined ? {} : { id }) });
  }

  rect(x: number, y: number, width: number, height: number, fill: number | null, thick: number): void {
    this.marks.push({ kind: 'rect', x, y, width, height, fill, thick });
  }
}

const FILLS: Readonly<Record<Zone['kind'], number>> = { hard: 200, sure: 60, uncertain: 160, stalls: 235 };
const LANE_PITCH = LANE + 8;

function drawLane(sheet: Sheet, lane: GateLane, name: string, y: number, length: number, system: UnitSystem): void {
  const high = LANE - 4;
  sheet.text(MARGIN, y - 1.5, `${name}: ${laneWords(lane, system)}`, 9, true);
  for (const zone of laneZones(lane)) {
    const x = MARGIN + zone.from * length;
    const width = (zone.to - zone.from) * length;
    sheet.rect(x, y, width, high, FILLS[zone.kind], 0.15);
    if (zone.kind === 'hard') hatch(sheet, x, y, width, high);
    if (width > 24 && zone.kind !== 'sure')
      sheet.text(x + width / 2, y + 5.4, ZONE_WORDS[zone.kind], 8, false, 'middle');
  }
  sheet.rect(MARGIN, y, length, high, null, 0.3);
  if (lane.mark === null || lane.markSpeed === null) return;
  const x = MARGIN + 1000 * lane.mark;
  const words = `${figureText(lane.mark, 'length', system)}: ${figureText(lane.markSpeed, 'speed', system)}`;
  sheet.marks.push({ kind: 'mark', x, y: y + high });
  sheet.text(x, y + LANE + 1.6, words, 8, false, 'middle');
}

function drawScale(sheet: Sheet, travel: number, y: number, system: UnitSystem): void {
  const length = 1000 * travel;
  sheet.line(MARGIN, y, MARGIN + length, y, 0.35, 'scale');
  for (const tick of travelTicks(travel, system)) {
    const x = MARGIN + tick.share * length;
    sheet.line(x, y, x, y + (tick.long ? 4 : 2));
    if (tick.long) sheet.text(x, y + 8, tick.text, 8, false, 'middle');
  }
  sheet.text(MARGIN, y + 13, `${system === 'metric' ? 'mm' : 'inches'} of the plate’s travel`, 8);
}

function drawCheck(sheet: Sheet, y: number, system: UnitSystem): void {
  const bar = CHECK[system];
  sheet.line(MARGIN, y, MARGIN + bar, y, 0.5, 'check');
  for (const x of [MARGIN, MARGIN + bar]) sheet.line(x, y - 2.5, x, y + 2.5, 0.3);
  sheet.text(MARGIN + bar / 2, y - 2, system === 'metric' ? '100 mm' : '4 in', 9, true, 'middle');
  sheet.text(MARGIN, y + 8, 'This bar must measure exactly that. If not, switch off “fit to page” and print again.', 9);
}

/** The gate's scale 1:1 with a lane and a mark for each nozzle, and a bar to check the printer by. `null` = longer than A3. */
export function trimCard(
  rig: Rig,
  lanes: readonly (GateLane | null)[],
  about: { readonly system: UnitSystem; readonly version: string; readonly day: string },
): TrimCard | null {
  const travel = gateOpening({ gate: rig.bleed.gate, opening: 1 }).travel;
  const length = 1000 * travel;
  const paper = paperFor(length);
  if (!paper) return null;
  const { system } = about;
  const sheet = new Sheet();
  sheet.text(MARGIN, MARGIN + 6, rig.name, 16, true);
  sheet.text(MARGIN, MARGIN + 13, `Trim card of the bleed gate, ${about.version}, ${about.day}`);
  sheet.text(MARGIN, MARGIN + 19, 'Print at 100 %. Measure the bar below before you trust the scale. Left is shut.');
  const top = MARGIN + 36;
  const drawn = lanes.filter((lane) => lane !== null);
  drawn.forEach((lane, n) => {
    const name = rig.nozzles.find(({ id }) => id === lane.nozzle)?.name ?? 'Open hose';
    drawLane(sheet, lane, name, top + n * LANE_PITCH, length, system);
  });
  const scaleY = top + drawn.length * LANE_PITCH + 4;
  drawScale(sheet, travel, scaleY, system);
  const checkY = scaleY + 28;
  drawCheck(sheet, checkY, system);
  const limit = figureText(rig.bees.limit, 'speed', system);
  const notes = [
    `Landing limit ${limit} for 19 bees in 20 [convention]. The edges are soft: ±25 %.`,
    'Trim with the bleed, never with the port gate. Stop if bees stay on the screen or arrive audibly.',
  ];
  if (rig.bleed.gate.kind === 'roundSwing') {
    const radius = figureText(rig.bleed.gate.pivotDistance, 'length', system);
    notes.push(`The disc swings: bend the scale along its arc of ${radius} radius.`);
  }
  notes.forEach((note, n) => {
    sheet.text(MARGIN, checkY + 15 + 7 * n, note, 9);
  });
  return { paper, marks: sheet.marks };
}

function paperFor(length: number): TrimCard['paper'] | null {
  if (length <= 210 - 2 * MARGIN) return { name: 'a4', width: 210, height: 297 };
  if (length <= 297 - 2 * MARGIN) return { name: 'a4', width: 297, height: 210 };
  return length <= 420 - 2 * MARGIN ? { name: 'a3', width: 420, height: 297 } : null;
}

function hatch(sheet: Sheet, x: number, y: number, width: number, height: number): void {
  for (let at = 2; at < width + height; at += 2.4) {
    const from = Math.min(at, width);
    const to = Math.max(0, at - height);
    sheet.line(x + from, y + (at - from), x + to, y + (at - to), 0.12);
  }
}

const grey = (fill: number): string => `rgb(${fill},${fill},${fill})`;
const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
const mm = (value: number): string => decimalText(value, 3, true);

/** The card as a file of its own, in millimetres. */
export function trimSvg({ paper, marks }: TrimCard): string {
  const body = marks.map((mark) => {
    switch (mark.kind) {
      case 'line':
        return `<line${mark.id ? ` id="${mark.id}"` : ''} x1="${mm(mark.x1)}" y1="${mm(mark.y1)}" x2="${mm(mark.x2)}" y2="${mm(mark.y2)}" stroke="black" stroke-width="${mark.thick}"/>`;
      case 'rect':
        return `<rect x="${mm(mark.x)}" y="${mm(mark.y)}" width="${mm(mark.width)}" height="${mm(mark.height)}" fill="${mark.fill === null ? 'none' : grey(mark.fill)}" stroke="black" stroke-width="${mark.thick}"/>`;
      case 'text':
        return `<text x="${mm(mark.x)}" y="${mm(mark.y)}" font-family="sans-serif" font-size="${mm(mark.size * 0.3528)}" text-anchor="${mark.anchor}"${mark.bold ? ' font-weight="bold"' : ''}>${escaped(mark.text)}</text>`;
      case 'mark':
        return `<path d="M${mm(mark.x)} ${mm(mark.y - 3)}l-1.6 3h3.2z" fill="white" stroke="black" stroke-width="0.3"/>`;
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${paper.width}mm" height="${paper.height}mm" viewBox="0 0 ${paper.width} ${paper.height}"><rect width="100%" height="100%" fill="white"/>${body.join('')}</svg>`;
}

/** The card as a PDF at true size. */
export async function trimPdf({ paper, marks }: TrimCard): Promise<Blob> {
  const { jsPDF } = await import('jspdf');
  const orientation = paper.width > paper.height ? 'landscape' : 'portrait';
  const pdf = new jsPDF({ unit: 'mm', format: paper.name, orientation, compress: false });
  const anchors = { start: 'left', middle: 'center', end: 'right' } as const;
  for (const mark of marks) {
    switch (mark.kind) {
      case 'line':
        pdf.setLineWidth(mark.thick).line(mark.x1, mark.y1, mark.x2, mark.y2);
        break;
      case 'rect':
        pdf.setLineWidth(mark.thick);
        if (mark.fill === null) pdf.rect(mark.x, mark.y, mark.width, mark.height, 'S');
        else pdf.setFillColor(mark.fill, mark.fill, mark.fill).rect(mark.x, mark.y, mark.width, mark.height, 'FD');
        break;
      case 'text':
        pdf.setFont('helvetica', mark.bold ? 'bold' : 'normal').setFontSize(mark.size);
        pdf.text(latin(mark.text), mark.x, mark.y, { align: anchors[mark.anchor] });
        break;
      case 'mark':
        pdf.setLineWidth(0.3).setFillColor(255, 255, 255);
        pdf.triangle(mark.x, mark.y - 3, mark.x - 1.6, mark.y, mark.x + 1.6, mark.y, 'FD');
        break;
    }
  }
  return pdf.output('blob');
}
