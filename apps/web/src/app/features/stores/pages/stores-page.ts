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
import { Router, RouterLink } from '@angular/router';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { TrapDto } from '@yewridge/contract/stores';
import { assessDesign, readyToHang } from '@yewridge/core/bench';
import { forkJoin } from 'rxjs';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Icon } from '../../../shared/icons/icon';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { benchLink, labelsLink, shelfLink, trapLink } from '../../../shared/routes/paths';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { countWords } from '../data/built-readings';
import { CONDITION_NAMES, todayIn, trapLines } from '../data/trap-words';
import { TrapsApi } from '../data/traps-api';

/** Built traps by number: which can hang today, and what the others wait for. */
@Component({
  selector: 'yw-stores-page',
  imports: [PageHeader, Waiting, Empty, Failed, RouterLink, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stores-page.html',
  styleUrl: './stores-page.scss',
})
export class StoresPage {
  readonly find = input<string>();
  protected readonly bench = benchLink();
  protected readonly labels = labelsLink();
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

  protected readonly rows = computed(() => {
    const today = this.#today();
    const wanted = (this.find() ?? '').toLocaleLowerCase();
    if (today === null) return [];
    return (this.traps() ?? [])
      .filter(({ document }) => `${document.number} ${document.asBuilt.name}`.toLocaleLowerCase().includes(wanted))
      .map((trap) => this.#row(trap, today));
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
    void this.#router.navigate([], { queryParams: { find: text === '' ? null : text }, replaceUrl: true });
  }

  #row(
    trap: TrapDto,
    today: string,
  ): {
    readonly id: string;
    readonly number: string;
    readonly link: readonly string[];
    readonly design: string;
    readonly figures: string;
    readonly state: string;
    readonly look: string | null;
    readonly hangs: string | null;
  } {
    const { document } = trap;
    const hanging = this.#hanging().get(trap.id);
    const assessment = assessDesign(document.asBuilt);
    const mass = document.massKg === null ? 'not weighed' : figureText(document.massKg, 'mass', this.#system());
    const volume = assessment.ok ? figureText(assessment.readings.room.gross, 'volume', this.#system()) : '?';
    const combs = document.darkCombs === 0 ? '' : `, ${countWords(document.darkCombs, 'dark comb', 'dark combs')}`;
    const look = trapLines(document, today).find(({ level }) => level === 'look');
    return {
      id: trap.id,
      number: document.number,
      link: trapLink(trap.id),
      design: `${document.asBuilt.name}, version ${trap.designVersion}`,
      figures: `${volume} gross, ${mass}${combs}`,
      state: CONDITION_NAMES[document.condition],
      look: look?.sentence ?? null,
      hangs: hanging ? `${hanging.beesIn ? 'bees in, at' : 'hangs at'} ${hanging.site}` : null,
    };
  }
}
