import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatMenuModule } from '@angular/material/menu';
import { type Content, DESIGN_LIMITS, type DesignSection, type Shape } from '@yewridge/core/bench';
import { changeShape, contentKinds, newContent, upsideDown } from '../data/design-edits';
import { contentFields, RABBET_FIELD, REST_FIELD, sectionFields } from '../data/fields';
import { ARRANGEMENT_NAMES, CONTENT_NAMES, FILL_NAMES, FRAME_NAMES, SHAPE_NAMES } from '../data/names';
import { GRAIN_NAMES, JOINT_NAMES, SECURED_NAMES, SOURCE_NAMES } from '../data/setup-words';
import { SOLD_NAMES, soldId, soldOf } from '../data/sold-boards';
import type { SectionRow } from '../data/stack-rows';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { FieldList } from '../../../shared/fields/field-list';
import { NameLine } from '../../../shared/fields/name-line';
import type { Fault, PartChange } from '../../../shared/fields/field';

/** What a keeper does to a section, whatever it is by then. */
export type Replacing = (section: DesignSection) => DesignSection;

/** All a keeper can say about one section: its shape and sizes, how they were taped, and what hangs in it. */
@Component({
  selector: 'yw-section-editor',
  imports: [MatCheckboxModule, FieldList, ChoiceLine, NameLine, MatMenuModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './section-editor.html',
  styleUrl: './part-editor.scss',
})
export class SectionEditor {
  readonly row = input.required<SectionRow>();
  readonly changed = output<PartChange>();
  readonly replaced = output<Replacing>();
  readonly entered = output<string>();
  readonly left = output();

  protected readonly shapes = SHAPE_NAMES;
  protected readonly axes = { upright: 'stands', lying: 'lies' };
  protected readonly ends = { down: 'down', up: 'up' };
  protected readonly boardSides = { unsaid: 'not said', height: 'height of the box', width: 'width of the box' };
  protected readonly sides = { inside: 'inside', outside: 'outside' };
  protected readonly frames = FRAME_NAMES;
  protected readonly fills = FILL_NAMES;
  protected readonly arrangements = ARRANGEMENT_NAMES;
  protected readonly contentFields = contentFields;
  protected readonly contentNames = CONTENT_NAMES;
  protected readonly secured = SECURED_NAMES;
  protected readonly grains = GRAIN_NAMES;
  protected readonly soldNames = SOLD_NAMES;
  protected readonly soldId = soldId;
  protected readonly soldOf = soldOf;
  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly restField = [REST_FIELD];
  protected readonly rabbetField = [RABBET_FIELD];
  protected readonly joints = JOINT_NAMES;
  protected readonly sources = SOURCE_NAMES;

  protected readonly section = computed(() => this.row().section);
  protected readonly fields = computed(() => sectionFields(this.section()));
  protected readonly sizeFaults = computed(() =>
    this.row().faults.filter(({ field }) => !field.startsWith('contents')),
  );
  protected readonly contentFaults = computed(() =>
    this.row().faults.filter(({ field }) => field.startsWith('contents')),
  );
  protected readonly kinds = computed(() => contentKinds(this.section()));
  protected readonly framed = computed(() => this.section().contents.some(({ kind }) => kind === 'frames'));
  protected readonly mayHoldMore = computed(() => this.section().contents.length < DESIGN_LIMITS.contents.max);

  protected faultsOf(index: number): readonly Fault[] {
    const prefix = `contents[${index}]`;
    return this.contentFaults()
      .filter(({ field }) => field.startsWith(prefix))
      .map((fault) => ({ ...fault, field: fault.field.slice(prefix.length + 1) }));
  }

  protected commonFaults(): readonly Fault[] {
    return this.contentFaults().filter(({ field }) => field === 'contents');
  }

  protected shapeChosen(kind: string): void {
    this.replaced.emit((section) => changeShape(section, kind as Shape['kind']));
  }

  /** A tube that stands up or lies down keeps its sizes; a cut makes sense only in one that lies. */
  protected axisChosen(axis: string): void {
    const section = this.section();
    if (section.shape.kind !== 'cylinder') return;
    const { diameter, length } = section.shape;
    const shape = { kind: 'cylinder', axis: axis === 'lying' ? 'lying' : 'upright', diameter, length, cut: 0 } as const;
    this.replaced.emit((now) => ({ ...now, shape }));
  }

  /** Which end is wider; a straight one stands as it likes. */
  protected rim(): 'up' | 'down' {
    const { shape } = this.section();
    if (shape.kind === 'cone') return shape.diameterTop > shape.diameterBottom ? 'up' : 'down';
    return shape.kind === 'frustum' && shape.top.length * shape.top.width > shape.bottom.length * shape.bottom.width
      ? 'up'
      : 'down';
  }

  protected turned(rim: string): void {
    if (rim !== this.rim()) this.replaced.emit(upsideDown);
  }

  protected contentChanged(index: number, change: PartChange): void {
    this.changed.emit({ field: `contents[${index}].${change.field}`, value: change.value });
  }

  protected addContent(kind: Content['kind']): void {
    this.replaced.emit((section) => ({ ...section, contents: [...section.contents, newContent(section, kind)] }));
  }

  protected removeContent(index: number): void {
    const shown = this.section().contents[index];
    this.replaced.emit((section) => ({ ...section, contents: section.contents.filter((one) => one !== shown) }));
  }

  protected frameOf(content: Content): string {
    return content.kind === 'frames' && typeof content.frame === 'string' ? content.frame : 'own';
  }
}
