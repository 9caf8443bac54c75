import type { DrawingEntity, Paper } from '@yewridge/core/bench';
import { PAPERS, tilePages } from '@yewridge/core/bench';
import type { jsPDF } from 'jspdf';
import { latin } from '../../../shared/print/latin';

const MM = 1000;
const MARGIN = 0.01;
const OVERLAP = 0.01;
const CHECK_MM = 100;
const CHECK_IN_MM = 101.6;
const DASHES: Partial<Record<DrawingEntity['layer'], number[]>> = { HIDDEN: [2, 1.2], CENTRE: [5, 1, 1, 1] };

export type Pdf = jsPDF;

export async function newPdf(paper: Paper, orientation: 'portrait' | 'landscape'): Promise<Pdf> {
  const { jsPDF } = await import('jspdf');
  const { width, height } = PAPERS[paper];
  return new jsPDF({ unit: 'mm', format: [width * MM, height * MM], orientation, compress: false });
}

/** Draws a drawing onto the page: `at` is where its lower left corner lies, mm from the upper left of the paper. */
export function drawOn(
  pdf: Pdf,
  entities: readonly DrawingEntity[],
  at: { readonly x: number; readonly y: number; readonly scale: number },
): void {
  const x = (value: number): number => at.x + value * MM * at.scale;
  const y = (value: number): number => at.y - value * MM * at.scale;
  for (const entity of entities) {
    pdf.setLineWidth(entity.layer === 'OUTLINE' ? 0.35 : 0.2);
    pdf.setLineDashPattern(DASHES[entity.layer] ?? [], 0);
    if (entity.type === 'line') pdf.line(x(entity.x1), y(entity.y1), x(entity.x2), y(entity.y2));
    else if (entity.type === 'circle') pdf.circle(x(entity.x), y(entity.y), entity.r * MM * at.scale, 'S');
    else {
      const points = Math.min(11, Math.max(5.5, entity.height * MM * at.scale * 2.835));
      pdf.setFont('helvetica', 'normal').setFontSize(points);
      pdf.text(latin(entity.text), x(entity.x), y(entity.y));
    }
  }
  pdf.setLineDashPattern([], 0);
}

/** Both bars: whoever prints lays a rule on the one of their units. */
function checkBars(pdf: Pdf, x: number, y: number): void {
  pdf.setLineWidth(0.4).line(x, y, x + CHECK_MM, y);
  pdf.setLineWidth(0.25).line(x, y + 5, x + CHECK_IN_MM, y + 5);
  for (const [from, at] of [
    [x, y],
    [x + CHECK_MM, y],
    [x, y + 5],
    [x + CHECK_IN_MM, y + 5],
  ] as const) {
    pdf.line(from, at - 1.2, from, at + 1.2);
  }
  pdf.setFont('helvetica', 'normal').setFontSize(7.5);
  pdf.text('100 mm. Print at 100 %.', x + CHECK_MM + 3, y + 1);
  pdf.text('4 in', x + CHECK_IN_MM + 3, y + 6);
}

/** Corners to cut to, and a mark where the next page is glued on. */
function cropMarks(pdf: Pdf, page: { width: number; height: number }, glued: { right: boolean; below: boolean }): void {
  const m = MARGIN * MM;
  const [right, below] = [page.width - m, page.height - m];
  pdf.setLineWidth(0.15);
  for (const [x, y] of [
    [m, m],
    [right, m],
    [m, below],
    [right, below],
  ] as const) {
    pdf.line(x - 4, y, x + 4, y);
    pdf.line(x, y - 4, x, y + 4);
  }
  pdf.setFont('helvetica', 'normal').setFontSize(7);
  if (glued.right) pdf.text('glue the next page here', right - 1, page.height / 2, { angle: 90 });
  if (glued.below) pdf.text('glue the next page here', 0.7 * page.width, below - 1);
}

/**
 * A drawing at true size on as many pages as it takes, with both check bars, crop and glue marks, and the row and column of each page.
 * @throws DomainError where margins leave nothing of the page.
 */
export async function templatePdf(
  drawing: {
    readonly title: string;
    readonly entities: readonly DrawingEntity[];
    readonly width: number;
    readonly height: number;
  },
  paper: Paper,
): Promise<Pdf> {
  const bars = 0.02;
  const size = { width: drawing.width, height: drawing.height + bars };
  const { orientation, columns, rows } = tilePages({ ...size, page: paper, margin: MARGIN, overlap: OVERLAP });
  const pdf = await newPdf(paper, orientation);
  const sides = PAPERS[paper];
  const [wide, high] = orientation === 'portrait' ? [sides.width, sides.height] : [sides.height, sides.width];
  const page = { width: wide * MM, height: high * MM };
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (row + column > 0) pdf.addPage([page.width, page.height], orientation);
      const left = (MARGIN - column * (wide - 2 * MARGIN - OVERLAP)) * MM;
      // The first row begins at the top of the drawing.
      const bottom = (MARGIN + size.height - row * (high - 2 * MARGIN - OVERLAP)) * MM;
      pdf.saveGraphicsState();
      pdf.rect(MARGIN * MM, MARGIN * MM, (wide - 2 * MARGIN) * MM, (high - 2 * MARGIN) * MM, null);
      pdf.clip().discardPath();
      drawOn(pdf, drawing.entities, { x: left, y: bottom - bars * MM, scale: 1 });
      pdf.restoreGraphicsState();
      cropMarks(pdf, page, { right: column < columns - 1, below: row < rows - 1 });
      checkBars(pdf, MARGIN * MM + 6, page.height - MARGIN * MM - 9);
      pdf.setFont('helvetica', 'bold').setFontSize(8);
      const where = rows * columns > 1 ? `, row ${row + 1} of ${rows}, column ${column + 1} of ${columns}` : '';
      pdf.text(latin(`${drawing.title}, 1 : 1${where}`), MARGIN * MM + 6, MARGIN * MM + 5);
    }
  }
  return pdf;
}
