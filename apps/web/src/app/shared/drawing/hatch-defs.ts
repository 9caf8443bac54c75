import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Hatches shared by all drawings of a page: cut wood in two directions, ply, combs. */
@Component({
  selector: 'yw-hatch-defs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg width="0" height="0" aria-hidden="true" focusable="false">
    <defs>
      <pattern id="seen" width="120" height="26" patternUnits="userSpaceOnUse">
        <rect width="120" height="26" class="wood" />
        <path d="M0 5c20-2 34 2 60 0s40-2 60 0M0 18c16 2 40-3 64-1s38 3 56 1" class="grain" />
      </pattern>
      <pattern id="cut-a" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" class="wood" />
        <path d="M0 0V6" class="wood-line" />
      </pattern>
      <pattern id="cut-b" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="6" height="6" class="wood" />
        <path d="M0 0V6" class="wood-line" />
      </pattern>
      <pattern id="ply" width="8" height="4" patternUnits="userSpaceOnUse">
        <rect width="8" height="4" class="wood" />
        <path d="M0 2H8" class="wood-line" />
      </pattern>
      <pattern id="comb-dark" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
        <rect width="5" height="5" class="dark" />
        <path d="M0 0V5" class="dark-line" />
      </pattern>
      <pattern id="comb" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
        <rect width="7" height="7" class="new" />
        <path d="M0 0V7" class="new-line" />
      </pattern>
    </defs>
  </svg>`,
  styles: `
    :host {
      position: absolute;
    }
    .wood {
      fill: var(--wood);
    }
    .wood-line {
      stroke: var(--wood-ink);
      stroke-width: 1;
    }
    .grain {
      fill: none;
      stroke: var(--wood-ink);
      stroke-width: 0.7;
      opacity: 0.4;
    }
    .dark {
      fill: var(--comb-dark);
    }
    .dark-line {
      stroke: var(--comb);
      stroke-width: 0.5;
    }
    .new {
      fill: var(--comb);
    }
    .new-line {
      stroke: var(--comb-dark);
      stroke-width: 0.6;
    }
  `,
})
export class HatchDefs {}
