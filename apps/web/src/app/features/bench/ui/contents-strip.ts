import { CdkDrag, type CdkDragDrop, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import {
  arrangementOf,
  type Content,
  cycled,
  type DesignSection,
  FILL_CYCLE,
  type Fill,
  framePlaces,
  hung,
  type HungFrame,
  hungFrames,
  insideShape,
  inTheMiddle,
  moved,
  pushedAside,
  withRow,
} from '@yewridge/core/bench';
import { contentsInWords, FILL_NAMES } from '../data/names';

const WIDTH = 206;
const WIDEST = 40;
const DEPTH = 24;
const STRIP_DEPTH = 5;
const USUAL_PITCH = 0.034925;
const MIDDLE = 4;

/** What a keeper does to the contents, whatever they are by then: two quick taps are two. */
export type Arranging = (contents: readonly Content[]) => readonly Content[];

interface Slot {
  readonly fill: Fill | null;
  readonly says: string;
}

/** What is hung beside others is like the last of them. */
function likeIn(contents: readonly Content[]): HungFrame {
  return hungFrames(contents).at(-1) ?? { frame: 'langstroth-deep', fill: 'starter', pitch: USUAL_PITCH };
}

/**
 * One slot a frame, left to right as in the box. A click makes a frame the next kind and in the end leaves it out; dragging
 * (or Alt with an arrow) moves it. Its fill says what it is, and a line of words repeats it.
 */
@Component({
  selector: 'yw-contents-strip',
  imports: [CdkDropList, CdkDrag],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './contents-strip.html',
  styleUrl: './contents-strip.scss',
})
export class ContentsStrip {
  readonly section = input.required<DesignSection>();
  readonly tools = input(false);
  readonly arranged = output<Arranging>();

  protected readonly depth = DEPTH;
  protected readonly words = computed(() => contentsInWords(this.section().contents));
  readonly #row = computed(() => hungFrames(this.section().contents));
  /** Places without a frame; none while the walls leave no room to count them in. */
  readonly #free = computed(() => {
    const row = this.#row();
    const shape = this.section().shape;
    if (shape.kind !== 'box') return 0;
    const taken = row.reduce((sum, { pitch }) => sum + pitch, 0);
    const width = this.section().sizes === 'outside' ? this.#insideWidth() : shape.width;
    return Math.max(0, framePlaces(width - taken, row.at(-1)?.pitch ?? USUAL_PITCH));
  });
  protected readonly slots = computed<readonly Slot[]>(() => {
    const hungOnes = this.#row().map(({ fill }, n): Slot => ({
      fill,
      says: `Frame ${n + 1}, ${FILL_NAMES[fill]}. Click: ${this.#next(fill)}`,
    }));
    const free = Array.from({ length: this.#free() }, (): Slot => ({
      fill: null,
      says: 'Empty place. Click: hang a frame',
    }));
    return arrangementOf(this.section().contents) === 'centre'
      ? [...free.slice(0, Math.floor(free.length / 2)), ...hungOnes, ...free.slice(Math.floor(free.length / 2))]
      : [...hungOnes, ...free];
  });
  protected readonly width = computed(() => Math.min(WIDEST, WIDTH / Math.max(1, this.slots().length)));
  protected readonly offset = computed(() => this.slots().findIndex(({ fill }) => fill !== null));
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected fillDepth(fill: Fill): number {
    return fill === 'starter' ? STRIP_DEPTH : DEPTH;
  }

  protected clicked(index: number): void {
    const frame = index - Math.max(0, this.offset());
    const slot = this.slots()[index];
    if (!slot) return;
    this.arranged.emit(
      slot.fill !== null
        ? (contents) => cycled(contents, frame)
        : (contents) => hung(contents, { ...likeIn(contents), fill: 'starter' }),
    );
    this.#focus(index);
  }

  protected pressed(event: KeyboardEvent, index: number): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const frame = index - Math.max(0, this.offset());
    if (step !== 0) {
      event.preventDefault();
      if (event.altKey && this.slots()[index]?.fill !== null && this.slots()[index + step]?.fill !== null) {
        this.arranged.emit((contents) => moved(contents, frame, frame + step));
      }
      this.#focus(index + step);
    } else if (event.key === 'Delete' && this.slots()[index]?.fill !== null) {
      event.preventDefault();
      this.arranged.emit((contents) => {
        const row = hungFrames(contents).filter((_, n) => n !== frame);
        return withRow(contents, row, arrangementOf(contents));
      });
      this.#focus(index);
    }
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const shift = Math.max(0, this.offset());
    if (previousIndex !== currentIndex) {
      this.arranged.emit((contents) => moved(contents, previousIndex - shift, currentIndex - shift));
    }
  }

  protected middle(): void {
    this.arranged.emit((contents) => inTheMiddle(contents, MIDDLE, likeIn(contents)));
  }

  protected aside(): void {
    this.arranged.emit(pushedAside);
  }

  #next(fill: Fill): string {
    const next = FILL_CYCLE[FILL_CYCLE.indexOf(fill) + 1];
    return next === undefined ? 'leave it out' : FILL_NAMES[next];
  }

  #insideWidth(): number {
    try {
      const inside = insideShape(this.section());
      return inside.kind === 'box' ? inside.width : 0;
    } catch {
      return 0;
    }
  }

  /** The slot keeps the focus although its element is made anew. */
  #focus(index: number): void {
    setTimeout(() => {
      const buttons = this.#element.querySelectorAll<HTMLButtonElement>('.slot');
      buttons[Math.max(0, Math.min(buttons.length - 1, index))]?.focus();
    });
  }
}
