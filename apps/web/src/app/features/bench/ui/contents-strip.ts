import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type DesignSection, frameSlots } from '@yewridge/core/bench';
import { contentsInWords } from '../data/names';

const WIDTH = 206;
const HEIGHT = 40;
const WIDEST = 40;

/** One slot a frame, left to right as in the box; its fill says what it is, and a line of words repeats it. */
@Component({
  selector: 'yw-contents-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" aria-hidden="true">
      @for (slot of slots(); track $index) {
        <g [attr.transform]="'translate(' + slot.x + ' 2)'" [attr.class]="slot.fill">
          <rect class="fill" x="3" [attr.width]="slot.width - 6" [attr.y]="5" [attr.height]="slot.depth" />
          <path [attr.d]="'M0 2H' + slot.width + 'V5H0zM3 5V29H' + (slot.width - 3) + 'V5'" />
          @if (slot.number) {
            <text [attr.x]="slot.width / 2" y="38">{{ slot.number }}</text>
          }
        </g>
      }
    </svg>
    <p>{{ words() }}</p>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 260px;
    }
    path {
      fill: none;
      stroke: var(--ink);
    }
    .fill {
      fill: none;
    }
    .oldComb .fill {
      fill: url('#comb-dark');
    }
    .comb .fill {
      fill: url('#comb');
    }
    .foundation .fill,
    .starter .fill {
      fill: var(--foundation);
    }
    text {
      fill: var(--ink-2);
      font: 400 12px var(--text);
      text-anchor: middle;
    }
    p {
      margin: 2px 0 0;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
  `,
})
export class ContentsStrip {
  readonly section = input.required<DesignSection>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly words = computed(() => contentsInWords(this.section().contents));
  protected readonly slots = computed(() => {
    const section = this.section();
    const all = frameSlots(section.contents, section.shape.kind === 'box' ? section.shape.width : 1);
    const width = Math.min(WIDEST, WIDTH / Math.max(1, all.length));
    return all.map(({ fill }, n) => ({
      fill,
      x: n * width,
      width,
      depth: fill === 'starter' ? 5 : 24,
      number: width > 14 ? n + 1 : null,
    }));
  });
}
