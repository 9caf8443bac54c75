import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  ARRANGEMENTS,
  type Content,
  DESIGN_LIMITS,
  type DesignSection,
  FILLS,
  FRAME_IDS,
  SHAPE_KINDS,
  SIZES_ARE,
  type Shape,
} from '@yewridge/core/bench';
import { changeShape, newContent } from '../data/design-edits';
import { contentFields, sectionFields } from '../data/fields';
import { ARRANGEMENT_NAMES, FILL_NAMES, FRAME_NAMES, SHAPE_NAMES } from '../data/names';
import type { Fault, SectionRow } from '../data/stack-rows';
import { FieldList } from './field-list';
import type { PartChange } from './part-change';

/** All a keeper can say about one section: its shape and sizes, how they were taped, and what hangs in it. */
@Component({
  selector: 'yw-section-editor',
  imports: [FieldList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './section-editor.html',
  styleUrl: './part-editor.scss',
})
export class SectionEditor {
  readonly row = input.required<SectionRow>();
  readonly changed = output<PartChange>();
  readonly replaced = output<DesignSection>();
  readonly entered = output<string>();
  readonly left = output();

  protected readonly kinds = SHAPE_KINDS;
  protected readonly kindNames = SHAPE_NAMES;
  protected readonly sizesAre = SIZES_ARE;
  protected readonly frames = FRAME_IDS;
  protected readonly frameNames = FRAME_NAMES;
  protected readonly fills = FILLS;
  protected readonly fillNames = FILL_NAMES;
  protected readonly arrangements = ARRANGEMENTS;
  protected readonly arrangementNames = ARRANGEMENT_NAMES;
  protected readonly labelLength = DESIGN_LIMITS.labelLength;
  protected readonly contentFields = contentFields;

  protected readonly section = computed(() => this.row().section);
  protected readonly fields = computed(() => sectionFields(this.section()));
  protected readonly sizeFaults = computed(() =>
    this.row().faults.filter(({ field }) => !field.startsWith('contents')),
  );
  protected readonly contentFaults = computed(() =>
    this.row().faults.filter(({ field }) => field.startsWith('contents')),
  );
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
    this.replaced.emit(changeShape(this.section(), kind as Shape['kind']));
  }

  protected contentChanged(index: number, change: PartChange): void {
    this.changed.emit({ field: `contents[${index}].${change.field}`, value: change.value });
  }

  protected addContent(): void {
    const section = this.section();
    this.replaced.emit({ ...section, contents: [...section.contents, newContent(section)] });
  }

  protected removeContent(index: number): void {
    const section = this.section();
    this.replaced.emit({ ...section, contents: section.contents.toSpliced(index, 1) });
  }

  protected frameOf(content: Content): string {
    return content.kind === 'frames' && typeof content.frame === 'string' ? content.frame : 'own';
  }
}
