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
import { Router, RouterLink } from '@angular/router';
import type { DesignEntrance, DesignSection, DoorShape, FitOption, PartRef, Shape } from '@yewridge/core/bench';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { benchLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { DesignActions } from '../data/design-actions';
import * as edits from '../data/design-edits';
import { type ConflictChoice, DesignEditorStore } from '../data/design-editor-store';
import { sectionFields } from '../data/fields';
import { designAnswer, savedWords, sheetDate } from '../data/page-words';
import { entranceRows, sectionRows } from '../data/stack-rows';
import { ConflictBar } from '../ui/conflict-bar';
import { DesignSheet } from '../ui/design-sheet';
import { HatchDefs } from '../ui/hatch-defs';
import { ReadingsPanel } from '../ui/readings-panel';
import { FIXED_PARTS, type PanelChange, StackPanel } from '../ui/stack-panel';

const TYPED_TEXTS = new Set(['name', 'label', 'note']);

/** One design on the bench: stack, drawing, readings. */
@Component({
  selector: 'yw-design-page',
  imports: [
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
    Icon,
    ElementSizeDirective,
    StackPanel,
    DesignSheet,
    ReadingsPanel,
    ConflictBar,
    HatchDefs,
  ],
  providers: [DesignEditorStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './design-page.html',
  styleUrl: './design-page.scss',
})
export class DesignPage {
  readonly id = input.required<string>();
  readonly store = inject(DesignEditorStore);

  protected readonly system = inject(UnitChoice).system;
  protected readonly bench = benchLink();
  protected readonly chosen = signal<PartRef | null>(null);
  protected readonly space = signal({ width: 592, height: 700 });
  readonly #actions = inject(DesignActions);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);
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
  protected readonly answer = computed(() => designAnswer(this.store.shown()?.readings ?? null, this.system()));
  protected readonly chosenPart = computed(() => {
    const chosen = this.chosen();
    return chosen && chosen.id in FIXED_PARTS ? null : chosen;
  });

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(id);
        this.store.load(id);
      });
    });
    // A design that has only just been begun opens at its first size, ready to be typed over.
    effect(() => {
      if (this.store.page().kind !== 'data' || this.store.revision() !== 1) return;
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
        {
          sequence: 'Ctrl+y',
          says: 'Redo',
          run: () => {
            this.store.redo();
          },
        },
        {
          sequence: 'n',
          says: 'Add a box to the stack',
          run: () => {
            this.addSection('box');
          },
        },
      ],
      inject(DestroyRef),
    );
  }

  protected change({ part, field, value }: PanelChange): void {
    // Strokes into one field are one step of undo; each choice from a list is a step of its own.
    const typed = typeof value === 'number' || TYPED_TEXTS.has(field);
    this.store.edit(
      (design) => edits.withValue(design, edits.pathOfPart(design, part) + field, value),
      typed ? `${part}:${field}` : null,
    );
  }

  protected replaceSection(section: DesignSection): void {
    this.store.edit((design) => ({
      ...design,
      sections: design.sections.map((one) => (one.id === section.id ? section : one)),
    }));
  }

  protected replaceEntrance(entrance: DesignEntrance): void {
    this.store.edit((design) => ({
      ...design,
      entrances: design.entrances.map((one) => (one.id === entrance.id ? entrance : one)),
    }));
  }

  protected addSection(kind: Shape['kind']): void {
    const design = this.store.document();
    if (!design) return;
    const added = edits.addSection(design, kind);
    this.store.edit(() => added.design);
    this.chosen.set({ id: added.id, field: kind === 'measured' ? 'shape.volume' : 'shape.height' });
  }

  protected addEntrance(kind: DoorShape['kind']): void {
    const design = this.store.document();
    if (!design) return;
    const added = edits.addEntrance(design, kind);
    this.store.edit(() => added.design);
    this.chosen.set({
      id: added.id,
      field: kind === 'slot' || kind === 'notch' ? 'opening.width' : 'opening.diameter',
    });
  }

  protected duplicate(id: string): void {
    const design = this.store.document();
    if (!design) return;
    const added = edits.duplicateSection(design, id);
    this.store.edit(() => added.design);
    this.chosen.set({ id: added.id });
  }

  protected move({ id, to }: { id: string; to: number }): void {
    this.store.edit((design) => edits.moveSection(design, id, to));
  }

  protected removeSection(id: string): void {
    this.store.edit((design) => edits.removeSection(design, id));
    this.#undoable('Section removed');
  }

  protected removeEntrance(id: string): void {
    this.store.edit((design) => edits.removeEntrance(design, id));
    this.#undoable('Door removed');
  }

  protected fit({ option, act }: { readonly option: FitOption; readonly act: string }): void {
    this.store.edit(() => option.design);
    this.chosen.set({ id: option.id });
    this.#undoable(`Done: ${act.replace(/^Make it [^:]+: /, '')}`);
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

  #undoable(message: string): void {
    const before = this.store.document();
    this.#toast.show(message, () => {
      if (this.store.document() === before) this.store.undo();
    });
  }
}
