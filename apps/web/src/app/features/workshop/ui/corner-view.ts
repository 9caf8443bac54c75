import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  type DesignSection,
  fingersOver,
  type Joint,
  JOINTS,
  rabbetOf,
  SCREW,
  screwLength,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Segments } from '../../../shared/fields/segments';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import { JOINT_NAMES, length } from '../data/workshop-words';

const ROOM = { width: 200, height: 138 };

/** A corner from above: which board runs past which, near true size, and what holds it. */
@Component({
  selector: 'yw-corner-view',
  imports: [Segments],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>Corner{{ section().label ? ': ' + section().label : '' }}</h2>
      <small>from above</small>
    </div>
    @if (!fixed()) {
      <yw-segments
        label="How the corners are joined"
        [options]="options"
        [value]="joint()"
        (chosen)="chosen.emit($any($event))"
      />
    }
    <svg
      [attr.viewBox]="'0 0 ' + room.width + ' ' + room.height"
      [attr.width]="room.width"
      [attr.height]="room.height"
      role="img"
      [attr.aria-label]="says()"
    >
      <g transform="translate(10 22)">
        <path class="end" [attr.d]="paths().end" />
        <path class="side" [attr.d]="paths().side" />
        @if (joint() === 'box-joint') {
          <path class="finger" [attr.d]="paths().joint" />
        } @else {
          <path class="screw" [attr.d]="paths().screw" />
        }
        <text class="size" [attr.x]="paths().t / 2" y="-8">{{ say(section().endWall) }}</text>
        <text [attr.x]="paths().t / 2" [attr.y]="paths().w + 46">end</text>
        <text [attr.x]="paths().t + 62" [attr.y]="paths().w / 2 + 4">side</text>
      </g>
    </svg>
    <p>{{ says() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    .head {
      display: flex;
      gap: var(--s2);
      align-items: baseline;
      justify-content: space-between;
      margin-bottom: var(--s2);
    }
    h2 {
      font-size: 16px;
    }
    small,
    p {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    p {
      margin: 0;
    }
    yw-segments {
      display: block;
    }
    svg {
      display: block;
      max-width: 100%;
    }
    .end {
      fill: url(#cut-b);
      stroke: var(--ink);
      stroke-width: 1.7;
    }
    .side {
      fill: url(#cut-a);
      stroke: var(--ink);
      stroke-width: 1.7;
    }
    .finger {
      fill: none;
      stroke: var(--ink);
      stroke-dasharray: 5 3;
    }
    .screw {
      fill: none;
      stroke: var(--clay);
      stroke-width: 1.4;
      stroke-dasharray: 14 3 3 3;
    }
    text {
      fill: var(--ink);
      font: 400 12px var(--text);
      text-anchor: middle;
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 4px;
    }
  `,
})
export class CornerView {
  readonly section = input.required<DesignSection>();
  readonly system = input.required<UnitSystem>();
  /** Sawn already. */
  readonly fixed = input(false);
  readonly chosen = output<Joint>();

  protected readonly scale = inject(ScreenScale);
  protected readonly room = ROOM;
  protected readonly options = JOINTS.map((id) => ({ id, name: JOINT_NAMES[id] }));
  protected readonly joint = computed(() => this.section().joint ?? 'butt');
  readonly #rabbet = computed(() => rabbetOf(this.section()));

  protected readonly says = computed(() => {
    const { shape, wall, endWall } = this.section();
    const height = shape.kind === 'box' ? shape.height : 0;
    const screw = `a screw of ${this.say(screwLength(wall))} every ${this.say(SCREW.corner)}`;
    switch (this.joint()) {
      case 'butt':
        return `The sides run past the ends. Glue, and ${screw}.`;
      case 'rabbet':
        return `The sides sit ${this.say(this.#rabbet())} deep in the ends of ${this.say(endWall)}. Glue, and ${screw}.`;
      case 'box-joint': {
        const { fingers, fingerWidth } = fingersOver(height > 0 ? height : 0.1, wall);
        return `${fingers} fingers of ${this.say(fingerWidth)} over ${this.say(height)}. Glue alone holds.`;
      }
    }
  });

  /** In pixels at the size of the screen: the end stands down the left, the side runs to the right. */
  protected readonly paths = computed(() => {
    const k = Math.min(this.scale.pixelsPerMetre(), 60 / Math.max(this.section().endWall, this.section().wall));
    const [t, w] = [this.section().endWall * k, this.section().wall * k];
    const from = this.joint() === 'rabbet' ? t - this.#rabbet() * k : 0;
    const long = t + 110;
    const deep = w + 66;
    const end =
      this.joint() === 'butt' ? `M0 ${w}H${t}V${deep}H0Z` : `M0 0H${from === 0 ? t : from}V${w}H${t}V${deep}H0Z`;
    return {
      t,
      w,
      end,
      side: `M${from} 0H${long}V${w}H${from}Z`,
      joint: `M${t} 0V${w}`,
      screw: `M-6 ${w / 2}H${t + 34}`,
    };
  });

  protected say(value: number): string {
    return length(value, this.system());
  }
}
