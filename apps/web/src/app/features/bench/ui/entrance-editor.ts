import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { type DesignEntrance, type DiscPosition, type DoorShape, guardOf } from '@yewridge/core/bench';
import { changeOpening } from '../data/design-edits';
import { entranceFields } from '../data/fields';
import { DISC_NAMES, DOOR_NAMES, FACE_NAMES } from '../data/names';
import type { EntranceRow } from '../data/stack-rows';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { FieldList } from '../../../shared/fields/field-list';
import { NameLine } from '../../../shared/fields/name-line';
import type { PartChange } from '../../../shared/fields/field';

const NAIL = 0.003;
const EXCLUDER = { slots: 6, slotWidth: 0.0042, slotLength: 0.03 } as const;

/** All a keeper can say about one entrance. */
@Component({
  selector: 'yw-entrance-editor',
  imports: [MatCheckboxModule, FieldList, ChoiceLine, NameLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './entrance-editor.html',
  styleUrl: './part-editor.scss',
})
export class EntranceEditor {
  readonly row = input.required<EntranceRow>();
  readonly changed = output<PartChange>();
  readonly replaced = output<DesignEntrance>();
  readonly entered = output<string>();
  readonly left = output();

  protected readonly kinds = DOOR_NAMES;
  protected readonly faces = FACE_NAMES;
  protected readonly positions = DISC_NAMES;
  protected readonly tops = { flat: 'flat', round: 'round' };

  protected readonly entrance = computed(() => this.row().entrance);
  protected readonly fields = computed(() => entranceFields(this.entrance()));
  /** A fault of the guard stands at its nails, one of the whole opening at its first size. */
  protected readonly faults = computed(() =>
    this.row().faults.map((fault) => ({
      ...fault,
      field:
        fault.field === 'opening.guard'
          ? 'opening.guard.diameter'
          : fault.field === 'opening'
            ? (this.fields()[0]?.path ?? fault.field)
            : fault.field,
    })),
  );
  protected readonly guarded = computed(() => guardOf(this.entrance().opening) !== undefined);

  protected kindChosen(kind: string): void {
    this.replaced.emit(changeOpening(this.entrance(), kind as DoorShape['kind']));
  }

  protected positionChosen(position: string): void {
    const { opening } = this.entrance();
    if (opening.kind !== 'disc') return;
    const extra = position === 'excluder' ? EXCLUDER : {};
    this.changed.emit({ field: 'opening', value: { ...extra, ...opening, position: position as DiscPosition } });
  }

  protected nail(on: boolean): void {
    const { opening } = this.entrance();
    if (opening.kind === 'notch') return;
    const { guard: _, ...bare } = opening;
    this.changed.emit({ field: 'opening', value: on ? { ...bare, guard: { count: 1, diameter: NAIL } } : bare });
  }
}
