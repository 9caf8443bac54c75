import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type BatchWork, isKept, type LaidSheet, type SheetPlace } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { length } from '../data/workshop-words';
import { pieceWord } from '../data/plan-layout';
import { HeldPiece } from './held-piece';

/** A panel laid elsewhere on its sheet; m from the raw corner. */
export interface PanelMove {
  readonly place: number;
  readonly x: number;
  readonly y: number;
  readonly piece: string;
}
const MARGIN = 24;
const BALLOON = 8;
const STEP = { small: 0.001, large: 0.01 };
/** A panel that comes this near to a neighbour or an edge lies against it. */
const SNAP = 0.02;

/** One sheet: its panels, the full cuts in the order of sawing, and what is kept. The corner the keeper measures from is upper left. */
@Component({
  selector: 'yw-sheet-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    [attr.viewBox]="'0 0 ' + (width() + 2 * margin) + ' ' + (height() + 2 * margin)"
    [attr.width]="width() + 2 * margin"
    [attr.height]="height() + 2 * margin"
    role="group"
    [attr.aria-label]="'Sheet ' + name()"
  >
    <g [attr.transform]="'translate(' + margin + ' ' + margin + ')'">
      <rect class="raw" x="0" y="0" [attr.width]="width()" [attr.height]="height()" />
      @for (rect of left(); track $index) {
        <rect
          [class]="rect.kept ? 'kept' : 'scrap'"
          [attr.x]="rect.x"
          [attr.y]="rect.y"
          [attr.width]="rect.width"
          [attr.height]="rect.height"
        />
        @if (rect.kept) {
          <text class="keep" [attr.x]="rect.x + rect.width / 2" [attr.y]="rect.y + rect.height / 2 + 4">
            keep {{ rect.width > 90 ? rect.says : '' }}
          </text>
        }
      }
      @for (place of places(); track place.n) {
        <g
          class="piece"
          tabindex="0"
          role="button"
          [class.chosen]="place.piece === chosen()"
          [attr.data-piece]="place.piece"
          [attr.aria-label]="place.word + ' on sheet ' + name() + ', ' + place.says"
          [attr.transform]="shiftOf(place.n)"
          (pointerdown)="lift($event, place.n, place.piece)"
          (pointermove)="held.pull($event)"
          (pointerup)="drop()"
          (pointercancel)="held.letGo()"
          (keydown)="pressed($event, place.n)"
          (focus)="picked.emit(place.piece)"
        >
          <rect [attr.x]="place.x" [attr.y]="place.y" [attr.width]="place.width" [attr.height]="place.height" />
          @if (place.width > 24 && place.height > 14) {
            <text [attr.x]="place.x + place.width / 2" [attr.y]="place.y + place.height / 2 + 4">{{ place.word }}</text>
          }
        </g>
      }
      @for (cut of cuts(); track cut.n) {
        <path class="cut" [attr.d]="cut.path" />
        <circle class="balloon" [attr.cx]="cut.x" [attr.cy]="cut.y" [attr.r]="balloon" />
        <text class="number" [attr.x]="cut.x" [attr.y]="cut.y + 4">{{ cut.n }}</text>
      }
    </g>
  </svg>`,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    svg {
      display: block;
    }
    text {
      fill: var(--ink);
      font: 400 12px var(--text);
      text-anchor: middle;
      pointer-events: none;
    }
    .raw {
      fill: url(#scrap-hatch);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .piece rect {
      fill: var(--wood);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .piece {
      cursor: grab;
      outline: none;
      touch-action: none;
    }
    .piece.chosen rect,
    .piece:focus-visible rect {
      stroke: var(--yew);
      stroke-width: 3;
    }
    .kept {
      fill: var(--sheet);
      stroke: var(--yew);
      stroke-width: 1.4;
      stroke-dasharray: 5 3;
    }
    .scrap {
      fill: none;
    }
    .keep {
      fill: var(--yew);
      font-weight: 600;
    }
    .cut {
      fill: none;
      stroke: var(--clay);
      stroke-width: 1.6;
      pointer-events: none;
    }
    .balloon {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    .number {
      font-weight: 600;
      font-size: 12px;
    }
  `,
})
export class SheetPlan {
  readonly name = input.required<string>();
  readonly sheet = input.required<LaidSheet>();
  /** Pixels a metre. */
  readonly scale = input.required<number>();
  readonly kerf = input.required<number>();
  readonly parts = input.required<readonly BatchWork[]>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = input<string | null>(null);
  readonly fixed = input(false);
  readonly moved = output<PanelMove>();
  readonly picked = output<string>();

  protected readonly margin = MARGIN;
  protected readonly balloon = BALLOON;
  protected readonly held = new HeldPiece<number>();
  protected readonly width = computed(() => this.sheet().length * this.scale());
  protected readonly height = computed(() => this.sheet().width * this.scale());
  protected readonly places = computed(() => {
    const [k, system] = [this.scale(), this.system()];
    return this.sheet().places.map(({ piece, x, y, length: long, width }, n) => ({
      n,
      piece,
      word: this.#wordOf(piece),
      says: `${length(long, system)} × ${length(width, system)}`,
      x: x * k,
      y: y * k,
      width: long * k,
      height: width * k,
    }));
  });
  protected readonly left = computed(() => {
    const [k, system] = [this.scale(), this.system()];
    return this.sheet().order.offcuts.map((rect) => ({
      x: rect.x * k,
      y: rect.y * k,
      width: rect.length * k,
      height: rect.width * k,
      kept: isKept(rect),
      says: `${length(rect.length, system)} × ${length(rect.width, system)}`,
    }));
  });
  /** Every cut right through what is left, its number outside the edge it begins at. */
  protected readonly cuts = computed(() => {
    const k = this.scale();
    return this.sheet().order.cuts.map(({ axis, at, through }, n) => {
      const [x, y] = [through.x * k, through.y * k];
      const along = axis === 'x';
      const path = along ? `M${at * k} ${y}V${y + through.width * k}` : `M${x} ${at * k}H${x + through.length * k}`;
      const top = through.y < 0.001;
      const endX = x + through.length * k;
      return along
        ? { n: n + 1, path, x: at * k, y: top ? -BALLOON - 3 : y + through.width * k - (through.width * k) / 2 }
        : { n: n + 1, path, x: endX > this.width() - 3 ? endX + BALLOON + 3 : x + (through.length * k) / 2, y: at * k };
    });
  });

  protected shiftOf(place: number): string | null {
    const held = this.held.now();
    return held?.what === place ? `translate(${held.dx} ${held.dy})` : null;
  }

  protected lift(event: PointerEvent, place: number, piece: string): void {
    this.picked.emit(piece);
    if (!this.fixed()) this.held.lift(event, place);
  }

  protected drop(): void {
    const dropped = this.held.drop();
    if (dropped) this.#move(dropped.what, dropped.dx / this.scale(), dropped.dy / this.scale(), SNAP);
  }

  /** By the arrow keys one millimetre, ten with Shift. */
  protected pressed(event: KeyboardEvent, place: number): void {
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const way = ways[event.key];
    if (!way || this.fixed()) return;
    event.preventDefault();
    const step = event.shiftKey ? STEP.large : STEP.small;
    this.#move(place, way[0] * step, way[1] * step, 0);
  }

  #move(n: number, dx: number, dy: number, snap: number): void {
    const place = this.sheet().places[n];
    if (!place) return;
    const x = this.#near(place, place.x + dx, 'x', snap);
    const y = this.#near(place, place.y + dy, 'y', snap);
    this.moved.emit({ place: n, x, y, piece: this.#wordOf(place.piece) });
  }

  /** Against an edge of the sheet or a kerf beside a neighbour, where it is near one. */
  #near(place: SheetPlace, at: number, axis: 'x' | 'y', snap: number): number {
    const side = axis === 'x' ? 'length' : 'width';
    const whole = this.sheet()[side];
    const edges = this.sheet().places.flatMap((one) =>
      one === place ? [] : [one[axis] + one[side] + this.kerf(), one[axis] - place[side] - this.kerf(), one[axis]],
    );
    const near = [0, whole - place[side], ...edges]
      .filter((edge) => Math.abs(edge - at) <= snap)
      .sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0];
    return Math.round(1e6 * (near ?? at)) / 1e6;
  }

  #wordOf(piece: string): string {
    return pieceWord(this.parts().find(({ id }) => id === piece));
  }
}
