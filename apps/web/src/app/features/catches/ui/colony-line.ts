import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ColonyMark, ColonyTrack } from '@yewridge/core/catches';
import { dayShort } from '../../../shared/season/season-words';
import { type DayScale, xAt } from '../../../shared/season/day-axis';
import { MARK_NAMES } from '../data/track-words';

/** How large the marks are: bees in hand, this season's, another season's. */
export type LineSize = 'hand' | 'own' | 'past';
const SIZES: Readonly<
  Record<LineSize, { readonly height: number; readonly up: number; readonly down: number; readonly bar: number }>
> = {
  hand: { height: 52, up: 17, down: 36, bar: 10 },
  own: { height: 36, up: 11, down: 25, bar: 8 },
  past: { height: 20, up: 6, down: 14, bar: 6 },
};
/** Letters of 12 px in the text face are about so wide: enough to know whether words fit. */
const LETTER_PX = 6.2;
const LEAST_LETTERS = 16;
const EGGS_PX = 15;

/** The days of one colony: above where it was found, below where it stands. Hidden from readers: the words beside it say the same. */
@Component({
  selector: 'yw-colony-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'size()' },
  template: `
    <svg [attr.width]="width()" [attr.height]="box().height" aria-hidden="true">
      @for (span of spans(); track $index) {
        @switch (span.kind) {
          @case ('since') {
            <line
              class="since"
              [attr.x1]="span.x"
              [attr.x2]="span.x + span.w - 6"
              [attr.y1]="span.y"
              [attr.y2]="span.y"
            />
          }
          @case ('unsaid') {
            <line class="unsaid" [attr.x1]="span.x" [attr.x2]="span.x + span.w" [attr.y1]="span.y" [attr.y2]="span.y" />
          }
          @default {
            <rect
              [class]="span.kind"
              [attr.x]="span.x"
              [attr.y]="span.y - bar() / 2"
              [attr.width]="span.w"
              [attr.height]="bar()"
            />
            @if (span.kind === 'shut') {
              <path class="mesh" [attr.d]="span.mesh" />
            }
          }
        }
      }
      @for (line of lines(); track $index) {
        <path [class]="line.kind" [attr.d]="line.d" />
      }
      @for (mark of marks(); track $index) {
        <g
          [class]="'mark ' + mark.kind"
          [class.expected]="mark.expected"
          [attr.transform]="'translate(' + mark.x + ' ' + mark.y + ')'"
        >
          <title>{{ mark.title }}</title>
          @switch (mark.kind) {
            @case ('movedIn') {
              <path
                class="full"
                d="M-5 -7h10v1.500h-3.600C3.800 -3 4 -.500 3.400 2 2.800 4.600 1.600 6.400 0 7.500-1.600 6.400-2.800 4.600-3.400 2-4 -.500-3.800 -3-1.400 -5.500H-5z"
              />
            }
            @case ('found') {
              <circle class="ring" r="2.700" />
            }
            @case ('closed') {
              <path class="leaf" d="M-5 -5h10V5H-5zM-1.700 -5V5M1.700 -5V5M-5 -1.700H5M-5 1.700H5" />
            }
            @case ('opened') {
              <path class="leaf" d="M-3 -6v12M-3 -6L2 -4.500v9L-3 6" />
            }
            @case ('hived') {
              <path class="leaf" d="M-8 -6H8M-6 -6V6H6V-6M-3 -3v6M0 -3v6M3 -3v6" />
            }
            @case ('eggs') {
              <path class="grain" d="M-4.500 2l2-4M-1 2l2-4M2.500 2l2-4" />
            }
            @case ('settled') {
              <circle class="disc" [attr.r]="size() === 'past' ? 4.5 : 6.5" />
              @if (!mark.expected) {
                <path class="tick" d="M-2.800 0l2 2.200 3.600 -4.400" />
              }
            }
            @case ('lost') {
              <path class="cross" d="M-4 -4l8 8M4 -4l-8 8" />
            }
            @case ('rehung') {
              <path class="hook" d="M-2 7v-9a3.500 3.500 0 1 1 3.500 3.500" />
            }
            @case ('requeened') {
              <path class="leaf" d="M-5 4V-4l2.500 4L0 -4.500 2.500 0 5 -4v8z" />
            }
            @case ('united') {
              <path class="leaf" d="M-5 -5l5 5 5-5M0 0v6" />
            }
            @case ('overwintered') {
              <path class="leaf" d="M0 -5V5M-4.400 -2.500l8.800 5M4.400 -2.500l-8.800 5" />
            }
          }
        </g>
      }
      @for (text of texts(); track $index) {
        <text [class]="text.kind" [attr.x]="text.x" [attr.y]="text.y" [attr.text-anchor]="text.end">
          {{ text.words }}
        </text>
      }
    </svg>
  `,
  styleUrl: './colony-line.scss',
})
export class ColonyLine {
  readonly track = input.required<ColonyTrack>();
  readonly scale = input.required<DayScale>();
  readonly now = input.required<string>();
  readonly size = input.required<LineSize>();
  /** What it weighs, before its cluster. */
  readonly weight = input('');
  /** On the upper line, right of tonight. */
  readonly above = input('');
  readonly aboveLate = input(false);
  /** On the lower line, at its end. */
  readonly below = input('');
  /** Why it was lost. */
  readonly lost = input('');

  protected readonly box = computed(() => SIZES[this.size()]);
  protected readonly bar = computed(() => this.box().bar);
  protected readonly width = computed(() => Math.max(0, Math.round(this.scale().days * this.scale().dayPx)));

  readonly #y = computed(() => (home: boolean) => (home ? this.box().down : this.box().up));
  protected readonly spans = computed(() =>
    this.track().spans.flatMap((span) => {
      const [x, end] = [this.#in(span.from), this.#in(span.to)];
      if (end <= x) return [];
      const y = this.#y()(span.home);
      return [{ ...span, x, w: end - x, y, mesh: span.kind === 'shut' ? mesh(x, end, y, this.bar()) : '' }];
    }),
  );
  protected readonly marks = computed(() => {
    const settled = this.track().marks.find(({ kind }) => kind === 'settled');
    // Eggs of the day it settled stand before the disc, not under it.
    const aside = (mark: ColonyMark): number =>
      mark.kind === 'eggs' && settled && settled.at.slice(0, 10) === mark.at.slice(0, 10) ? -EGGS_PX : 0;
    return this.track()
      .marks.map((mark) => ({
        ...mark,
        x: xAt(this.scale(), mark.at) + aside(mark),
        y: this.#markY(mark),
        title: titleOf(mark),
      }))
      .filter(
        ({ x, kind, expected }) =>
          x >= -8 && x <= this.width() + 8 && !(kind === 'rehung' && (expected || this.size() === 'past')),
      );
  });
  /** The carrying, the way of what was lost, and the trap that hangs again. */
  protected readonly lines = computed(() => {
    const { up, down } = this.box();
    const scale = this.scale();
    return this.track().marks.flatMap((mark) => {
      const x = xAt(scale, mark.at);
      if (x < -20 || x > this.width() + 20) return [];
      if (mark.kind === 'carried')
        return [{ kind: mark.expected ? 'way expected' : 'way', d: `M${x - 6} ${up}L${x + 2} ${down}` }];
      if (mark.kind === 'lost') {
        const from = this.#y()(mark.home);
        return [{ kind: 'gone', d: `M${x - 14} ${from}L${x} ${up - 1}` }];
      }
      if (mark.kind === 'rehung' && !mark.expected && this.size() !== 'past') {
        const end = Math.min(this.width(), xAt(scale, this.now()));
        return end > x ? [{ kind: 'hangs', d: `M${x + 6} ${up}H${end}` }] : [];
      }
      return [];
    });
  });
  protected readonly texts = computed(() => {
    const { up, down } = this.box();
    const all: { kind: string; words: string; x: number; y: number; end: 'start' | 'end' }[] = [];
    const put = (kind: string, words: string, x: number, y: number, end: 'start' | 'end' = 'start'): void => {
      const room = Math.floor((end === 'start' ? this.width() - x : x) / LETTER_PX);
      const shown = words.length <= room ? words : cut(words, room);
      if (shown !== '') all.push({ kind, words: shown, x, y: y + 4, end });
    };
    const start = this.spans()[0];
    const tonight = xAt(this.scale(), this.now());
    const [cross, settled] = ['lost', 'settled'].map((kind) => this.marks().find((mark) => mark.kind === kind));
    if (start) put('weight', this.weight(), start.x - 10, up, 'end');
    const closing = this.marks().find(({ kind, expected }) => kind === 'closed' && expected);
    const right =
      Math.max(
        tonight,
        closing ? closing.x + 6 : 0,
        ...this.spans()
          .filter(({ home }) => !home)
          .map(({ x, w }) => x + w),
      ) + 9;
    put(this.aboveLate() ? 'late' : 'ahead', this.above(), right, up);
    if (settled) put('ahead', this.below(), settled.x + 12, down);
    if (cross) put('late', this.lost(), cross.x + 10, up);
    return all;
  });

  /** Within what is shown. */
  #in(moment: string): number {
    return Math.min(this.width(), Math.max(0, xAt(this.scale(), moment)));
  }

  #markY({ kind, home }: ColonyMark): number {
    if (kind === 'lost') return this.box().up - 1;
    return this.#y()(home);
  }
}

/** As many whole words as there is room for; a few letters say nothing. */
function cut(words: string, room: number): string {
  if (room < LEAST_LETTERS) return '';
  return `${words.slice(0, room - 1).replace(/\W*\s\S*$/, '')} …`;
}

function mesh(from: number, to: number, y: number, bar: number): string {
  const uprights = [];
  for (let x = from + 3; x < to; x += 3) uprights.push(`M${x.toFixed(1)} ${y - bar / 2}v${bar}`);
  return `${uprights.join('')}M${from} ${y}H${to}`;
}

/** `Sat 16 May, 05:30: opened`, and what is only expected says so. */
export function titleOf({ kind, at, until, expected }: ColonyMark): string {
  const [day = at, hour] = at.split('T');
  const when = hour === undefined ? dayShort(day) : `${dayShort(day)}, ${hour}`;
  const to = expected && until.slice(0, 10) !== day ? ` to ${dayShort(until.slice(0, 10))}` : '';
  return `${when}${to}: ${MARK_NAMES[kind]}${expected ? ', expected' : ''}`;
}
