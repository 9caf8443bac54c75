import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { visitLink } from '../../../shared/routes/paths';
import { cellWords } from '../data/ribbon-words';
import { type DayScale, xOf } from '../../../shared/season/day-axis';
import { dateAtX, scaleOf, scrollFor, type Zoom } from '../data/ribbon-scale';
import type { TrapLine } from '../data/ribbon-rows';
import { linesNear } from '../data/ribbon-window';
import { RibbonPainter } from './ribbon-painter';
import { type Ink, type RibbonPicture, TOP_PX } from './ribbon-sheet';

export interface RibbonAct {
  readonly line: TrapLine;
  readonly date: IsoDate;
}
interface Cell {
  readonly line: number;
  readonly date: IsoDate;
}

const LABEL_PX = 172;
const DUE_PX = 179;
const NARROW_LABEL_PX = 108;
const NEAR_STEP_PX = 200;
const TOKENS: Readonly<Record<keyof Ink, string>> = {
  ink: '--ink',
  ink2: '--ink-2',
  rule: '--rule',
  rule2: '--rule-2',
  sheet: '--sheet',
  sheet2: '--sheet-2',
  yew: '--yew',
  yew2: '--yew-2',
  clay: '--clay',
  clay2: '--clay-2',
  catch: '--catch',
  catch2: '--catch-2',
  paper: '--paper',
};
const FONT = "'IBM Plex Sans', sans-serif";

/** A row a trap, a column a day: stays, lures, looks, scouts and catches, as far back as the record goes. */
@Component({
  selector: 'yw-ribbon',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ribbon.html',
  styleUrl: './ribbon.scss',
})
export class Ribbon {
  readonly picture = input.required<Omit<RibbonPicture, 'scale'>>();
  readonly first = input.required<IsoDate>();
  readonly zoom = input.required<Zoom>();
  readonly cornerTitle = input('Season');
  readonly corner = input<readonly string[]>([]);
  /** Days that are seen are still on their way. */
  readonly fetching = input(false);
  /** The days that are seen. */
  readonly seen = output<{ readonly from: IsoDate; readonly to: IsoDate }>();
  readonly opened = output<RibbonAct>();
  readonly logged = output<RibbonAct>();

  protected readonly scroller = viewChild.required<ElementRef<HTMLElement>>('scroller');
  protected readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly at = signal<Cell | null>(null);
  readonly #size = signal({ width: 0, height: 0 });
  readonly #scroll = signal({ left: 0, top: 0 });
  #painter: RibbonPainter | null = null;
  #standsAt: number | null = null;
  #middle: IsoDate | null = null;
  #placedFor = '';

  readonly #sides = computed(() => (this.#size().width < 640 ? NARROW_LABEL_PX : LABEL_PX + DUE_PX));
  protected readonly plotWidth = computed(() => Math.max(0, this.#size().width - this.#sides()));
  protected readonly viewHeight = computed(() => this.#size().height);
  readonly #scale = computed(() => scaleOf(this.zoom(), this.first(), this.picture().today, this.plotWidth()));
  protected readonly innerWidth = computed(() => this.#scale().days * this.#scale().dayPx + this.#sides());
  protected readonly linesHeight = computed(() => this.picture().lines.reduce((sum, { height }) => sum + height, 0));
  /** Scrolled by a line or two the same are near: they are not made anew at every pixel. */
  readonly #nearTop = computed(() => Math.floor(this.#scroll().top / NEAR_STEP_PX) * NEAR_STEP_PX);
  protected readonly near = computed(() =>
    linesNear(this.picture().lines, this.#nearTop(), this.viewHeight() + NEAR_STEP_PX),
  );
  protected readonly says = computed(() => {
    const at = this.at();
    if (at) return cellWords(this.picture().lines[at.line], at.date, this.picture().today);
    return this.fetching() ? 'Fetching the season …' : '';
  });
  protected readonly visit = visitLink;

  constructor() {
    const watcher = new ResizeObserver(([entry]) => {
      if (entry) this.#size.set({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    afterRenderEffect(() => {
      watcher.observe(this.scroller().nativeElement);
    });
    inject(DestroyRef).onDestroy(() => {
      watcher.disconnect();
    });
    afterRenderEffect(() => {
      this.#place();
    });
    afterRenderEffect(() => {
      this.#paint();
    });
  }

  protected scrolled(): void {
    const { scrollLeft: left, scrollTop: top } = this.scroller().nativeElement;
    this.#scroll.set({ left, top });
    const scale = this.#scale();
    this.#standsAt = xOf(scale, this.picture().today) + scale.dayPx - left;
    this.#middle = dateAtX(scale, left + this.plotWidth() / 2);
  }

  protected pointed(event: PointerEvent): void {
    this.at.set(this.#cellAt(event.offsetX, event.offsetY));
  }

  protected clicked(event: MouseEvent): void {
    const cell = this.#cellAt(event.offsetX, event.offsetY);
    const act = cell && this.#act(cell);
    if (act) this.opened.emit(act);
  }

  protected entered(): void {
    if (this.at() === null) this.at.set({ line: this.#firstTrap(), date: this.picture().today });
  }

  protected pressed(event: KeyboardEvent): void {
    const at = this.at();
    if (!at || event.ctrlKey || event.metaKey || event.altKey) return;
    const step = event.shiftKey ? 7 : 1;
    const moves: Readonly<Record<string, () => Cell>> = {
      ArrowLeft: () => ({ ...at, date: addDays(at.date, -step) }),
      ArrowRight: () => ({ ...at, date: addDays(at.date, step) }),
      ArrowUp: () => ({ ...at, line: this.#nextTrap(at.line, -1) }),
      ArrowDown: () => ({ ...at, line: this.#nextTrap(at.line, 1) }),
      Home: () => ({ ...at, date: this.picture().today }),
    };
    const act = this.#act(at);
    const move = moves[event.key];
    if (move) this.#moveTo(move());
    else if (event.key === 'Enter' && act) this.opened.emit(act);
    else if (event.key === 'n' && act) this.logged.emit(act);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  #moveTo(cell: Cell): void {
    this.at.set(cell);
    const scale = this.#scale();
    const element = this.scroller().nativeElement;
    const x = xOf(scale, cell.date);
    const lines = this.picture().lines;
    const y = lines.slice(0, cell.line).reduce((sum, { height }) => sum + height, 0);
    const height = lines[cell.line]?.height ?? 0;
    if (x < element.scrollLeft) element.scrollLeft = x;
    else if (x + scale.dayPx > element.scrollLeft + this.plotWidth())
      element.scrollLeft = x + scale.dayPx - this.plotWidth();
    if (y < element.scrollTop) element.scrollTop = y;
    else if (y + height > element.scrollTop + element.clientHeight - TOP_PX) {
      element.scrollTop = y + height - element.clientHeight + TOP_PX;
    }
  }

  #act({ line, date }: Cell): RibbonAct | null {
    const found = this.picture().lines[line];
    return found?.kind === 'trap' ? { line: found, date } : null;
  }

  #firstTrap(): number {
    return Math.max(
      0,
      this.picture().lines.findIndex(({ kind }) => kind === 'trap'),
    );
  }

  #nextTrap(from: number, step: number): number {
    const { lines } = this.picture();
    for (let n = from + step; n >= 0 && n < lines.length; n += step) if (lines[n]?.kind === 'trap') return n;
    return from;
  }

  #cellAt(x: number, y: number): Cell | null {
    if (y < TOP_PX) return null;
    let top = TOP_PX - this.#scroll().top;
    const line = this.picture().lines.findIndex(({ height }) => {
      top += height;
      return y < top;
    });
    return line < 0 ? null : { line, date: dateAtX(this.#scale(), this.#scroll().left + x) };
  }

  /** Keeps tonight where it stands when the zoom or the width changes; the day in the middle, where tonight is not seen. */
  #place(): void {
    const scale = this.#scale();
    const width = this.plotWidth();
    if (width === 0) return;
    const key = `${this.zoom()} ${width} ${this.first()}`;
    if (key === this.#placedFor) return;
    const element = this.scroller().nativeElement;
    const wanted = this.#wantedScroll(scale, width);
    element.scrollLeft = wanted;
    if (element.scrollLeft + 1 < wanted) {
      // The sheet has not got its width yet.
      requestAnimationFrame(() => {
        this.#place();
      });
      return;
    }
    this.#placedFor = key;
    this.scrolled();
  }

  #wantedScroll(scale: DayScale, width: number): number {
    const today = untracked(() => this.picture().today);
    const seen = this.#standsAt === null || (this.#standsAt >= 0 && this.#standsAt <= width);
    const wanted =
      seen || this.#middle === null
        ? scrollFor(scale, today, width, this.#standsAt)
        : xOf(scale, this.#middle) - width / 2;
    return Math.max(0, Math.min(wanted, scale.days * scale.dayPx - width));
  }

  #paint(): void {
    const element = this.canvas().nativeElement;
    const [width, height] = [this.plotWidth(), this.viewHeight()];
    const { left, top } = this.#scroll();
    const scale = this.#scale();
    if (width === 0 || height === 0) return;
    const ratio = window.devicePixelRatio || 1;
    if (element.width !== Math.round(width * ratio) || element.height !== Math.round(height * ratio)) {
      element.width = Math.round(width * ratio);
      element.height = Math.round(height * ratio);
    }
    const pen = element.getContext('2d');
    if (!pen) return;
    pen.setTransform(ratio, 0, 0, ratio, 0, 0);
    this.#painter ??= new RibbonPainter(pen);
    this.#painter.draw({ ...this.picture(), scale }, { width, height, left, top, at: this.at() }, inkOf(element), FONT);
    this.seen.emit({ from: dateAtX(scale, left), to: dateAtX(scale, left + width) });
  }
}

/** The theme's colours; a canvas does not read style sheets. */
function inkOf(element: HTMLElement): Ink {
  const style = getComputedStyle(element);
  return Object.fromEntries(
    Object.entries(TOKENS).map(([name, token]) => [name, style.getPropertyValue(token).trim()]),
  ) as Ink;
}
