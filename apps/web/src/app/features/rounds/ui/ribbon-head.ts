import { addDays, dateOfSeasonDay } from '@yewridge/core/season';
import { axisMarks } from '../../../shared/season/day-axis';
import { yearsIn } from '../data/ribbon-scale';
import { AXIS_PX, CURVE_PX, type Sheet, TOP_PX } from './ribbon-sheet';

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

/** A hanging cluster: bees. */
export function drawCluster(pen: CanvasRenderingContext2D, x: number, y: number, colour: string): void {
  pen.fillStyle = colour;
  pen.fillRect(x - 4, y, 8, 1.2);
  pen.beginPath();
  pen.ellipse(x, y + 5.5, 3.2, 4.6, 0, 0, 2 * Math.PI);
  pen.fill();
}

function curve(sheet: Sheet): void {
  const { pen, picture, view, ink, from, to, xAt } = sheet;
  const { curve: bins, hemisphere } = picture;
  pen.fillStyle = ink.sheet;
  pen.fillRect(0, 0, view.width, CURVE_PX);
  const most = Math.max(0, ...bins.map(({ perDay }) => perDay));
  if (most > 0) {
    const yOf = (perDay: number): number => CURVE_PX - 2 - (perDay / most) * (CURVE_PX - 34);
    for (const season of yearsIn(from, to, hemisphere)) {
      const first = xAt(dateOfSeasonDay(season, hemisphere, 1));
      pen.beginPath();
      pen.moveTo(first, CURVE_PX);
      for (const { day, perDay } of bins) pen.lineTo(first + (day - 1) * picture.scale.dayPx, yOf(perDay));
      pen.lineTo(first + 366 * picture.scale.dayPx, CURVE_PX);
      pen.fillStyle = ink.catch2;
      pen.fill();
      pen.strokeStyle = ink.catch;
      pen.lineWidth = 1.2;
      pen.stroke();
    }
  }
  for (const date of picture.arrivals) {
    const x = xAt(date);
    if (x > -8 && x < view.width + 8) drawCluster(pen, x, CURVE_PX - 14, ink.catch);
  }
  pen.fillStyle = ink.ink2;
  pen.fillRect(0, CURVE_PX - 1, view.width, 1);
}

function axis(sheet: Sheet): void {
  const { pen, picture, view, ink, font, from, to, xAt } = sheet;
  pen.fillStyle = ink.sheet;
  pen.fillRect(0, CURVE_PX, view.width, AXIS_PX);
  pen.textBaseline = 'middle';
  let free = -Infinity;
  const marks = axisMarks(picture.scale, addDays(from, -31), to);
  for (const [n, { date, words, strong }] of marks.entries()) {
    const x = Math.max(strong ? 0 : -1e6, xAt(date));
    pen.font = `${strong ? 600 : 400} 12px ${font}`;
    const width = pen.measureText(words).width;
    // A month that is cut off at the left gives way to the next one.
    const next = marks.slice(n + 1).find((mark) => mark.strong);
    const pushed = strong && next !== undefined && xAt(next.date) < x + width + 12;
    if (x < -width || x < free || pushed) continue;
    pen.fillStyle = strong ? ink.ink : ink.ink2;
    pen.fillText(words, x + 5, CURVE_PX + AXIS_PX / 2 + 1);
    free = x + width + 12;
  }
  pen.fillStyle = ink.rule2;
  pen.fillRect(0, TOP_PX - 1, view.width, 1);
  if (view.at) {
    pen.fillStyle = ink.ink2;
    pen.fillRect(xAt(view.at.date) + picture.scale.dayPx / 2, CURVE_PX, 1, view.height);
  }
}

function tonight(sheet: Sheet): void {
  const { pen, view, ink, font, xAt } = sheet;
  const { today, scale } = sheet.picture;
  const x = xAt(today) + scale.dayPx;
  if (x < -80 || x > view.width + 80) return;
  pen.fillStyle = ink.ink;
  pen.fillRect(x - 0.75, CURVE_PX - 1, 1.5, view.height);
  const words = `tonight, ${today.slice(8).replace(/^0/, '')} ${MONTH.format(Date.parse(today))}`;
  pen.font = `600 12px ${font}`;
  const width = pen.measureText(words).width + 16;
  const left = Math.min(view.width - width, Math.max(0, x - width / 2));
  pen.fillRect(left, CURVE_PX + 1, width, AXIS_PX - 3);
  pen.fillStyle = ink.paper;
  pen.textBaseline = 'middle';
  pen.fillText(words, left + 8, CURVE_PX + AXIS_PX / 2);
}

/** The curve of past arrivals, the axis and tonight's line: what stands over all rows. */
export function drawHead(sheet: Sheet): void {
  curve(sheet);
  axis(sheet);
  tonight(sheet);
}
