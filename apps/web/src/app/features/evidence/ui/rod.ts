import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { EvidenceSpell } from '@yewridge/core/evidence';

/** A hanging swarm: bees moved in. */
export const CLUSTER =
  'M-5 -7h10v1.500h-3.600C3.800 -3 4 -.500 3.400 2 2.800 4.600 1.600 6.400 0 7.500-1.600 6.400-2.800 4.600-3.400 2-4 -.500-3.800 -3-1.400 -5.500H-5z';
const SIZE = { height: 20, bar: 9, gap: 1, seasonGap: 4 } as const;

interface Piece {
  readonly x: number;
  readonly w: number;
  readonly caught: boolean;
  /** Where the next season begins. */
  readonly next: boolean;
}

/** A place's days at risk laid end to end, a piece a stay: exposure is seen, so that 309 empty days are not read as 17. */
@Component({
  selector: 'yw-rod',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="width()" [attr.height]="size.height" aria-hidden="true">
      @for (piece of pieces(); track $index) {
        <rect
          [attr.x]="piece.x"
          [attr.y]="(size.height - size.bar) / 2"
          [attr.width]="piece.w"
          [attr.height]="size.bar"
        />
        @if (piece.next) {
          <line [attr.x1]="piece.x - 2.5" [attr.x2]="piece.x - 2.5" y1="3" [attr.y2]="size.height - 3" />
        }
      }
      @for (piece of pieces(); track $index) {
        @if (piece.caught) {
          <path
            [attr.d]="cluster"
            [attr.transform]="'translate(' + (piece.x + piece.w) + ' ' + size.height / 2 + ')'"
          />
        }
      }
    </svg>
  `,
  styles: `
    :host,
    svg {
      display: block;
    }
    rect {
      fill: var(--yew-2);
      stroke: var(--yew);
    }
    line {
      stroke: var(--ink-2);
      stroke-width: 1.4;
    }
    path {
      fill: var(--catch);
    }
  `,
})
export class Rod {
  readonly spells = input.required<readonly EvidenceSpell[]>();
  /** Pixels a day. */
  readonly perDay = input.required<number>();
  readonly width = input(300);

  protected readonly size = SIZE;
  protected readonly cluster = CLUSTER;
  protected readonly pieces = computed<readonly Piece[]>(() => {
    let x = 1;
    let season: number | null = null;
    return this.spells().map((spell): Piece => {
      const next = season !== null && spell.season !== season;
      if (season !== null) x += next ? SIZE.seasonGap : SIZE.gap;
      season = spell.season;
      const piece = { x, w: Math.max(1, spell.days * this.perDay()), caught: spell.event === 1, next };
      x += piece.w;
      return piece;
    });
  });
}
