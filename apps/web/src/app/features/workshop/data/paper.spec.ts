import type { DrawingEntity } from '@yewridge/core/bench';
import { templatePdf } from './paper';

const MM = 72 / 25.4;
const box = (
  width: number,
  height: number,
): { title: string; entities: DrawingEntity[]; width: number; height: number } => ({
  title: 'Box',
  entities: [{ type: 'line', layer: 'OUTLINE', x1: 0, y1: 0, x2: width, y2: 0 }],
  width,
  height,
});
async function text(width: number, height: number, paper: 'A4' | 'letter'): Promise<string> {
  return new TextDecoder('latin1').decode((await templatePdf(box(width, height), paper)).output('arraybuffer'));
}
const lines = (pdf: string): readonly string[] =>
  [...pdf.matchAll(/([\d.]+) ([\d.]+) m\s+([\d.]+) ([\d.]+) l/g)]
    .map((line) => line.slice(1).map(Number) as [number, number, number, number])
    .filter(([, y1, , y2]) => y1 === y2)
    .map(([x1, , x2]) => (Math.abs(x2 - x1) / MM).toFixed(1));
const pages = (pdf: string): number => pdf.match(/\/Type \/Page\n/g)?.length ?? 0;

describe('templates on paper', () => {
  it('a bar of 100 mm and one of 4 in on every page, and lines as long as they are', async () => {
    const pdf = await text(0.15, 0.1, 'A4');
    expect(pages(pdf)).toBe(1);
    const drawn = lines(pdf);
    for (const length of ['100.0', '101.6', '150.0']) expect(drawn).withContext(length).toContain(length);
  });

  it('what is larger goes over several pages, each with its bars, its row and its column', async () => {
    const pdf = await text(0.3, 0.1, 'A4');
    expect(pages(pdf)).toBe(2);
    expect(lines(pdf).filter((length) => length === '100.0').length).toBe(2);
    expect(pdf).toContain('row 1 of 1, column 2 of 2');
    expect(pdf).toContain('glue the next page here');
  });

  it('letter paper is as large as letter paper', async () => {
    expect(await text(0.1, 0.1, 'letter')).toMatch(/\/MediaBox \[0 0 612\.? ?0* ?792/);
  });
});
