import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output, viewChild } from '@angular/core';
import type { BatchWork } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText } from '../../../shared/units/format';
import { length } from '../data/workshop-words';
import { HeldPiece } from './held-piece';
import { type DrawnBoard, type DrawnPiece, LABEL_WIDTH, pieceWord, type PlanLayout } from '../data/plan-layout';

/** A piece taken from one board to another. */
export interface BoardMove {
  readonly letter: string;
  readonly from: { readonly board: number; readonly cut: number };
  /** `null`: onto a board of another letter, which is another width or wood. */
  readonly to: number | null;
  readonly piece: string;
}
interface OnBoard {
  readonly board: DrawnBoard;
  readonly piece: DrawnPiece;
}

/**
 * The boards of a plan to one scale, with running marks from the raw end. A piece is pulled onto another board of its letter, or goes
 * there by the arrow keys; whether it may lie there, the page says.
 */
@Component({
  selector: 'yw-boards-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
      [attr.viewBox]="'0 0 ' + layout().width + ' ' + layout().height"
      [attr.width]="layout().width"
      [attr.height]="layout().height"
      role="group"
      aria-label="Boards and what is cut from them"
    >
      @for (board of layout().boards; track board.letter + board.number) {
        <g [attr.transform]="'translate(0 ' + board.y + ')'">
          <text class="letter" x="0" [attr.y]="board.height / 2 + 4">{{ board.letter }}{{ board.number }}</text>
          <rect class="raw" [attr.x]="label" y="0" [attr.width]="board.length" [attr.height]="board.height" />
          @if (board.offcut; as offcut) {
            <rect
              [class]="offcut.kept ? 'kept' : 'scrap'"
              [attr.x]="offcut.x"
              y="1"
              [attr.width]="offcut.width"
              [attr.height]="board.height - 2"
            />
            @if (offcut.width > 34) {
              <text
                class="keep"
                [class.small]="!offcut.kept"
                [attr.x]="offcut.x + offcut.width / 2"
                [attr.y]="board.height / 2 + 4"
              >
                {{ offcut.kept && offcut.width > 62 ? 'keep ' : '' }}{{ say(offcut.length) }}
              </text>
            }
          }
          @for (piece of board.pieces; track piece.index) {
            <g
              class="piece"
              tabindex="0"
              role="button"
              [class.chosen]="piece.id === chosen()"
              [class.lifted]="held.now()?.what?.piece === piece"
              [attr.data-piece]="piece.id"
              [attr.aria-label]="ariaOf(board, piece)"
              [attr.transform]="shiftOf(piece)"
              (pointerdown)="lift($event, board, piece)"
              (pointermove)="held.pull($event)"
              (pointerup)="drop($event)"
              (pointercancel)="held.letGo()"
              (keydown)="pressed($event, board, piece)"
              (focus)="picked.emit(piece.id)"
            >
              <rect [attr.x]="piece.x" y="0" [attr.width]="piece.width" [attr.height]="board.height" />
              @if (piece.width > 6.3 * wordOf(piece).length) {
                <text [attr.x]="piece.x + piece.width / 2" [attr.y]="board.height / 2 + 4">{{ wordOf(piece) }}</text>
              }
            </g>
          }
          @for (mark of board.marks; track $index) {
            <path class="tick" [attr.d]="'M' + mark.x + ' ' + board.height + 'v' + (4 + 14 * mark.level)" />
            <text class="mark" [attr.x]="mark.x" [attr.y]="board.height + 15 + 14 * mark.level">
              {{ say(mark.at) }}
            </text>
          }
          <text class="note" [attr.x]="label + board.length + 8" [attr.y]="board.height / 2 + 4">
            {{ whole(board) }}{{ board.rip === null ? '' : ', rip to ' + say(board.rip) }}
          </text>
        </g>
      }
    </svg>
    @if (held.now(); as now) {
      <p #fresh class="fresh">Let it go here: a board more for the {{ wordOf(now.what.piece) }}</p>
    }`,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      touch-action: pan-y;
    }
    text {
      fill: var(--ink);
      font: 400 12px var(--text);
    }
    .letter {
      font-weight: 600;
    }
    .raw {
      fill: url(#scrap-hatch);
      stroke: var(--ink-2);
      stroke-width: 0.75;
    }
    .piece rect {
      fill: url(#seen);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .piece text {
      text-anchor: middle;
      pointer-events: none;
    }
    .piece {
      cursor: grab;
      outline: none;
      touch-action: none;
    }
    .piece.chosen rect,
    .piece:focus-visible rect {
      fill: var(--yew-2);
      stroke: var(--yew);
      stroke-width: 3;
    }
    .piece.lifted {
      cursor: grabbing;
      opacity: 0.75;
      pointer-events: none;
    }
    .fresh {
      position: sticky;
      bottom: 0;
      box-sizing: border-box;
      height: 40px;
      margin: 0;
      padding: 9px var(--s3);
      border: 1.5px dashed var(--yew);
      background: var(--yew-2);
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
      text-anchor: middle;
    }
    .keep.small {
      fill: var(--ink-2);
      font-weight: 400;
    }
    .tick {
      stroke: var(--ink);
    }
    .mark {
      text-anchor: middle;
    }
    .note {
      fill: var(--ink-2);
    }
  `,
})
export class BoardsPlan {
  readonly layout = input.required<PlanLayout>();
  readonly parts = input.required<readonly BatchWork[]>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = input<string | null>(null);
  /** Sawn already: nothing moves any more. */
  readonly fixed = input(false);
  readonly moved = output<BoardMove>();
  readonly picked = output<string>();

  protected readonly label = LABEL_WIDTH;
  protected readonly held = new HeldPiece<OnBoard>();
  protected readonly lane = viewChild<ElementRef<HTMLElement>>('fresh');
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected say(value: number): string {
    return length(value, this.system());
  }

  protected whole({ whole }: DrawnBoard): string {
    const metric = this.system() === 'metric';
    if (!metric) return `${this.say(whole)} in`;
    const tenths = decimalText(whole, 1);
    return `${Math.abs(Number(tenths) - whole) < 0.005 ? tenths : decimalText(whole, 2)} m`;
  }

  protected wordOf(piece: DrawnPiece): string {
    return pieceWord(this.parts().find(({ id }) => id === piece.id));
  }

  protected ariaOf(board: DrawnBoard, piece: DrawnPiece): string {
    return `${this.wordOf(piece)} on ${board.letter}${board.number}, mark ${this.say(piece.to)}`;
  }

  protected shiftOf(piece: DrawnPiece): string | null {
    const held = this.held.now();
    return held?.what.piece === piece ? `translate(${held.dx} ${held.dy})` : null;
  }

  protected lift(event: PointerEvent, board: DrawnBoard, piece: DrawnPiece): void {
    this.picked.emit(piece.id);
    if (!this.fixed()) this.held.lift(event, { board, piece });
  }

  protected drop({ clientX, clientY }: PointerEvent): void {
    const lane = this.lane()?.nativeElement.getBoundingClientRect();
    const dropped = this.held.drop();
    if (!dropped) return;
    const { board } = dropped.what;
    const y = board.y + board.height / 2 + dropped.dy;
    const under = this.layout().boards.find((one) => y >= one.y - 4 && y <= one.y + one.height + 12);
    const fresh =
      lane && clientX >= lane.left && clientX <= lane.right && clientY >= lane.top && clientY <= lane.bottom;
    if (fresh) this.#move(dropped.what, this.#boardsOf(board.letter));
    else if (under) this.#move(dropped.what, under.letter === board.letter ? under.board : null);
  }

  protected pressed(event: KeyboardEvent, board: DrawnBoard, piece: DrawnPiece): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      if (this.fixed()) return;
      const to = board.board + by;
      if (to >= 0) this.#move({ board, piece }, Math.min(to, this.#boardsOf(board.letter)));
      return;
    }
    const side = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (side === 0) return;
    event.preventDefault();
    const all = [...this.#host.nativeElement.querySelectorAll<SVGGElement>('.piece')];
    all[all.indexOf(event.currentTarget as SVGGElement) + side]?.focus();
  }

  #boardsOf(letter: string): number {
    return this.layout().boards.filter((board) => board.letter === letter).length;
  }

  #move({ board, piece }: OnBoard, to: number | null): void {
    this.moved.emit({
      letter: board.letter,
      from: { board: board.board, cut: piece.index },
      to,
      piece: this.wordOf(piece),
    });
  }
}
