import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { designLink } from '../../../shared/routes/paths';
import { figureOf } from '../../../shared/units/format';
import type { DesignRow } from '../data/design-list-store';
import { layoutMiniature } from '../../../shared/drawing/drawing-layout';
import { Band } from './band';
import { MINIATURE, Miniature } from './miniature';

/** A design as a small sheet: its drawing at the scale of all the others, its volume and its door. */
@Component({
  selector: 'yw-design-card',
  imports: [RouterLink, Band, Miniature],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './design-card.html',
  styleUrl: './design-card.scss',
})
export class DesignCard {
  readonly row = input.required<DesignRow>();
  readonly number = input.required<number>();
  readonly system = input.required<UnitSystem>();
  readonly pixelsPerMetre = input.required<number>();
  readonly copied = output();
  readonly removed = output();

  protected readonly link = computed(() => designLink(this.row().design.id));
  protected readonly views = computed(() => {
    const drawing = this.row().computed?.drawing;
    const place = { left: 0, top: 4, width: MINIATURE.width, height: MINIATURE.height - 12 };
    return drawing ? layoutMiniature(drawing, place, this.pixelsPerMetre()) : [];
  });
  protected readonly figures = computed(() => {
    const readings = this.row().computed?.readings;
    if (!readings) return null;
    return {
      net: figureOf(readings.room.net, 'volume', this.system()),
      gross: figureOf(readings.room.gross, 'volume', this.system()),
      door: figureOf(readings.door.area, 'area', this.system()),
      area: readings.door.area,
    };
  });
}
