import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import { type Fact, FACT_NAMES, FACTS } from '@yewridge/core/evidence';
import { Segments } from '../../../shared/fields/segments';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { FACT_KINDS, FACT_RANGES, FACT_SAID, valuesOf } from '../data/fact-words';
import type { QuestionDraft } from '../data/question-asked';

const HEIGHTS = { min: 0, max: 40 } as const;
type End = 'fromA' | 'toA' | 'fromB' | 'toB';
const ends = (from: End, to: End): readonly { readonly id: End; readonly label: string }[] => [
  { id: from, label: 'from' },
  { id: to, label: 'to under' },
];
/** Both options ask the same; the second may be all others. */
const SIDES = [
  { legend: 'First option', others: false, values: 'valuesA', name: 'nameA', ends: ends('fromA', 'toA') },
  { legend: 'Second option', others: true, values: 'valuesB', name: 'nameB', ends: ends('fromB', 'toB') },
] as const;
const size = (): FormControl<number | null> => new FormControl<number | null>(null);

/** A question of the keeper's own: two options of one thing, and which stays it is about. */
@Component({
  selector: 'yw-question-form',
  imports: [
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
    Segments,
    SizeField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './question-form.html',
  styleUrl: './question-form.scss',
})
export class QuestionForm {
  readonly #system = inject(UnitChoice).system;
  readonly evidence = input.required<EvidenceDto>();
  /** What it begins with. */
  readonly fact = input<Fact>('lure');
  /** Why the question cannot be asked yet. */
  readonly fault = input<string | null>(null);
  readonly busy = input(false);
  readonly asked = output<QuestionDraft>();

  protected readonly facts = FACT_NAMES.map((id) => ({ id, name: FACT_SAID[id] }));
  protected readonly chosen = linkedSignal(() => this.fact());
  protected readonly isWord = computed(() => FACTS[this.chosen()] === 'word');
  protected readonly ofPlaces = computed(() => this.chosen() === 'site' || this.chosen() === 'landmark');
  protected readonly kind = computed(() => FACT_KINDS[this.chosen()] ?? 'number');
  protected readonly range = computed(() => FACT_RANGES[this.chosen()] ?? { min: 0 });
  protected readonly heights = HEIGHTS;
  protected readonly sides = SIDES;
  protected readonly values = computed(() => valuesOf(this.evidence(), this.chosen(), this.#system()));
  protected readonly seasons = computed(() => this.evidence().seasons.map(({ season }) => season));
  protected readonly when = [
    { id: 'before', name: 'before I saw the records' },
    { id: 'after', name: 'after I saw them' },
  ];
  protected readonly seen = signal<'before' | 'after' | null>(null);
  protected readonly form = new FormGroup({
    valuesA: new FormControl<readonly string[]>([], { nonNullable: true }),
    valuesB: new FormControl<readonly string[]>([], { nonNullable: true }),
    fromA: size(),
    toA: size(),
    fromB: size(),
    toB: size(),
    othersB: new FormControl(false, { nonNullable: true }),
    nameA: new FormControl('', { nonNullable: true }),
    nameB: new FormControl('', { nonNullable: true }),
    heightFromM: size(),
    heightToM: size(),
    seasonFrom: size(),
    seasonTo: size(),
    groupsPlaces: new FormControl(false, { nonNullable: true }),
  });
  readonly #now = toSignal(this.form.valueChanges, { initialValue: null });
  protected readonly others = computed(() => {
    this.#now();
    return this.form.controls.othersB.value;
  });

  protected choose(fact: Fact): void {
    this.chosen.set(fact);
    // What was said of another thing says nothing of this one.
    this.form.patchValue({
      valuesA: [],
      valuesB: [],
      fromA: null,
      toA: null,
      fromB: null,
      toB: null,
      groupsPlaces: false,
    });
  }
  protected set(end: End | 'heightFromM' | 'heightToM', value: number | null): void {
    this.form.controls[end].setValue(value);
  }
  protected ask(): void {
    const { seen } = this;
    this.asked.emit({
      ...this.form.getRawValue(),
      fact: this.chosen(),
      afterSeeing: seen() === null ? null : seen() === 'after',
    });
  }
}
