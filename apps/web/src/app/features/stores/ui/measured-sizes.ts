import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, signal } from '@angular/core';
import { assessDesign, type Design, designDrawing, type PartRef } from '@yewridge/core/bench';
import { DimensionedViews } from '../../../shared/drawing/dimensioned-views';
import { type ElementSize, ElementSizeDirective } from '../../../shared/layout/element-size';
import { SizeField } from '../../../shared/units/size-field';
import { valueText } from '../../../shared/units/parse';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type MeasuredField, measuredFields } from '../data/built-readings';

const HEIGHT = 330;
/** A telephone's sheet is as wide as it is: there the views may stand one over the other. */
const NARROW_HEIGHT = 440;
const NARROW_BELOW = 420;

/** The trap drawn as it came out, and under it the sizes to be taped: the one being typed stands out in the drawing. */
@Component({
  selector: 'yw-measured-sizes',
  imports: [DimensionedViews, ElementSizeDirective, SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="drawn" (ywElementSize)="size.set($event)">
      @if (drawing(); as drawing) {
        @if (size().width > 0) {
          <yw-dimensioned-views
            [drawing]="drawing"
            label="The trap as measured: front, and side cut down the middle"
            [system]="system()"
            [width]="size().width"
            [height]="height()"
            [chosen]="chosen()"
            (picked)="show($event)"
          />
        }
      }
    </div>
    <div class="sizes">
      @for (field of fields(); track field.path) {
        <div class="measured" [class.chosen]="field.part === chosen()" (focusin)="chosen.set(field.part)">
          <yw-size-field
            [label]="field.label"
            [kind]="field.kind"
            [keepAs]="field.path"
            [range]="field.range"
            [value]="field.value"
            (changed)="measured.emit({ path: field.path, value: $event })"
            (left)="left.emit()"
          />
          <small>{{ planned(field) }}</small>
        </div>
      }
    </div>`,
  styles: `
    :host {
      display: block;
    }
    .drawn {
      min-height: 330px;
    }
    .sizes {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
      gap: 2px var(--s4);
      margin-top: var(--s2);
      padding-top: var(--s2);
      border-top: 1px solid var(--rule);
    }
    .measured {
      display: grid;
      gap: 2px;
      padding: 3px 6px;
    }
    .chosen {
      background: var(--yew-2);
    }
    small {
      color: var(--ink-2);
      text-align: right;
    }
  `,
})
export class MeasuredSizes {
  readonly design = input.required<Design>();
  readonly built = input.required<Design>();
  readonly measured = output<{ readonly path: string; readonly value: number }>();
  readonly left = output();

  protected readonly system = inject(UnitChoice).system;
  protected readonly size = signal<ElementSize>({ width: 0, height: 0 });
  protected readonly height = computed(() => (this.size().width < NARROW_BELOW ? NARROW_HEIGHT : HEIGHT));
  /** Id of the section or door. */
  protected readonly chosen = signal<string | null>(null);
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly fields = computed(() => measuredFields(this.design(), this.built()));
  protected readonly drawing = computed(() => {
    const built = this.built();
    // Sizes that do not fit together are said beside it; there is nothing to draw of them.
    return assessDesign(built).ok ? designDrawing(built) : null;
  });

  protected planned({ planned, value, kind }: MeasuredField): string {
    if (planned === null || planned === value) return '';
    return `design ${valueText(planned, kind, this.system())}`;
  }

  /** Pointed at in the drawing: its first size is typed next. */
  protected show({ id }: PartRef): void {
    const n = this.fields().findIndex(({ part }) => part === id);
    this.chosen.set(id);
    this.#element.querySelectorAll<HTMLInputElement>('.measured input')[n]?.focus();
  }
}
