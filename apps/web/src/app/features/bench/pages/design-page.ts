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
import { Title } from '@angular/platform-browser';
import { MatDialog } from '@angular/material/dialog';
import { MatMenuModule } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import type { Design } from '@yewridge/core/bench';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { benchLink, compareLink, designLinks } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { DesignActions } from '../data/design-actions';
import { DesignCommands } from '../data/design-commands';
import { DesignEditorStore } from '../data/design-editor-store';
import { sectionFields } from '../data/fields';
import { savedWords, sheetDate } from '../../../shared/documents/saved-words';
import { designAnswer, designWords, versionNumber, versionSentence } from '../data/page-words';
import { entranceRows, sectionRows } from '../data/stack-rows';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { VersionsStore } from '../data/versions-store';
import { BuildDialog, type BuildOrder } from '../ui/build-dialog';
import { ConflictBar, type ConflictChoice } from '../../../shared/documents/conflict-bar';
import { DesignSheet } from '../ui/design-sheet';
import { HatchDefs } from '../ui/hatch-defs';
import { HoldingPanel } from '../ui/holding-panel';
import { ReadingsPanel } from '../ui/readings-panel';
import { FIXED_PARTS, SETUP_ROWS } from '../ui/panel-change';
import { SetupPanel } from '../ui/setup-panel';
import { StackPanel } from '../ui/stack-panel';
import { SuitabilityPanel } from '../ui/suitability-panel';

/** One design on the bench: stack, drawing, readings. */
@Component({
  selector: 'yw-design-page',
  imports: [
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
    MatMenuModule,
    Icon,
    ElementSizeDirective,
    StackPanel,
    SetupPanel,
    SuitabilityPanel,
    HoldingPanel,
    DesignSheet,
    ReadingsPanel,
    ConflictBar,
    HatchDefs,
  ],
  providers: [DesignEditorStore, DesignCommands, VersionsStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './design-page.html',
  styleUrl: './design-page.scss',
})
export class DesignPage {
  readonly id = input.required<string>();
  readonly store = inject(DesignEditorStore);

  protected readonly system = inject(UnitChoice).system;
  protected readonly bench = benchLink();
  protected readonly commands = inject(DesignCommands);
  protected readonly chosen = this.commands.chosen;
  protected readonly space = signal({ width: 592, height: 700 });
  readonly #actions = inject(DesignActions);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);
  readonly #dialog = inject(MatDialog);
  readonly #versions = inject(VersionsStore);
  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly compareLink = compareLink();
  protected readonly links = computed(() => designLinks(this.id()));
  protected readonly version = computed(() => {
    const design = this.store.document();
    return design ? versionNumber(this.#versions.versions(), design) : 1;
  });
  protected readonly versionWords = computed(() => {
    const design = this.store.document();
    return design ? versionSentence(this.#versions.versions(), design) : '';
  });
  readonly #timeZone = computed(() => this.#workspace()?.timeZone ?? 'UTC');
  readonly #workspace = inject(WorkspaceStore).workspace;

  protected readonly stale = computed(() => this.store.shown()?.document !== this.store.document());
  readonly #liveReadings = computed(() => (this.stale() ? null : (this.store.shown()?.readings ?? null)));
  protected readonly sections = computed(() => {
    const design = this.store.document();
    return design ? sectionRows(design, this.#liveReadings(), this.store.problems(), this.system()) : [];
  });
  protected readonly entrances = computed(() => {
    const design = this.store.document();
    return design ? entranceRows(design, this.#liveReadings(), this.store.problems(), this.system()) : [];
  });
  protected readonly saved = computed(() => savedWords(this.store.saving(), this.#timeZone()));
  protected readonly date = computed(() => sheetDate(this.store.saving(), this.#workspace()?.now, this.#timeZone()));
  protected readonly answer = computed(() =>
    designAnswer(this.store.shown()?.readings ?? null, this.store.load(), this.system()),
  );
  /** What stands behind the figure of the door, with its comma. */
  protected readonly doorWords = computed(() => {
    const answer = this.answer();
    const words = answer?.door ? 'door' : this.store.document()?.purpose === 'holding' ? 'closed' : 'no door yet';
    return answer?.mass ? `${words},` : words;
  });
  protected readonly chosenPart = computed(() => {
    const chosen = this.chosen();
    const row = chosen && (chosen.id in FIXED_PARTS || SETUP_ROWS.some((id) => id === chosen.id));
    return row && chosen.id !== 'hanging' ? null : chosen;
  });

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(id);
        this.store.open(id);
        this.#versions.load(id);
      });
    });
    // A design that has only just been begun opens at its first size, ready to be typed over.
    effect(() => {
      if (this.store.page().kind !== 'data' || this.store.revision !== 1) return;
      untracked(() => {
        const [first] = this.store.document()?.sections ?? [];
        const begun = first && this.store.document()?.entrances.length === 0;
        const [field] = begun ? sectionFields(first) : [];
        if (first && field) this.chosen.set({ id: first.id, field: field.path });
      });
    });
    const title = inject(Title);
    effect(() => {
      const name = this.store.document()?.name;
      if (name !== undefined) title.setTitle(`${name}, Bench, Yewridge`);
    });
    undoKeys(this.store);
    inject(KeyMap).add(
      [
        {
          sequence: 'n',
          says: 'Add a box to the stack',
          run: () => {
            this.commands.addSection('box');
          },
        },
      ],
      inject(DestroyRef),
    );
  }

  protected words(design: Design): string {
    return designWords(design, this.system());
  }

  protected build(): void {
    this.store.flush().subscribe({
      complete: () => {
        const design = this.store.document();
        if (!design || !this.store.settled()) return;
        const data: BuildOrder = { designId: this.id(), revision: this.store.revision, name: design.name };
        this.#dialog
          .open<BuildDialog, BuildOrder, boolean>(BuildDialog, { data, width: '440px', autoFocus: 'first-tabbable' })
          .afterClosed()
          .subscribe((built) => {
            if (built) this.#versions.load(this.id());
          });
      },
    });
  }

  protected copy(): void {
    const document = this.store.document();
    if (document)
      this.store.flush().subscribe({
        complete: () => {
          this.#actions.copy(document);
        },
      });
  }

  protected remove(): void {
    this.store.remove().subscribe({
      next: (deleted) => {
        void this.#router.navigate([...this.bench]).then(() => {
          this.#actions.removed(deleted);
        });
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  protected resolve(choice: ConflictChoice): void {
    this.store.resolve(choice, crypto.randomUUID()).subscribe({
      next: (copy) => {
        if (copy) this.#toast.tell(`Yours is kept as “${copy.document.name}”`);
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }
}
