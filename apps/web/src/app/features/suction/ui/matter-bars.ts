import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { MatterRow } from '@yewridge/core/suction';
import { MATTER_NAMES } from '../data/rig-words';
import { percentText } from '../../../shared/units/format';

const WIDTH = 120;
const SHOWN = 8;

/** What matters most: how arrival and mouth speed move with a fifth less and a fifth more of each thing. */
@Component({
  selector: 'yw-matter-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul>
      @for (row of rows(); track row.matter) {
        <li>
          <span>{{ row.name }}</span>
          <svg width="120" height="16" viewBox="0 0 120 16" aria-hidden="true">
            <path class="zero" d="M60 0V16" />
            <rect class="arrival" [attr.x]="row.arrival.x" y="2" [attr.width]="row.arrival.width" height="6" />
            <rect class="mouth" [attr.x]="row.mouth.x" y="10" [attr.width]="row.mouth.width" height="3.5" />
          </svg>
          <b>{{ row.text }}</b>
        </li>
      }
    </ul>
    <p><i class="a"></i> arrival, 20 % less to 20 % more <i class="m"></i> mouth speed</p>`,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 120px 52px;
      align-items: center;
      gap: var(--s2);
      min-height: 20px;
    }
    b {
      text-align: right;
      font-weight: 600;
    }
    .zero {
      stroke: var(--ink-2);
      stroke-dasharray: 3 2;
    }
    .arrival {
      fill: var(--ink-2);
    }
    .mouth {
      fill: var(--air);
    }
    p {
      margin: 6px 0 0;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    i {
      display: inline-block;
      width: 14px;
      height: 6px;
    }
    .a {
      background: var(--ink-2);
    }
    .m {
      height: 3.5px;
      background: var(--air);
    }
  `,
})
export class MatterBars {
  readonly matters = input.required<readonly MatterRow[]>();

  protected readonly rows = computed(() => {
    const shown = this.matters().slice(0, SHOWN);
    const most = Math.max(
      0.05,
      ...shown.flatMap(({ arrival, mouth }) => ends(arrival).concat(ends(mouth)).map(Math.abs)),
    );
    const bar = (pair: MatterRow['arrival']): { x: number; width: number } => {
      const at = ends(pair).map((value) => WIDTH / 2 + (value / most) * (WIDTH / 2 - 2));
      const low = Math.min(...at);
      return { x: low, width: Math.max(1.5, Math.max(...at) - low) };
    };
    return shown.map((row) => ({
      matter: row.matter,
      name: MATTER_NAMES[row.matter],
      arrival: bar(row.arrival),
      mouth: bar(row.mouth),
      text: textOf(row),
    }));
  });
}

function ends(pair: MatterRow['arrival']): number[] {
  return [pair.less ?? 0, pair.more ?? 0];
}

/** What a fifth more does to the arrival, signed. */
function textOf({ arrival: { more } }: MatterRow): string {
  if (more === null) return 'stalls';
  return `${more < 0 ? '−' : '+'}${percentText(Math.abs(more))}`;
}
