import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RoundPlan } from '@yewridge/core/rounds';
import type { RoundNow } from '../data/round-asked';
import { type Stretch, stripShape } from '../data/strip-shape';

/** The round on one scale of time: sun, stops, road, and what is left of the light and before the bees. */
@Component({
  selector: 'yw-round-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let strip = shape();
    <div class="strip" role="img" [attr.aria-label]="says()">
      <div class="sun">
        @if (strip.sunset; as sunset) {
          <i class="day" [style.width.%]="sunset.left * 100"></i>
          <i class="sets" [style.left.%]="sunset.left * 100"></i>
          <span
            [style.left.%]="sunset.ends ? null : sunset.left * 100"
            [style.right.%]="sunset.ends ? 100 - sunset.left * 100 : null"
            >{{ sunset.text }}</span
          >
        } @else {
          <i class="day level"></i>
        }
      </div>
      <div class="track">
        @if (strip.sunset; as sunset) {
          <i class="night" [style.left.%]="sunset.left * 100"></i>
        }
        @for (road of strip.roads; track $index) {
          <i class="road" [style]="placed(road)"></i>
        }
        @for (block of strip.blocks; track block.id) {
          <i [class]="block.kind" [style]="placed(block)" [title]="block.says"></i>
          <b [style.left.%]="(block.left + block.width / 2) * 100" [class.odd]="crowded(block.id)">{{ block.place }}</b>
        }
        @if (strip.waits; as waits) {
          <i class="waits" [style]="placed(waits)"></i>
        }
        @if (strip.home !== null) {
          <i class="home" [style.left.%]="strip.home * 100"></i>
        }
      </div>
      <div class="slack">
        @if (strip.light; as light) {
          <i class="light" [style]="placed(light)"></i>
          <span class="light-text" [style.right.%]="100 - light.left * 100">{{ light.text }}</span>
        }
        @if (strip.waits; as waits) {
          <i class="wait" [style]="placed(waits)"></i>
          <span class="wait-text" [style.left.%]="waits.left * 100">{{ waits.text }}</span>
        }
      </div>
      <div class="hours">
        @for (hour of strip.hours; track hour.text) {
          <span [style.left.%]="hour.left * 100">{{ hour.text }}</span>
        }
      </div>
    </div>
  `,
  styleUrl: './round-strip.scss',
})
export class RoundStrip {
  readonly now = input.required<RoundNow>();
  readonly plan = input.required<RoundPlan>();

  protected readonly shape = computed(() => stripShape(this.now(), this.plan()));
  protected readonly says = computed(() => {
    const { blocks, sunset, light, waits } = this.shape();
    return [
      'The round by the clock',
      ...blocks.map(({ says }) => says),
      sunset?.text,
      light ? `${light.text} left after the last stop that needs it` : null,
      waits ? `${waits.text} before the bees` : null,
    ]
      .filter((text) => text !== null && text !== undefined)
      .join('. ');
  });
  /** Numbers that would lie on each other stand a line higher. */
  readonly #crowded = computed(() => {
    const crowded = new Set<string>();
    let before = { at: -1, up: false };
    for (const { id, left, width } of this.shape().blocks) {
      const at = left + width / 2;
      const up: boolean = at - before.at < CLOSE && !before.up;
      if (up) crowded.add(id);
      before = { at, up };
    }
    return crowded;
  });
  protected crowded(id: string): boolean {
    return this.#crowded().has(id);
  }
  protected placed({ left, width }: Stretch): string {
    return `left: ${left * 100}%; width: ${width * 100}%`;
  }
}
const CLOSE = 0.032;
