import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  type Design,
  type DesignSuitability,
  type Hemisphere,
  placeSections,
  schoolsOf,
  sectionJoints,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import { SITE_FIELDS } from '../data/setup-fields';
import { GRADE_NAMES, SCENTS } from '../data/setup-words';
import {
  CURVE_SIZE,
  curvePaths,
  factorViews,
  limitingSentence,
  reasonsOf,
  fieldGradeText,
  scoreText,
} from '../data/suitability-view';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { FieldList } from '../../../shared/fields/field-list';
import type { PartChange } from '../../../shared/fields/field';

const FROM_CONTENTS = 'by its contents';

/** Would a swarm take it: each factor on its curve, what costs most, and a site to try. */
@Component({
  selector: 'yw-suitability-panel',
  imports: [WorkingPanel, FieldList, ChoiceLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './suitability-panel.html',
  styleUrl: './suitability-panel.scss',
})
export class SuitabilityPanel {
  readonly design = input.required<Design>();
  readonly judged = input.required<DesignSuitability>();
  readonly system = input.required<UnitSystem>();
  /** A change of the site that is tried; the field is below `site`. */
  readonly tried = output<PartChange>();
  readonly left = output();

  protected readonly size = CURVE_SIZE;
  protected readonly grades = GRADE_NAMES;
  protected readonly fields = SITE_FIELDS;
  protected readonly hemispheres = { N: 'north', S: 'south' } satisfies Record<Hemisphere, string>;
  protected readonly scents = Object.fromEntries([
    ['', FROM_CONTENTS],
    ...SCENTS.map(({ value, name }) => [String(value), name]),
  ]) as Readonly<Record<string, string>>;
  protected readonly open = signal<string | null>(null);
  protected readonly trying = signal(false);
  protected readonly reasons = signal(false);

  readonly #schools = computed(() => schoolsOf(this.design().schools));
  readonly #openJoint = computed(() =>
    sectionJoints(placeSections(this.design())).some(({ openings }) => openings.length > 0),
  );
  // The curves do not follow the sizes of the design: only its schools and side of the line.
  readonly #curveKey = computed(() => `${this.#schools().join()} ${this.judged().site.hemisphere ?? 'N'}`);
  protected readonly paths = computed(() => {
    const [schools = '', hemisphere] = this.#curveKey().split(' ');
    return curvePaths(
      this.#schools().filter((school) => schools.includes(school)),
      hemisphere === 'S' ? 'S' : 'N',
    );
  });
  protected readonly rows = computed(() =>
    factorViews(this.judged(), this.#schools(), this.system(), this.#openJoint()),
  );
  protected readonly score = computed(() => scoreText(this.judged().score.score));
  /** The grade of a school never stands without that of the field tests. */
  protected readonly byField = computed(() => fieldGradeText(this.judged().score));
  protected readonly told = computed(() => reasonsOf(this.rows(), this.judged()));
  protected readonly limiting = computed(() => limitingSentence(this.judged(), this.rows()));
  protected readonly scent = computed(() => {
    const odour = this.design().site?.odour;
    return odour === undefined ? '' : String(odour);
  });

  protected toggle(factor: string): void {
    this.open.update((open) => (open === factor ? null : factor));
  }

  protected chooseScent(value: string): void {
    this.tried.emit({ field: 'odour', value: value === '' ? undefined : Number(value) });
  }
}
