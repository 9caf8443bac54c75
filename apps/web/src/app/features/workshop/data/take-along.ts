import {
  boardsSheet,
  designDrawing,
  type DrawingEntity,
  partsSheet,
  type PlacedDrawing,
  sheetDrawing,
  toDxf,
  toSvg,
  viewDrawing,
  words,
} from '@yewridge/core/bench';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import { figureOf } from '../../../shared/units/format';
import { buildSheetPdf, type SheetAsked } from './build-sheet';
import { templatePdf } from './paper';
import type { Template } from './templates';
import { partNote, partSizes } from './workshop-words';

/** Drawings of a batch to take along, each as lines in metres. */
export function drawingsOf(asked: SheetAsked): Readonly<Record<'views' | 'parts' | 'cuts', readonly PlacedDrawing[]>> {
  const { designs, plan, parts, names, system } = asked;
  const say = (value: number): string => figureOf(value, 'length', system).text;
  const nameOf = (id: string): string => (names.get(id) ?? '').toLowerCase();
  const flat = parts.map((piece) => ({ piece, part: { ...piece.part, length: piece.length, width: piece.width } }));
  return {
    views: designs.flatMap(({ design }) => {
      const drawing = designDrawing(design);
      return [viewDrawing(drawing.front, say), viewDrawing(drawing.side, say)].map((view) => ({
        ...view,
        title: `${design.name}, ${view.title}`,
      }));
    }),
    parts: [
      partsSheet(
        flat.map(({ part }) => part),
        (part) => {
          const piece = flat.find((one) => one.part === part)?.piece;
          return {
            head: `${piece?.qty ?? part.qty} x ${(piece && names.get(piece.id)) ?? part.name}`,
            sizes: piece
              ? [partSizes(piece, system), partNote(part, system)]
                  .filter((text) => text !== '')
                  .join(', ')
                  .replace(/×/g, 'x')
              : '',
          };
        },
        `${asked.name}, every part flat`,
      ),
    ],
    cuts: [
      ...plan.boards.map((group) => ({
        ...boardsSheet(group, { piece: nameOf, mark: say, board: (n) => `${group.letter}${n + 1}` }),
        title: `${asked.name}, boards ${group.letter}`,
      })),
      ...plan.sheets.flatMap(({ letter, sheets }) =>
        sheets.map((sheet, n) =>
          sheetDrawing(sheet, { piece: nameOf, mark: say }, `${asked.name}, sheet ${letter}${n + 1}`),
        ),
      ),
    ],
  };
}

const BESIDE = 0.15;

/** Several drawings one above the other on one sheet. */
export function onOneSheet(drawings: readonly PlacedDrawing[], title: string): PlacedDrawing {
  let y = 0;
  const entities: DrawingEntity[] = [];
  const parts = [...drawings]
    .reverse()
    .flatMap((one) => [
      ...(one.parts ?? [{ title: one.title, count: one.entities.length }]),
      { title: one.title, count: 1 },
    ]);
  for (const drawing of [...drawings].reverse()) {
    entities.push(
      ...drawing.entities.map((entity) =>
        entity.type === 'line' ? { ...entity, y1: entity.y1 + y, y2: entity.y2 + y } : { ...entity, y: entity.y + y },
      ),
      words(0, y + drawing.height + 0.05, drawing.title, 0.016),
    );
    y += drawing.height + BESIDE;
  }
  return { title, entities, parts, width: Math.max(0, ...drawings.map(({ width }) => width)), height: y };
}

export function saveSvg(drawing: PlacedDrawing): void {
  saveBlob(new Blob([toSvg(drawing)], { type: 'image/svg+xml' }), `${fileName(drawing.title)}.svg`);
}

/** R12 knows no unit: the name says mm. */
export function saveDxf(drawing: PlacedDrawing): void {
  saveBlob(new Blob([toDxf(drawing)], { type: 'image/vnd.dxf' }), `${fileName(drawing.title)}-mm.dxf`);
}

export async function saveTemplate({ drawing }: Template, paper: 'A4' | 'letter'): Promise<void> {
  const pdf = await templatePdf(drawing, paper);
  saveBlob(pdf.output('blob'), `${fileName(drawing.title)}-1-1.pdf`);
}

export async function saveBuildSheet(asked: SheetAsked, paper: 'A4' | 'letter'): Promise<void> {
  const pdf = await buildSheetPdf(asked, paper);
  saveBlob(pdf.output('blob'), `${fileName(asked.name)}-build-sheet.pdf`);
}
