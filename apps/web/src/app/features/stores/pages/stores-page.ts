import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { Router, RouterLink } from '@angular/router';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { TrapDto } from '@yewridge/contract/stores';
import { readyToHang } from '@yewridge/core/bench';
import { forkJoin } from 'rxjs';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Icon } from '../../../shared/icons/icon';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { benchLink, boardsLink, labelsLink, shelfLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { countWords } from '../data/built-readings';
import { inOrder, trapRow } from '../data/trap-rows';
import { todayIn } from '../data/trap-words';
import { TrapsApi } from '../data/traps-api';

/** Built traps by number: which can hang today, and what the others wait for. */
@Component({
  selector: 'yw-stores-page',
  imports: [PageHeader, Waiting, Empty, Failed, RouterLink, Icon, MatTableModule, MatSortModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stores-page.html',
  styleUrl: './stores-page.scss',
})
export class StoresPage {
  readonly find = input<string>();
  /** A column, a minus before it when downwards. */
  readonly by = input<string>();
  protected readonly bench = benchLink();
  protected readonly labels = labelsLink();
  protected readonly boards = boardsLink();
  protected readonly shelf = shelfLink();
  readonly #api = inject(TrapsApi);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly search = viewChild<ElementRef<HTMLInputElement>>('searchBox');

  protected readonly traps = signal<readonly TrapDto[] | null>(null);
  readonly #hanging = signal<ReadonlyMap<string, HangingDto>>(new Map());
  protected readonly failure = signal<ApiFailure | null>(null);
  readonly #today = computed(() => {
    const workspace = this.#workspace();
    return workspace && todayIn(workspace.now, workspace.timeZone);
  });

  protected readonly columns = ['number', 'design', 'gross', 'mass', 'combs', 'state', 'where'];
  /** By number, until a column is pressed. */
  protected readonly sort = computed((): Sort => {
    const by = this.by() ?? 'number';
    return { active: by.replace(/^-/, ''), direction: by.startsWith('-') ? 'desc' : 'asc' };
  });
  readonly #lines = computed(() => {
    const today = this.#today();
    if (today === null) return [];
    const how = { today, system: this.#system(), hanging: this.#hanging() };
    return (this.traps() ?? []).map((trap) => trapRow(trap, how));
  });
  protected readonly rows = computed(() => {
    const wanted = (this.find() ?? '').toLocaleLowerCase();
    const found = this.#lines().filter(({ sought }) => sought.includes(wanted));
    return inOrder(found, this.sort());
  });
  protected readonly answer = computed(() => {
    const traps = this.traps();
    const today = this.#today();
    if (traps === null || today === null) return 'Stores';
    if (traps.length === 0) return 'No trap built yet';
    const out = this.#hanging();
    const ready = traps.filter(({ id, document }) => !out.has(id) && readyToHang(document, today)).length;
    const hangs = out.size === 0 ? '' : `${out.size} hang, `;
    return `${hangs}${ready} of ${countWords(traps.length - out.size, 'trap', 'traps')} here can go out today`;
  });

  constructor() {
    this.load();
    inject(KeyMap).add(
      [{ sequence: '/', says: 'Find a trap', run: () => this.search()?.nativeElement.focus() }],
      inject(DestroyRef),
    );
  }

  protected load(): void {
    this.failure.set(null);
    forkJoin([this.#api.all(), this.#api.hanging()]).subscribe({
      next: ([traps, { traps: hanging }]) => {
        this.#hanging.set(new Map(hanging.map((one) => [one.trapId, one])));
        this.traps.set(traps);
      },
      error: (failure: ApiFailure) => {
        this.failure.set(failure);
      },
    });
  }

  protected seek(text: string): void {
    this.#ask({ find: text === '' ? null : text });
  }

  protected turn({ active, direction }: Sort): void {
    this.#ask({ by: direction === 'desc' ? `-${active}` : active });
  }

  #ask(queryParams: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
