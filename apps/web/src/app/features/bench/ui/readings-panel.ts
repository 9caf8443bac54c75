import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Design, DesignLoad, DesignReadings, FitOption } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Icon } from '../../../shared/icons/icon';
import { WorkingButton } from '../../../shared/layout/working-button';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import type { JudgedDesign } from '../data/design-editor-store';
import { massLine } from '../data/load-view';
import { checkLines, fitRemark, fitWords, type Mend, readingLines } from '../data/readings-view';
import { Band } from './band';
import { MassSpark } from './mass-spark';

const MOST_FITS = 4;

/** What the design is, how to make it fit, and what to look at. */
@Component({
  selector: 'yw-readings-panel',
  imports: [Icon, WorkingButton, WorkingPanel, Band, MassSpark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings-panel.html',
  styleUrl: './readings-panel.scss',
})
export class ReadingsPanel {
  readonly design = input.required<Design>();
  readonly readings = input.required<DesignReadings>();
  /** The checks and the design they are of: the one that is shown, or while a dimension is pulled the one of a moment ago. */
  readonly judged = input.required<JudgedDesign>();
  readonly load = input.required<DesignLoad>();
  /** `null` while they are being looked for. */
  readonly fits = input.required<readonly FitOption[] | null>();
  readonly system = input.required<UnitSystem>();
  /** The readings belong to an earlier state: the present one has a fault. */
  readonly stale = input(false);
  readonly mended = output<Mend>();
  readonly fitted = output<{ readonly option: FitOption; readonly act: string }>();

  readonly #opened = signal<ReadonlySet<string>>(new Set());
  protected readonly lines = computed(() => [
    ...readingLines(this.design(), this.readings(), this.system()),
    { id: 'mass', ...massLine(this.design(), this.load(), this.system()) },
  ]);
  protected readonly checks = computed(() => {
    const { document, readings, checks } = this.judged();
    return checkLines(document, readings, checks, this.system());
  });
  protected readonly looks = computed(() => this.checks().filter(({ level }) => level === 'look').length);
  protected readonly allOpen = computed(() => this.lines().every(({ id }) => this.#opened().has(id)));
  protected readonly options = computed(() =>
    (this.fits() ?? [])
      .slice(0, MOST_FITS)
      .map((option) => ({ option, ...fitWords(option, this.design(), this.system()) })),
  );
  protected readonly remark = computed(() => {
    const fits = this.fits();
    if (this.stale()) return 'Mend the fault first.';
    return fits === null ? 'Looking for ways …' : fitRemark(this.design(), this.readings(), fits, this.system());
  });
  protected readonly levelNames = { look: 'Look', know: 'Know', good: 'Good' };

  protected isOpen(id: string): boolean {
    return this.#opened().has(id);
  }

  protected toggle(id: string): void {
    this.#opened.update((open) => {
      const next = new Set(open);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected toggleAll(): void {
    this.#opened.set(this.allOpen() ? new Set() : new Set(this.lines().map(({ id }) => id)));
  }
}
