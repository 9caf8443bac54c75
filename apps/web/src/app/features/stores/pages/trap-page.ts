import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { FigureTable } from '../../../shared/layout/figure-table';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { TRAP_CONDITIONS, TRAP_LIMITS, type TrapDocument } from '@yewridge/contract/stores';
import { type ApiFailure, whyNot } from '../../../shared/http/api-failure';
import { withValue } from '../../../shared/documents/value-at';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { designLink, designLinks, labelsLink, storesLink, trapLink } from '../../../shared/routes/paths';
import { figureText } from '../../../shared/units/format';
import { DayField } from '../../../shared/fields/day-field';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { readingRows } from '../data/built-readings';
import { TrapAddress } from '../data/trap-address';
import { TrapStore } from '../data/trap-store';
import { CONDITION_NAMES, numberFault, todayIn, trapLines } from '../data/trap-words';
import { TrapsApi } from '../data/traps-api';
import { MeasuredSizes } from '../ui/measured-sizes';
import { TrapLabel } from '../ui/trap-label';
import { PickList } from '../../../shared/fields/pick';

/** One built trap: what it was meant to be, and what it came out as. */
@Component({
  selector: 'yw-trap-page',
  imports: [
    FigureTable,
    PickList,
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
    Icon,
    SizeField,
    MeasuredSizes,
    TrapLabel,
    DayField,
  ],
  providers: [TrapStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trap-page.html',
  styleUrl: './trap-page.scss',
})
export class TrapPage {
  readonly id = input.required<string>();
  readonly store = inject(TrapStore);
  protected readonly stores = storesLink();
  protected readonly labels = labelsLink();
  protected readonly limits = TRAP_LIMITS;
  protected readonly conditions = TRAP_CONDITIONS.map((id) => ({ id, name: CONDITION_NAMES[id] }));
  readonly #api = inject(TrapsApi);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);
  readonly #address = inject(TrapAddress);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;

  readonly #loaded = this.store.built;
  protected readonly address = computed(() => this.#address.of(this.id()));
  /** The label shows what stands on the screen, not what was fetched. */
  protected readonly labelled = computed(() => {
    const loaded = this.#loaded();
    const document = this.store.document();
    return loaded && document ? { ...loaded.trap, document } : null;
  });
  protected readonly designPage = computed(() => designLink(this.#loaded()?.trap.designId ?? ''));
  protected readonly versionsPage = computed(() => designLinks(this.#loaded()?.trap.designId ?? '').versions);
  protected readonly version = computed(() => {
    const loaded = this.#loaded();
    if (!loaded) return '';
    const { designVersion } = loaded.trap;
    const newer = loaded.latestVersion > designVersion ? `; version ${loaded.latestVersion} is newer` : '';
    return `version ${designVersion}${newer}`;
  });
  protected readonly answer = computed(() => {
    const document = this.store.document();
    if (!document) return 'Trap';
    const mass = document.massKg === null ? 'not weighed yet' : figureText(document.massKg, 'mass', this.#system());
    const gross = this.rows().find(({ name }) => name === 'Gross')?.built;
    return `${document.number}: ${gross ?? 'sizes do not fit together'}, ${mass}`;
  });
  protected readonly rows = computed(() => {
    const loaded = this.#loaded();
    const document = this.store.document();
    if (!loaded || !document) return [];
    return readingRows(loaded.design, document.asBuilt, document.massKg, this.#system());
  });
  protected readonly design = computed(() => this.#loaded()?.design ?? null);
  protected readonly columns = [
    { id: 'name', name: 'figure' },
    { id: 'design', name: 'design', figure: true },
    { id: 'built', name: 'this trap', figure: true },
    { id: 'change', name: 'apart', figure: true },
  ];
  protected readonly cells = computed(() =>
    this.rows().map(({ built, ...row }) => ({ cells: { ...row, built: { text: built, strong: true } } })),
  );
  protected readonly checks = computed(() => {
    const document = this.store.document();
    const workspace = this.#workspace();
    return document && workspace ? trapLines(document, todayIn(workspace.now, workspace.timeZone)) : [];
  });
  protected readonly saved = computed(() => {
    const saving = this.store.saving();
    switch (saving.kind) {
      case 'saved':
        return 'saved';
      case 'saving':
        return 'saving …';
      case 'conflict':
        return 'not saved: changed elsewhere';
      default:
        return `not saved: ${whyNot(saving.failure)}`;
    }
  });
  /** What the other window made of it, where two changed it. */
  protected readonly theirs = computed(() => {
    const saving = this.store.saving();
    if (saving.kind !== 'conflict') return null;
    const { massKg, condition, note } = saving.theirs.document;
    const mass = massKg === null ? 'not weighed' : figureText(massKg, 'mass', this.#system());
    return `Changed in another window meanwhile: ${mass}, ${CONDITION_NAMES[condition]}${note === '' ? '' : `, “${note}”`}.`;
  });
  protected readonly numberSays = signal<string | null>(null);
  protected readonly levelNames = { look: 'Look', know: 'Know', good: 'Good' };

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(`trap-${id}`);
        this.store.open(id);
      });
    });
    const title = inject(Title);
    effect(() => {
      const number = this.store.document()?.number;
      if (number !== undefined) title.setTitle(`${number}, Stores, Yewridge`);
    });
    inject(KeyMap).add(
      [
        {
          sequence: 'Ctrl+z',
          says: 'Undo',
          run: () => {
            this.store.undo();
          },
        },
        {
          sequence: 'Ctrl+Shift+z',
          says: 'Redo',
          run: () => {
            this.store.redo();
          },
        },
      ],
      inject(DestroyRef),
    );
  }

  protected set<K extends keyof TrapDocument>(field: K, value: TrapDocument[K], typed = false): void {
    this.store.edit((trap) => ({ ...trap, [field]: value }), typed ? field : null);
  }

  protected renumber(text: string): void {
    this.numberSays.set(numberFault(text));
    if (this.numberSays() === null) this.set('number', text.trim(), true);
  }

  protected measure(path: string, value: number): void {
    this.store.edit((trap) => ({ ...trap, asBuilt: withValue(trap.asBuilt, path, value) }), path);
  }

  protected remove(): void {
    this.store.remove().subscribe({
      next: (gone) => {
        void this.#router.navigate([...this.stores]).then(() => {
          this.#toast.show(`${gone.document.number} is in the bin`, () => {
            this.#api.restore(gone.id, gone.revision).subscribe({
              next: () => void this.#router.navigate([...trapLink(gone.id)]),
              error: (failure: ApiFailure) => {
                this.#toast.tell(failure.message);
              },
            });
          });
        });
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }
}
