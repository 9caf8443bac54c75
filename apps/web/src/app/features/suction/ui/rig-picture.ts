import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Layout } from '@yewridge/core/suction';

/** Where hose, frames, screen and source stand in each layout: wood, mesh, air. */
const PICTURES: Readonly<
  Record<Layout, { readonly box: string; readonly mesh: string; readonly frames: string; readonly air: string }>
> = {
  walkUp: {
    box: 'M40 16h56v40H40zM78 16V6h14v10',
    mesh: 'M40 26h56',
    frames: 'M46 30h22v16H46z',
    air: 'M4 52h34M40 51l44 2m-8 0-4-24m14-6 0-10',
  },
  topBox: {
    box: 'M40 14h56v24H40zM40 42h56v14H40zM78 14V4h14v10',
    mesh: 'M40 21h56',
    frames: 'M46 44h44v10H46z',
    air: 'M4 46h14c10 0 4-16 20-16M40 30h46m-8 0V23m8-4V8',
  },
  downDraught: {
    box: 'M40 4h56v36H40zM40 40h56v16H40zM96 46h10v10H96z',
    mesh: 'M40 44l56 8',
    frames: 'M46 8h30v28H46z',
    air: 'M4 44h34M40 44l36 4m-18-1v6m14-4v4M84 54h14',
  },
  splitDeep: {
    box: 'M40 12h56v34H40zM96 22h10v14H96z',
    mesh: 'M84 12v34',
    frames: 'M46 16h20v16H46z',
    air: 'M4 46h16c8 0 6-12 18-12M40 34h38m2-14h10m-10 16h10m4-8h8',
  },
};

/** A layout in a few lines. Decoration: the words beside it say the same. */
@Component({
  selector: 'yw-rig-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg width="112" height="60" viewBox="0 0 112 60" aria-hidden="true">
    <path class="comb" [attr.d]="picture().frames" />
    <path class="box" [attr.d]="picture().box" />
    <path class="mesh" [attr.d]="picture().mesh" />
    <path class="air" [attr.d]="picture().air" />
  </svg>`,
  styles: `
    :host {
      display: block;
      flex: none;
    }
    svg {
      fill: none;
    }
    .box {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .mesh {
      stroke: var(--ink);
      stroke-width: 2;
      stroke-dasharray: 2 1.5;
    }
    .comb {
      fill: var(--wood);
      stroke: var(--wood-ink);
    }
    .air {
      stroke: var(--air);
      stroke-width: 2;
    }
  `,
})
export class RigPicture {
  readonly layout = input.required<Layout>();
  protected readonly picture = computed(() => PICTURES[this.layout()]);
}
