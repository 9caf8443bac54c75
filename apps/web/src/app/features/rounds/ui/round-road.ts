import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { EARTH_RADIUS_M, type Place } from '@yewridge/core/shared/geometry';
import { distanceText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';

export interface RoadStop extends Place {
  readonly id: string;
  readonly name: string;
  readonly place: number;
  readonly bees: boolean;
}
/** A piece of the sheet under the map: an area or a line. */
export interface RoadGround {
  readonly kind: string;
  readonly area: boolean;
  readonly points: readonly Place[];
}

const SIZE = { width: 420, height: 360, margin: 34 };
const RAD = Math.PI / 180;
/** px a name takes beside its mark. */
const NAME = { wide: 58, high: 14 };
const NICE_M = [100, 200, 500, 1000, 2000, 5000, 10_000] as const;

/** The way on a sheet: north is up, one scale for both directions. */
@Component({
  selector: 'yw-round-road',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = sheet();
    <svg [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height" role="img" [attr.aria-label]="says()">
      @for (one of drawn.ground; track $index) {
        <path [attr.d]="one.path" [attr.class]="'ground ' + one.kind + (one.area ? ' area' : '')" />
      }
      <path class="way" [attr.d]="drawn.road" />
      @for (stop of drawn.stops; track stop.id) {
        <g [attr.transform]="'translate(' + stop.x + ' ' + stop.y + ')'" [class.bees]="stop.bees">
          <rect x="-8" y="-8" width="16" height="16" />
          <text class="place" y="4">{{ stop.place }}</text>
          <text class="name" [attr.x]="stop.left ? -12 : 12" y="4" [attr.text-anchor]="stop.left ? 'end' : 'start'">
            {{ stop.name }}
          </text>
        </g>
      }
      <g [attr.transform]="'translate(' + drawn.start.x + ' ' + drawn.start.y + ')'">
        <path class="start" d="M-7 6V-2L0 -9L7 -2V6Z" />
        <text class="name" y="19" text-anchor="middle">{{ start().name }}</text>
      </g>
      <g [attr.transform]="'translate(14 ' + (size.height - 12) + ')'">
        <path class="scale" [attr.d]="'M0 -4V0H' + drawn.scale.px + 'V-4'" />
        <text class="name" [attr.x]="drawn.scale.px + 6">{{ drawn.scale.text }}</text>
      </g>
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      background: var(--map-field);
    }
    .ground {
      fill: none;
      stroke: var(--rule-2);
      stroke-width: 0.8;
    }
    .area {
      fill: var(--sheet-2);
      fill-opacity: 0.5;
    }
    .wood.area {
      fill: var(--map-wood);
    }
    .orchard.area {
      fill: var(--map-orchard);
    }
    .water,
    .stream {
      stroke: var(--air);
    }
    .water.area {
      fill: var(--map-water);
    }
    .road {
      stroke: var(--sheet);
      stroke-width: 3;
    }
    .way {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.4;
      stroke-dasharray: 6 3;
    }
    rect {
      fill: var(--sheet);
      stroke: var(--yew);
      stroke-width: 1.5;
    }
    .bees rect {
      fill: var(--catch);
      stroke: var(--catch);
    }
    .bees .place {
      fill: var(--sheet);
    }
    .start {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    .scale {
      fill: none;
      stroke: var(--ink);
    }
    text {
      fill: var(--ink);
      font: 600 12px var(--text);
    }
    .place {
      text-anchor: middle;
    }
    .name {
      stroke: var(--sheet);
      stroke-width: 3px;
      paint-order: stroke;
    }
  `,
})
export class RoundRoad {
  readonly start = input.required<Place & { readonly name: string }>();
  readonly home = input.required<Place | null>();
  readonly stops = input.required<readonly RoadStop[]>();
  readonly ground = input<readonly RoadGround[]>([]);
  readonly #system = inject(UnitChoice).system;
  protected readonly size = SIZE;

  protected readonly says = computed(
    () =>
      `The way from ${this.start().name}: ${this.stops()
        .map(({ place, name }) => `${place}, ${name}`)
        .join('; ')}`,
  );
  protected readonly sheet = computed(() => {
    const home = this.home();
    const all = [this.start(), ...this.stops(), ...(home ? [home] : [])];
    const [south, north] = [Math.min(...all.map(({ lat }) => lat)), Math.max(...all.map(({ lat }) => lat))];
    const [west, east] = [Math.min(...all.map(({ lon }) => lon)), Math.max(...all.map(({ lon }) => lon))];
    const [lat0, lon0] = [(south + north) / 2, (west + east) / 2];
    const metre = RAD * EARTH_RADIUS_M;
    const wide = Math.max(200, (east - west) * metre * Math.cos(lat0 * RAD));
    const high = Math.max(200, (north - south) * metre);
    const { width, height, margin } = SIZE;
    const scale = Math.min((width - 2 * margin) / wide, (height - 2 * margin) / high);
    const at = ({ lat, lon }: Place): { readonly x: number; readonly y: number } => ({
      x: Math.round(width / 2 + (lon - lon0) * metre * Math.cos(lat0 * RAD) * scale),
      y: Math.round(height / 2 - (lat - lat0) * metre * scale),
    });
    const path = (points: readonly Place[], shut = false): string =>
      `M${points.map((one) => `${at(one).x} ${at(one).y}`).join('L')}${shut ? 'Z' : ''}`;
    const bar = NICE_M.findLast((m) => m * scale <= width / 3) ?? NICE_M[0];
    return {
      start: at(this.start()),
      stops: sided(this.stops().map((stop) => ({ ...stop, ...at(stop) }))),
      road: path(all),
      ground: this.ground().map(({ kind, area, points }) => ({ kind, area, path: path(points, area) })),
      scale: { px: Math.round(bar * scale), text: distanceText(bar, this.#system()) },
    };
  });
}

/** A name stands on the right of its mark, or on the left where another mark lies there. */
function sided<T extends { readonly x: number; readonly y: number }>(
  stops: readonly T[],
): readonly (T & { readonly left: boolean })[] {
  const taken = (stop: T, from: number, to: number): boolean =>
    stops.some((other) => other !== stop && Math.abs(other.y - stop.y) < NAME.high && other.x > from && other.x < to);
  return stops.map((stop) => {
    const right = stop.x + NAME.wide > SIZE.width || taken(stop, stop.x, stop.x + NAME.wide);
    return { ...stop, left: right && !taken(stop, stop.x - NAME.wide, stop.x) };
  });
}
