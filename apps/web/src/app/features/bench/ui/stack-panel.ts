import { NgTemplateOutlet } from '@angular/common';
import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  output,
} from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import {
  type Design,
  DESIGN_LIMITS,
  type DesignEntrance,
  type DoorShape,
  MATERIALS,
  type PartRef,
  type Shape,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Icon } from '../../../shared/icons/icon';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { figureText } from '../../../shared/units/format';
import { BOARD_FIELDS, TARGET_FIELD } from '../data/fields';
import { DOOR_NAMES, MATERIAL_NAMES } from '../data/names';
import type { EntranceRow, SectionRow } from '../data/stack-rows';
import { type Arranging, ContentsStrip } from './contents-strip';
import { EntranceEditor } from './entrance-editor';
import { FieldList } from '../../../shared/fields/field-list';
import { FIXED_PARTS, type PanelChange } from './panel-change';
import type { Field, PartChange } from '../../../shared/fields/field';
import { type Replacing, SectionEditor } from './section-editor';
import { ShapeMenu } from './shape-menu';
import { PickList } from '../../../shared/fields/pick';

/** The stack as it hangs, top to bottom; the row that is open shows its fields. */
@Component({
  selector: 'yw-stack-panel',
  imports: [
    PickList,
    NgTemplateOutlet,
    CdkDropList,
    CdkDrag,
    CdkDragHandle,
    MatMenuModule,
    Icon,
    SectionEditor,
    EntranceEditor,
    FieldList,
    ShapeMenu,
    ContentsStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stack-panel.html',
  styleUrl: './stack-panel.scss',
})
export class StackPanel {
  readonly design = input.required<Design>();
  readonly sections = input.required<readonly SectionRow[]>();
  readonly entrances = input.required<readonly EntranceRow[]>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = input<PartRef | null>(null);

  readonly opened = output<PartRef | null>();
  readonly changed = output<PanelChange>();
  readonly sectionReplaced = output<{ readonly id: string; readonly how: Replacing }>();
  readonly entranceReplaced = output<DesignEntrance>();
  readonly sectionAdded = output<Shape['kind']>();
  readonly entranceAdded = output<DoorShape['kind']>();
  /** A section and its new place, counted from the bottom. */
  readonly moved = output<{ id: string; to: number }>();
  readonly duplicated = output<string>();
  readonly removed = output<string>();
  readonly entranceRemoved = output<string>();
  readonly arranged = output<{ readonly id: string; readonly how: Arranging }>();
  readonly left = output();

  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly fixed = FIXED_PARTS;
  protected readonly targetField = [TARGET_FIELD];
  protected readonly materialNames = MATERIAL_NAMES;
  protected readonly materials = MATERIALS.map((id) => ({ id, name: MATERIAL_NAMES[id] }));
  protected readonly doorKinds = Object.keys(DOOR_NAMES) as DoorShape['kind'][];
  protected readonly doorNames = DOOR_NAMES;
  protected readonly nameLength = DESIGN_LIMITS.nameLength;
  protected readonly noteLength = DESIGN_LIMITS.noteLength;
  protected readonly full = computed(() => this.design().sections.length >= DESIGN_LIMITS.sections.max);
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly #injector = inject(Injector);
  /** The field the focus is in because the keeper went there, so that it is not sent there again. */
  #at = '';

  constructor() {
    effect(() => {
      const chosen = this.chosen();
      const field = chosen?.field;
      if (!chosen || field === undefined || this.#at === `${chosen.id}:${field}`) return;
      afterNextRender(
        {
          read: () => {
            this.#focusField(chosen.id, field);
          },
        },
        { injector: this.#injector },
      );
    });
  }

  protected boardWords(board: keyof typeof BOARD_FIELDS): string {
    const thickness = this.design()[board];
    return thickness > 0 ? figureText(thickness, 'length', this.system()) : 'none';
  }

  protected boardFields(board: keyof typeof BOARD_FIELDS): readonly Field[] {
    return BOARD_FIELDS[board];
  }

  protected toggle(id: string): void {
    this.opened.emit(this.chosen()?.id === id ? null : { id });
  }

  protected entered(id: string, field: string): void {
    this.#at = `${id}:${field}`;
    this.opened.emit({ id, field });
  }

  protected change(part: string, { field, value }: PartChange): void {
    this.changed.emit({ part, field, value });
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const id = this.sections()[previousIndex]?.id;
    if (id !== undefined) this.moved.emit({ id, to: this.sections().length - 1 - currentIndex });
  }

  protected nameChanged(name: string): void {
    const trimmed = name.trim();
    if (trimmed !== '') this.change(FIXED_PARTS.whole, { field: 'name', value: trimmed });
  }

  #focusField(id: string, field: string): void {
    const wanted = CSS.escape(`${id}:${field}`);
    const input = this.#element.querySelector<HTMLInputElement>(`[data-field="${wanted}"] input`);
    input?.focus();
    input?.select();
  }
}
