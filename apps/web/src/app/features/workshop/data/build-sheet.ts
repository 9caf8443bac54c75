import {
  type BatchPlan,
  type BatchWork,
  type Design,
  designDrawing,
  markedBoards,
  type Paper,
  PAPERS,
  type StockRow,
  viewDrawing,
  workSteps,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf, sizesText } from '../../../shared/units/format';
import { latin } from '../../../shared/print/latin';
import type { Bill } from './bill';
import { drawOn, newPdf, type Pdf } from './paper';
import { CAUTIONS, stepSaid, TOOLS } from './step-words';
import { partNote } from './workshop-words';

export interface SheetAsked {
  readonly name: string;
  readonly version: string;
  readonly day: string;
  readonly designs: readonly { readonly design: Design; readonly count: number }[];
  readonly plan: BatchPlan;
  readonly parts: readonly BatchWork[];
  readonly names: ReadonlyMap<string, string>;
  readonly stock: readonly StockRow[];
  readonly bill: Bill;
  readonly system: UnitSystem;
}
export interface SheetSection {
  readonly head: string;
  readonly lines: readonly string[];
}

const other = (system: UnitSystem): UnitSystem => (system === 'metric' ? 'imperial' : 'metric');
const UNIT: Readonly<Record<UnitSystem, string>> = { metric: 'mm', imperial: 'in' };

/** `487 × 246 × 19 mm (19-3/16 × 9-11/16 × 3/4 in)`. */
export function bothUnits(values: readonly number[], system: UnitSystem): string {
  const also = other(system);
  return `${sizesText(values, system)} ${UNIT[system]} (${sizesText(values, also)} ${UNIT[also]})`;
}

/** All that is written on the sheet, in its order. */
export function sheetSections(asked: SheetAsked): readonly SheetSection[] {
  const { plan, parts, names, stock, bill, system } = asked;
  const nameOf = (id: string): string => names.get(id) ?? parts.find((part) => part.id === id)?.name ?? id;
  const marks = plan.boards.flatMap((group) =>
    markedBoards(group).map(({ stock: from, marks: at, offcut, kept }, n) => {
      const row = stock.find(({ id }) => id === from.row);
      const cuts = at.map(({ piece, to }) => `${figureOf(to, 'length', system).text} ${nameOf(piece).toLowerCase()}`);
      const left = kept ? `; keep ${figureOf(offcut, 'length', system).text}` : '';
      return `${group.letter}${n + 1}, ${row?.name ?? 'board'}: marks ${cuts.join(', ')}${left}`;
    }),
  );
  const sheets = plan.sheets.flatMap(({ letter, sheets: laid }) =>
    laid.map(({ row, order }, n) => {
      const cuts = order.cuts.map(
        ({ axis, at }, i) => `${i + 1} ${axis === 'x' ? 'across' : 'along'} at ${figureOf(at, 'length', system).text}`,
      );
      return `${letter}${n + 1}, ${stock.find(({ id }) => id === row)?.name ?? 'sheet'}: ${cuts.join(', ')}`;
    }),
  );
  return [
    { head: 'Take care', lines: CAUTIONS },
    {
      head: 'Parts',
      lines: parts.map((part) => {
        const note = partNote(part.part, system);
        const dry = part.dry === null ? '' : `, to be ${figureOf(part.dry, 'length', system).text} wide when dry`;
        const sizes = bothUnits([part.length, part.width, part.thickness], system);
        return `${part.qty} × ${nameOf(part.id)}: ${sizes}${note === '' ? '' : `, ${note}`}${dry}`;
      }),
    },
    { head: `Marks from the raw end, ${UNIT[system]}`, lines: marks },
    { head: `Sheets, full cuts in order, ${UNIT[system]} from the corner`, lines: sheets },
    { head: 'Order of work', lines: workSteps(plan, parts).map((step) => stepSaid(step, parts, names, system)) },
    { head: 'Tools', lines: [TOOLS.join(', ')] },
    {
      head: 'To buy and to bring',
      lines: [...bill.boards, ...bill.others].map(
        ({ count, name, note }) => `${count} × ${name}${note === '' ? '' : `, ${note}`}`,
      ),
    },
  ].filter(({ lines }) => lines.length > 0);
}

const EDGE = 15;
const LINE = 4.6;
const MM_A_POINT = 25.4 / 72;

class Writer {
  #y = EDGE + 6;
  readonly #pdf: Pdf;
  readonly #size: { readonly width: number; readonly height: number };

  constructor(pdf: Pdf, paper: Paper) {
    this.#pdf = pdf;
    this.#size = { width: PAPERS[paper].width * 1000, height: PAPERS[paper].height * 1000 };
  }

  get room(): number {
    return this.#size.width - 2 * EDGE;
  }

  head(text: string, size: number): void {
    this.#space(3 * LINE);
    this.#pdf.setFont('helvetica', 'bold').setFontSize(size).text(latin(text), EDGE, this.#y);
    this.#y += LINE * (size > 13 ? 1.5 : 1.15);
  }

  line(text: string): void {
    this.#pdf
      .setFont('helvetica', 'normal')
      .setFontSize(9.5)
      .setLineHeightFactor(LINE / (9.5 * MM_A_POINT));
    const parts = this.#pdf.splitTextToSize(latin(text), this.room - 6) as string[];
    this.#space(parts.length * LINE);
    this.#pdf.rect(EDGE, this.#y - 2.6, 2.6, 2.6);
    this.#pdf.text(parts, EDGE + 5, this.#y);
    this.#y += parts.length * LINE;
  }

  gap(mm: number): void {
    this.#y += mm;
  }

  /** Room for a picture; its upper edge. */
  picture(height: number): number {
    this.#space(height);
    const top = this.#y;
    this.#y += height;
    return top;
  }

  #space(height: number): void {
    if (this.#y + height <= this.#size.height - EDGE) return;
    this.#pdf.addPage([this.#size.width, this.#size.height], 'portrait');
    this.#y = EDGE + 6;
  }
}

const PICTURE_MM = 74;

/** Picture, parts, cuts, order of work, tools and cautions, on paper to fold up and take to the saw. */
export async function buildSheetPdf(asked: SheetAsked, paper: Paper): Promise<Pdf> {
  const pdf = await newPdf(paper, 'portrait');
  const writer = new Writer(pdf, paper);
  writer.head(asked.name, 17);
  writer.line(
    `${asked.version}; ${asked.day}; ${asked.designs.map(({ design, count }) => `${count} × ${design.name}`).join(', ')}`,
  );
  for (const { design } of asked.designs) {
    const drawing = designDrawing(design);
    const say = (value: number): string => figureOf(value, 'length', asked.system).text;
    const views = [viewDrawing(drawing.front, say), viewDrawing(drawing.side, say)];
    const wide = views.reduce((sum, { width }) => sum + width, 0) + 0.5;
    const high = Math.max(...views.map(({ height }) => height)) + 0.2;
    const scale = Math.min(writer.room / (wide * 1000), PICTURE_MM / (high * 1000));
    const top = writer.picture(PICTURE_MM + 4);
    let x = EDGE + 0.12 * 1000 * scale;
    for (const view of views) {
      drawOn(pdf, view.entities, { x, y: top + PICTURE_MM - 0.1 * 1000 * scale, scale });
      x += (view.width + 0.35) * 1000 * scale;
    }
  }
  for (const { head, lines } of sheetSections(asked)) {
    writer.gap(2.5);
    writer.head(head, 11.5);
    for (const line of lines) writer.line(line);
  }
  return pdf;
}
