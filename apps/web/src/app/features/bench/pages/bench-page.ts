import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { compareLink, designLink, startLink, swarmSizeLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { comparedPoints } from '../data/comparison-chart';
import { DesignActions } from '../data/design-actions';
import { DesignListStore } from '../data/design-list-store';
import { commonScale } from '../../../shared/drawing/drawing-layout';
import { listAnswer } from '../data/list-answer';
import { Comparison } from '../ui/comparison';
import { DesignCard } from '../ui/design-card';
import { MINIATURE } from '../ui/miniature';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
import { ShapeMenu } from '../ui/shape-menu';

/** All designs, comparable in one glance. */
@Component({
  selector: 'yw-bench-page',
  imports: [RouterLink, PageHeader, Waiting, Empty, Failed, DesignCard, HatchDefs, ShapeMenu, Comparison],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
})
export class BenchPage {
  /** From the address, so that a search can be reloaded and shared. */
  readonly find = input<string>();

  protected readonly links = { start: startLink(), compare: compareLink(), swarmSize: swarmSizeLink() };
  protected readonly list = inject(DesignListStore);
  protected readonly actions = inject(DesignActions);
  protected readonly system = inject(UnitChoice).system;
  readonly #router = inject(Router);
  protected readonly menu = viewChild(ShapeMenu);
  protected readonly search = viewChild<ElementRef<HTMLInputElement>>('searchBox');

  protected readonly rows = computed(() => {
    const wanted = (this.find() ?? '').toLocaleLowerCase();
    return this.list.rows().filter(({ design }) => design.document.name.toLocaleLowerCase().includes(wanted));
  });
  protected readonly points = computed(() => comparedPoints(this.rows()));
  protected readonly answer = computed(() => listAnswer(this.list.rows(), this.system()));
  protected readonly scale = computed(() =>
    commonScale(
      this.rows().flatMap(({ computed: one }) => (one ? [one.drawing] : [])),
      MINIATURE.width - 12,
      MINIATURE.height - 18,
    ),
  );

  constructor() {
    this.list.load();
    inject(KeyMap).add(
      [
        { sequence: 'n', says: 'New design', run: () => this.menu()?.open() },
        { sequence: '/', says: 'Find a design', run: () => this.search()?.nativeElement.focus() },
      ],
      inject(DestroyRef),
    );
  }

  protected seek(text: string): void {
    void this.#router.navigate([], { queryParams: { find: text === '' ? null : text }, replaceUrl: true });
  }

  protected open(id: string): void {
    void this.#router.navigate([...designLink(id)]);
  }
}
