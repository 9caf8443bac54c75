import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Shape } from '@yewridge/core/bench';

/** A tape laid on one size: where it begins and ends, and how to do it. */
interface Tape {
  readonly line: string;
  readonly how: string;
}
interface Picture {
  readonly body: string;
  readonly hidden: string;
  readonly tapes: Readonly<Record<string, Tape>>;
  readonly first: string;
}

const BOX = 'M40 40L150 22L250 44V112L140 136L40 108zM40 40L140 64L250 44M140 64V136';

const PICTURES: Readonly<Record<Shape['kind'], Picture>> = {
  box: {
    body: BOX,
    hidden: '',
    tapes: {
      'shape.length': { line: 'M52 42L146 62', how: 'Front to back, wall to wall inside: along the frames.' },
      'shape.width': { line: 'M152 62L240 46', how: 'Side to side inside: across the frames. Take it at both ends.' },
      'shape.height': { line: 'M134 70V132', how: 'From the floor to the upper rim, inside.' },
    },
    first: 'shape.length',
  },
  cylinder: {
    body: 'M90 36a55 14 0 1 0 110 0a55 14 0 1 0 -110 0M90 36V118a55 14 0 0 0 110 0V36',
    hidden: '',
    tapes: {
      'shape.diameter': {
        line: 'M92 36H198',
        how: 'Across the opening through its middle. Turn the tape, take the mean.',
      },
      'shape.length': { line: 'M208 36V118', how: 'From end to end, inside the ends.' },
      'shape.cut': { line: 'M145 22V34', how: 'How deep the tube is sawn open for the bars.' },
    },
    first: 'shape.diameter',
  },
  cone: {
    body: 'M75 120a70 14 0 0 0 140 0L195 36a50 11 0 1 0 -100 0zM95 36a50 11 0 0 0 100 0',
    hidden: '',
    tapes: {
      'shape.diameterBottom': { line: 'M78 120H212', how: 'Across the wide end that stands below, inside.' },
      'shape.diameterTop': { line: 'M97 36H193', how: 'Across the end that is above, inside.' },
      'shape.height': { line: 'M222 36V124', how: 'Straight up, not along the sloping wall.' },
    },
    first: 'shape.diameterBottom',
  },
  frustum: {
    body: 'M40 40L150 22L250 44L228 112L136 132L62 106zM40 40L140 64L250 44M140 64L136 132',
    hidden: '',
    tapes: {
      'shape.bottom.length': { line: 'M66 106L134 128', how: 'Along the floor, front to back.' },
      'shape.bottom.width': { line: 'M140 128L224 110', how: 'Along the floor, side to side.' },
      'shape.top.length': { line: 'M46 43L138 63', how: 'Along the rim inside, front to back.' },
      'shape.top.width': { line: 'M146 62L244 45', how: 'Along the rim inside, side to side.' },
      'shape.height': { line: 'M256 44V118', how: 'Straight up from floor to rim, not along the wall.' },
      'shape.cornerRadius': {
        line: 'M58 104L68 100',
        how: 'A coin in the corner: half the width of one that touches both walls.',
      },
    },
    first: 'shape.bottom.length',
  },
  measured: {
    body: BOX,
    hidden: 'M42 62L140 88L248 66',
    tapes: {
      'shape.volume': {
        line: 'M196 8V50',
        how: 'Line it with a bag if it leaks. Pour in water, rice or packing beads with a jug you know, count the jugs, and fill to where the lid will be.',
      },
    },
    first: 'shape.volume',
  },
};

/** Where the tape goes for the size that is being typed. */
@Component({
  selector: 'yw-tape-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 290 148" aria-hidden="true">
      <path class="body" [attr.d]="picture().body" />
      <path class="filled" [attr.d]="picture().hidden" />
      <path class="tape" [attr.d]="tape().line" />
    </svg>
    <p>{{ tape().how }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      background: var(--sheet-2);
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .filled {
      stroke: var(--air);
      stroke-width: 1.6;
    }
    .tape {
      stroke: var(--yew);
      stroke-width: 4;
      stroke-linecap: butt;
      stroke-dasharray: 7 1.5;
    }
    p {
      margin: 4px 0 0;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
  `,
})
export class TapePicture {
  readonly kind = input.required<Shape['kind']>();
  /** Field that is being typed. */
  readonly at = input<string | null>(null);

  protected readonly picture = computed(() => PICTURES[this.kind()]);
  protected readonly tape = computed(() => {
    const { tapes, first } = this.picture();
    return tapes[this.at() ?? first] ?? (tapes[first] as Tape);
  });
}
