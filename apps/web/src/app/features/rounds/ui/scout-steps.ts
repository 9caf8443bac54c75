import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ScoutStep } from '@yewridge/core/catches';

interface Step {
  readonly id: ScoutStep;
  readonly word: string;
  readonly range: string;
  /** Bees on the picture, as places around the hole. */
  readonly bees: readonly (readonly [x: number, y: number, turn: number])[];
}

const RING = Array.from({ length: 12 }, (_, n): readonly [number, number, number] => {
  const angle = (n / 12) * 2 * Math.PI;
  return [36 + (16 + (n % 3) * 3) * Math.cos(angle), 38 + (13 + (n % 2) * 3) * Math.sin(angle), n * 40];
});
const STREAM = [
  ...RING.slice(0, 5),
  ...Array.from({ length: 12 }, (_, n): readonly [number, number, number] => [
    42 + n * 4,
    34 - n * 2.4 + (n % 3) * 3,
    -30,
  ]),
];
const STEPS: readonly Step[] = [
  { id: 'none', word: 'None', range: 'nobody at the hole', bees: [] },
  {
    id: 'few',
    word: 'A few',
    range: '1 to 5 a minute',
    bees: [
      [22, 26, 30],
      [46, 46, 80],
      [50, 30, 10],
    ],
  },
  { id: 'tens', word: '6 to 15 a minute', range: 'always some at the hole', bees: RING },
  { id: 'stream', word: 'A stream', range: 'more than 15, in and out', bees: STREAM },
  { id: 'movedIn', word: 'Moved in', range: 'pollen, fanning, a guard', bees: [] },
];

/** How many bees come and go at the hole, in five pictures; what is touched is what is kept. */
@Component({
  selector: 'yw-scout-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="radiogroup" aria-label="Scouts at the entrance">
      @for (step of steps; track step.id) {
        <button
          type="button"
          role="radio"
          [attr.aria-checked]="value() === step.id"
          [tabindex]="(value() ?? steps[0]?.id) === step.id ? 0 : -1"
          [class.chosen]="value() === step.id"
          (click)="chosen.emit(step.id)"
          (keydown)="walk($event, $index)"
        >
          <svg viewBox="0 0 96 72" aria-hidden="true">
            @if (step.id === 'movedIn') {
              <rect class="wood" x="6" y="6" width="62" height="60" />
              <rect class="room" x="13" y="13" width="48" height="46" />
              <path class="cluster" d="M20 15h34c2 20-6 36-17 36S18 35 20 15z" />
            } @else {
              <path class="lid" d="M2 8h70" />
              <rect class="wood" x="6" y="8" width="62" height="56" />
              <path class="joint" d="M6 24h62M12 16q20-4 44 1M14 56q20-4 46 0" />
              <circle class="hole" cx="37" cy="42" r="8" />
              @for (bee of step.bees; track $index) {
                <g class="bee" [attr.transform]="place(bee)">
                  <path d="M-4 0H4M-1-2L-3-4M-1 2L-3 4M2-2L1-4M2 2L1 4" />
                </g>
              }
            }
          </svg>
          <span class="words"
            ><strong>{{ step.word }}</strong> <span>{{ step.range }}</span></span
          >
          <span class="tick" aria-hidden="true"></span>
        </button>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      border-block: 1px solid var(--rule-2);
      background: var(--sheet);
    }
    button {
      position: relative;
      width: 100%;
      border: 0;
      background: none;
      text-align: left;
      display: grid;
      grid-template-columns: 96px 1fr 40px;
      align-items: center;
      gap: var(--s4);
      box-sizing: border-box;
      min-height: 76px;
      padding: 4px var(--s4);
      border-left: 6px solid transparent;
      cursor: pointer;
    }
    button + button {
      border-top: 1px solid var(--rule);
    }
    .chosen {
      border-left-color: var(--yew);
      background: var(--yew-2);
      outline: 2px solid var(--yew);
      outline-offset: -2px;
    }
    button:focus-visible {
      outline: 2px solid var(--yew);
      outline-offset: -4px;
    }
    svg {
      width: 96px;
      height: 68px;
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .wood {
      fill: var(--wood);
    }
    .room {
      fill: var(--sheet);
    }
    .joint {
      stroke: var(--wood-ink);
      stroke-width: 0.8;
    }
    .lid {
      stroke-width: 2;
    }
    .hole {
      fill: var(--door);
    }
    .bee path {
      stroke-width: 1.2;
    }
    .bee {
      stroke: var(--ink);
      stroke-width: 2.2;
    }
    .cluster {
      fill: var(--catch);
      stroke: none;
    }
    .words {
      display: grid;
      color: var(--ink-2);
      font-size: 14px;
    }
    strong {
      color: var(--ink);
      font: 600 19px / 1.3 var(--head);
    }
    .tick {
      width: 24px;
      height: 24px;
      border: 1.5px solid var(--ink-2);
    }
    .chosen .tick {
      width: 24px;
      height: 12px;
      border: 0;
      border-bottom: 4px solid var(--yew);
      border-left: 4px solid var(--yew);
      rotate: -45deg;
    }
  `,
})
export class ScoutSteps {
  readonly value = input.required<ScoutStep | null>();
  readonly chosen = output<ScoutStep>();
  protected readonly steps = STEPS;

  /** The arrow keys go from one to the next and choose it, as in any group of choices. */
  protected walk(event: KeyboardEvent, at: number): void {
    const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
    const next = by === undefined ? undefined : STEPS[(at + by + STEPS.length) % STEPS.length];
    if (!next) return;
    event.preventDefault();
    this.chosen.emit(next.id);
    const group = (event.currentTarget as HTMLElement).parentElement;
    group?.querySelectorAll('button')[STEPS.indexOf(next)]?.focus();
  }

  protected place([x, y, turn]: readonly [number, number, number]): string {
    return `translate(${x} ${y}) rotate(${turn})`;
  }
}
