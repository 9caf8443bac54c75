import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatTableModule } from '@angular/material/table';
import { Router, RouterLink } from '@angular/router';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { benchLink, designLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type Compared, compareRows, compareWords } from '../data/compare-view';
import { DesignListStore } from '../data/design-list-store';
import { commonScale, layoutMiniature } from '../../../shared/drawing/drawing-layout';
import { judge } from '../data/judged';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
import { MINIATURE, Miniature } from '../ui/miniature';

const MOST = 4;

/** Up to four designs side by side on one sheet. Which ones stands in the address. */
@Component({
  selector: 'yw-compare-page',
  imports: [MatCheckboxModule, MatTableModule, PageHeader, Waiting, Failed, RouterLink, HatchDefs, Miniature],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare-page.html',
  styleUrl: './compare-page.scss',
})
export class ComparePage {
  readonly ids = input<string>();

  protected readonly list = inject(DesignListStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly bench = benchLink();
  protected readonly size = { width: 210, height: MINIATURE.height };
  readonly #router = inject(Router);

  readonly #chosen = computed(() => (this.ids() ?? '').split(',').filter((id) => id !== ''));
  readonly #compared = computed(() =>
    this.#chosen()
      .flatMap((id): Compared[] => {
        const row = this.list.rows().find(({ design }) => design.id === id);
        return row ? [{ id, design: row.design.document, judged: judge(row.design.document) }] : [];
      })
      .slice(0, MOST),
  );
  protected readonly choices = computed(() => {
    const chosen = this.#chosen();
    return this.list.rows().map(({ design }) => {
      const on = chosen.includes(design.id);
      return { id: design.id, name: design.document.name, on, full: !on && this.#compared().length >= MOST };
    });
  });
  protected readonly shown = computed(() => ['what', ...this.columns().map(({ id }) => id)]);
  protected readonly columns = computed(() => {
    const compared = this.#compared();
    const scale = commonScale(
      compared.flatMap(({ judged }) => (judged ? [judged.drawing] : [])),
      this.size.width - 12,
      this.size.height - 18,
    );
    const place = { left: 0, top: 4, width: this.size.width, height: this.size.height - 12 };
    return compared.map(({ id, design, judged }) => ({
      id,
      name: design.name,
      link: designLink(id),
      views: judged ? layoutMiniature(judged.drawing, place, scale) : [],
    }));
  });
  protected readonly rows = computed(() => compareRows(this.#compared(), this.system()));
  protected readonly words = computed(() => compareWords(this.#compared(), this.rows()));
  protected readonly answer = computed(() => {
    const count = this.#compared().length;
    if (count < 2) return 'Choose two to four designs';
    const differing = this.rows().filter(({ differs }) => differs).length;
    return `${count} designs, ${differing === 0 ? 'alike in all' : `different in ${differing} of ${this.rows().length}`}`;
  });

  constructor() {
    this.list.load();
  }

  protected toggle(id: string, on: boolean): void {
    const chosen = on ? [...this.#chosen(), id] : this.#chosen().filter((one) => one !== id);
    void this.#router.navigate([], { queryParams: { ids: chosen.join(',') || null }, replaceUrl: true });
  }
}
