import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

export interface PairPlace {
  readonly block: number;
  readonly number: string;
  readonly side: 'A' | 'B' | null;
  readonly lat: number;
  readonly lon: number;
}
const WIDTH = 560;
const HEIGHT = 320;
const PAD = 34;
const RAD = Math.PI / 180;

/** Where the traps of a trial hang, pairs joined by lines: a round is the first way, a square the second. */
@Component({
  selector: 'yw-pair-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
    @for (line of lines(); track line.block) {
      <line [attr.x1]="line.x1" [attr.y1]="line.y1" [attr.x2]="line.x2" [attr.y2]="line.y2" />
    }
    @for (one of marks(); track one.number) {
      @if (one.side === 'B') {
        <rect [attr.x]="one.x - 6" [attr.y]="one.y - 6" width="12" height="12" />
      } @else {
        <circle r="6.5" [class.free]="one.side === null" [attr.cx]="one.x" [attr.cy]="one.y" />
      }
      <text [attr.x]="one.x + 10" [attr.y]="one.y + 4">{{ one.number }}</text>
    }
  </svg>`,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      max-height: 340px;
      background: var(--map-field);
      border: 1px solid var(--rule);
    }
    line {
      stroke: var(--ink-2);
      stroke-width: 1.6;
    }
    circle {
      fill: var(--yew);
      stroke: var(--sheet);
    }
    .free {
      fill: none;
      stroke: var(--ink-3);
    }
    rect {
      fill: var(--catch);
      stroke: var(--sheet);
    }
    text {
      fill: var(--ink);
      font-size: 12px;
      font-weight: 600;
    }
  `,
})
export class PairMap {
  readonly places = input.required<readonly PairPlace[]>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;

  protected readonly marks = computed(() => {
    const all = this.places();
    const lats = all.map(({ lat }) => lat);
    const lons = all.map(({ lon }) => lon);
    const [south, north] = [Math.min(...lats), Math.max(...lats)];
    const [west, east] = [Math.min(...lons), Math.max(...lons)];
    const squeeze = Math.cos(((south + north) / 2) * RAD);
    const span = Math.max((east - west) * squeeze * (HEIGHT / WIDTH), north - south, 1e-6);
    const perDegree = (HEIGHT - 2 * PAD) / span;
    return all.map((one) => ({
      ...one,
      x: WIDTH / 2 + (one.lon - (west + east) / 2) * squeeze * perDegree,
      y: HEIGHT / 2 - (one.lat - (south + north) / 2) * perDegree,
    }));
  });
  protected readonly lines = computed(() => {
    const blocks = [...new Set(this.places().flatMap(({ block, side }) => (side === null ? [] : [block])))];
    return blocks.flatMap((block) => {
      const [a, b] = this.marks().filter((one) => one.block === block && one.side !== null);
      return a && b ? [{ block, x1: a.x, y1: a.y, x2: b.x, y2: b.y }] : [];
    });
  });
  protected readonly words = computed(() => {
    const pairs = this.lines().map(({ block }) =>
      this.places()
        .filter((one) => one.block === block)
        .map(({ number }) => number)
        .join(' with '),
    );
    return `Pairs: ${pairs.join(', ')}`;
  });
}
