import type { RibbonStay } from '@yewridge/contract/rounds';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { axisMarks, xOf } from '../../../shared/season/day-axis';
import { dateAtX, DENSE_BELOW_PX } from '../data/ribbon-scale';
import type { RibbonLine, TrapLine } from '../data/ribbon-rows';
import { drawBait, Hatches } from './ribbon-bait';
import { drawCluster, drawHead } from './ribbon-head';
import { type Ink, type RibbonPicture, type RibbonView, type Sheet, TOP_PX } from './ribbon-sheet';

const AIRING_DAYS = 75;

/** Draws what is seen and nothing else, so that a club's ten years scroll as a keeper's first. */
export class RibbonPainter {
  readonly #hatches = new Hatches();

  constructor(private readonly pen: CanvasRenderingContext2D) {}

  draw(picture: RibbonPicture, view: RibbonView, ink: Ink, font: string): void {
    const { pen } = this;
    pen.clearRect(0, 0, view.width, view.height);
    const { scale } = picture;
    const from = dateAtX(scale, view.left);
    const to = dateAtX(scale, view.left + view.width);
    const xAt = (date: IsoDate): number => xOf(scale, date) - view.left;
    const sheet: Sheet = { pen, picture, view, ink, font, from, to, xAt };
    pen.save();
    pen.beginPath();
    pen.rect(0, TOP_PX, view.width, view.height - TOP_PX);
    pen.clip();
    this.#grid(sheet);
    let y = TOP_PX - view.top;
    for (const [n, line] of picture.lines.entries()) {
      if (y + line.height > TOP_PX && y < view.height) this.#line(sheet, line, y, n);
      y += line.height;
    }
    pen.restore();
    drawHead(sheet);
  }

  #grid(sheet: Sheet): void {
    const { picture, view, ink, from, to, xAt } = sheet;
    const { pen } = this;
    for (const { date, strong } of axisMarks(picture.scale, from, to)) {
      pen.fillStyle = strong ? ink.rule2 : ink.rule;
      pen.fillRect(Math.round(xAt(date)), TOP_PX, 1, view.height);
    }
  }

  #line(sheet: Sheet, line: RibbonLine, y: number, n: number): void {
    const { view, ink } = sheet;
    const { pen } = this;
    if (line.kind === 'head') {
      pen.fillStyle = ink.sheet2;
      pen.fillRect(0, y, view.width, line.height);
    } else {
      if (view.at?.line === n) {
        pen.fillStyle = ink.yew2;
        pen.globalAlpha = 0.5;
        pen.fillRect(0, y, view.width, line.height);
        pen.globalAlpha = 1;
      }
      this.#dueBand(sheet, line, y);
      const bar = line.tall ? 12 : 9;
      const barY = y + (line.tall ? 17 : 10);
      line.stays.forEach((stay, order) => {
        this.#stay(sheet, stay, line.stays[order - 1], barY, bar);
      });
      this.#airing(sheet, line, barY + bar / 2);
      this.#due(sheet, line, barY + bar + 5);
    }
    pen.fillStyle = ink.rule;
    pen.fillRect(0, Math.round(y + line.height) - 1, view.width, 1);
  }

  /** From tonight to the end of Friday, over what is due by then. */
  #dueBand(sheet: Sheet, line: TrapLine, y: number): void {
    const { picture, ink, xAt } = sheet;
    const { today, friday } = picture;
    if (!line.tall) return;
    const [left, right] = [xAt(addDays(today, 1)), xAt(addDays(friday, 1))];
    this.pen.fillStyle = ink.clay2;
    this.pen.fillRect(left, y, right - left, line.height - 1);
  }

  #stay(sheet: Sheet, stay: RibbonStay, before: RibbonStay | undefined, y: number, height: number): void {
    const { picture, view, ink, xAt } = sheet;
    const { today, seasonEnd, scale } = picture;
    const tomorrow = addDays(today, 1);
    const start = xAt(stay.hungOn);
    const arrived = stay.caught && (stay.caught.arrivedOn ?? stay.caught.foundOn);
    const goesOn = stay.takenDownOn === null;
    const last = arrived ?? stay.takenDownOn ?? tomorrow;
    const end = xAt(last);
    const after = goesOn ? xAt(seasonEnd !== null && seasonEnd > tomorrow ? seasonEnd : addDays(tomorrow, 21)) : end;
    if (after < -60 || start > view.width + 60) return;
    const { pen } = this;
    pen.fillStyle = ink.sheet;
    pen.fillRect(start, y, Math.max(1, end - start), height);
    drawBait(sheet, stay, { y, height, end: arrived === null ? after : end }, this.#hatches);
    pen.strokeStyle = ink.yew;
    pen.lineWidth = 1;
    pen.strokeRect(start + 0.5, y + 0.5, Math.max(1, end - start - 1), height - 1);
    if (goesOn && arrived === null) this.#expected(end, after, y, height, ink);
    this.#lures(sheet, stay, y, height);
    this.#looks(sheet, stay, y, height);
    if (arrived !== null) this.#caught(sheet, stay, arrived, y, height);
    if (
      before &&
      before.takenDownOn !== null &&
      xOf(scale, stay.hungOn) - xOf(scale, before.takenDownOn) < 40 * scale.dayPx
    ) {
      this.#hook(start, y, ink);
    }
  }

  #expected(from: number, to: number, y: number, height: number, ink: Ink): void {
    const { pen } = this;
    pen.save();
    pen.setLineDash([4, 3]);
    pen.strokeStyle = ink.yew;
    pen.globalAlpha = 0.7;
    pen.strokeRect(from + 0.5, y + 0.5, Math.max(0, to - from - 1), height - 1);
    pen.restore();
  }

  #lures(sheet: Sheet, stay: RibbonStay, y: number, height: number): void {
    const { ink, xAt, view } = sheet;
    this.pen.fillStyle = ink.yew;
    for (const { from } of stay.baits) {
      const x = xAt(from);
      if (x > -4 && x < view.width + 4) this.pen.fillRect(x, y - 2, 2.2, height + 4);
    }
  }

  #looks(sheet: Sheet, stay: RibbonStay, y: number, height: number): void {
    const { ink, xAt, view } = sheet;
    const { scale } = sheet.picture;
    const { pen } = this;
    const dense = scale.dayPx < DENSE_BELOW_PX;
    pen.fillStyle = ink.ink;
    pen.globalAlpha = dense ? 0.45 : 1;
    for (const { at, scouts } of stay.visits) {
      const x = xAt(at.slice(0, 10)) + scale.dayPx / 2;
      if (x < -4 || x > view.width + 4) continue;
      pen.fillRect(x - 0.5, y + height, dense ? Math.max(0.6, scale.dayPx) : 1.2, dense ? 2.5 : 4.5);
      if (scouts !== null && scouts > 0 && !dense) this.#pin(x, y - 2, scouts);
    }
    pen.globalAlpha = 1;
  }

  #pin(x: number, y: number, scouts: number): void {
    const { pen } = this;
    const tall = 2.2 + 2.9 * Math.sqrt(scouts);
    pen.fillRect(x - 0.6, y - tall, 1.2, tall);
    pen.beginPath();
    pen.arc(x, y - tall, 2, 0, 2 * Math.PI);
    pen.fill();
  }

  /** Bees arrived: a hanging cluster at the day, filled while they hang there. */
  #caught(sheet: Sheet, stay: RibbonStay, arrived: IsoDate, y: number, height: number): void {
    const { ink, xAt, font } = sheet;
    const { today, scale } = sheet.picture;
    const { pen } = this;
    const x = xAt(arrived);
    const end = xAt(stay.takenDownOn ?? addDays(today, 1));
    pen.fillStyle = ink.catch;
    pen.fillRect(x, y, Math.max(2, end - x), height);
    drawCluster(this.pen, x + 1, y - 12, ink.catch);
    const massKg = stay.caught?.massKg;
    if (massKg !== null && massKg !== undefined && scale.dayPx >= DENSE_BELOW_PX) {
      pen.font = `600 12px ${font}`;
      pen.textBaseline = 'alphabetic';
      pen.fillText(`${String(massKg)} kg`, x + 8, y - 3);
    }
  }

  /** Hung again. */
  #hook(x: number, y: number, ink: Ink): void {
    const { pen } = this;
    pen.strokeStyle = ink.yew;
    pen.lineWidth = 1.4;
    pen.beginPath();
    pen.moveTo(x + 1, y);
    pen.lineTo(x + 1, y - 7);
    pen.arc(x + 4, y - 7, 3, Math.PI, 1.9 * Math.PI);
    pen.stroke();
  }

  #airing(sheet: Sheet, line: TrapLine, y: number): void {
    const { ink, xAt, view } = sheet;
    const { paintedOn } = line;
    const hung = line.stays.find(({ hungOn }) => paintedOn !== null && hungOn >= paintedOn)?.hungOn;
    if (paintedOn === null || hung === undefined || hung > addDays(paintedOn, AIRING_DAYS)) return;
    const [left, right] = [xAt(paintedOn), xAt(hung)];
    if (right < 0 || left > view.width) return;
    this.pen.fillStyle = ink.ink2;
    this.pen.fillRect(left, y, right - left, 1);
    this.pen.fillRect(left, y - 4, 1, 8);
  }

  #due(sheet: Sheet, line: TrapLine, y: number): void {
    const { ink, xAt } = sheet;
    const due = line.hanging?.due;
    if (!due || due.dueFrom === null || due.dueBy === null) return;
    const { pen } = this;
    const [left, right] = [xAt(due.dueFrom), xAt(addDays(due.dueBy, 1))];
    pen.strokeStyle = line.tall ? ink.clay : ink.ink2;
    pen.lineWidth = line.tall ? 2 : 1.2;
    pen.beginPath();
    pen.moveTo(left, y - 3);
    pen.lineTo(left, y);
    pen.lineTo(right, y);
    pen.lineTo(right, y - 3);
    pen.stroke();
  }
}
