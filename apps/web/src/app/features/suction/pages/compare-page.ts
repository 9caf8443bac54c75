import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { GateLane } from '@yewridge/core/suction';
import { concatMap, from, map, switchMap } from 'rxjs';
import { FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { rigLink, suctionLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { comparedRig, compareRows } from '../data/compare-rigs';
import { RigListStore } from '../data/rig-list-store';
import { WorkerDesk } from '../data/worker-desk';

const MOST = 4;

/** Up to four rigs side by side. Which ones stands in the address. */
@Component({
  selector: 'yw-compare-rigs-page',
  imports: [FigureTable, MatCheckboxModule, PageHeader, Waiting, Failed, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare-page.html',
  styleUrl: './side-page.scss',
})
export class CompareRigsPage {
  readonly ids = input<string>();

  protected readonly list = inject(RigListStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly suction = suctionLink();
  readonly #router = inject(Router);
  readonly #desk = inject(WorkerDesk);
  /** The lane of each rig's fitted nozzle, as the worker finds them one after the other. */
  readonly #lanes = signal<ReadonlyMap<string, GateLane | null>>(new Map());

  readonly #chosen = computed(() => (this.ids() ?? '').split(',').filter((id) => id !== ''));
  readonly #rigs = computed(() =>
    this.#chosen()
      .flatMap((id) => this.list.rows().filter(({ rig }) => rig.id === id))
      .slice(0, MOST),
  );
  protected readonly compared = computed(() =>
    this.#rigs().map(({ rig }) => ({
      ...comparedRig(rig.id, rig.document, this.#lanes().get(rig.id) ?? null),
      link: rigLink(rig.id),
    })),
  );
  protected readonly choices = computed(() => {
    const chosen = this.#chosen();
    return this.list.rows().map(({ rig }) => {
      const on = chosen.includes(rig.id);
      return { id: rig.id, name: rig.document.name, on, full: !on && this.#rigs().length >= MOST };
    });
  });
  protected readonly rows = computed(() => compareRows(this.compared(), this.system()));
  protected readonly columns = computed(() => [
    { id: 'what', name: ' ' },
    ...this.compared().map(({ id, rig, link }) => ({ id, name: rig.name, link })),
  ]);
  /** Where they differ, the row says so; where they are alike, it steps back. */
  protected readonly cells = computed(() =>
    this.rows().map(({ name, differs, cells }) => ({
      quiet: !differs,
      cells: {
        what: `${name}${differs ? ' ≠' : ''}`,
        ...Object.fromEntries(this.compared().map(({ id }, n) => [id, cells[n] ?? ''])),
      },
    })),
  );
  protected readonly answer = computed(() => {
    const count = this.compared().length;
    if (count < 2) return 'Choose two to four rigs';
    return `${count} rigs, different in ${this.rows().filter(({ differs }) => differs).length} of ${this.rows().length}`;
  });

  constructor() {
    this.list.load();
    toObservable(this.#rigs)
      .pipe(
        switchMap((rows) =>
          from(rows.filter(({ readings }) => readings !== null)).pipe(
            concatMap(({ rig }) =>
              this.#desk
                .run('lanes', {
                  ...rig.document,
                  nozzles: rig.document.nozzles.filter(({ id }) => id === rig.document.fitted),
                })
                .pipe(
                  map((lanes) => ({
                    id: rig.id,
                    lane: lanes.find((one) => one?.nozzle === rig.document.fitted) ?? null,
                  })),
                ),
            ),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ id, lane }) => {
        this.#lanes.update((lanes) => new Map(lanes).set(id, lane));
      });
  }

  protected toggle(id: string, on: boolean): void {
    const chosen = on ? [...this.#chosen(), id] : this.#chosen().filter((one) => one !== id);
    void this.#router.navigate([], { queryParams: { ids: chosen.join(',') || null }, replaceUrl: true });
  }
}
