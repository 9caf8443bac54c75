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
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { batchLink, benchLink, compareLink, designLinks, NEW_BATCH } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { DesignCommands } from '../data/design-commands';
import { DesignKeeping } from '../data/design-keeping';
import { DesignView } from '../data/design-view';
import { DesignEditorStore } from '../data/design-editor-store';
import { sectionFields } from '../data/fields';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { VersionsStore } from '../data/versions-store';
import { ConflictBar } from '../../../shared/documents/conflict-bar';
import { DesignSheet } from '../ui/design-sheet';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
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
  providers: [DesignEditorStore, DesignCommands, DesignView, DesignKeeping, VersionsStore, KeptTexts],
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
  protected readonly view = inject(DesignView);
  protected readonly keeping = inject(DesignKeeping);
  protected readonly chosen = this.commands.chosen;
  protected readonly space = signal({ width: 592, height: 700 });
  readonly #versions = inject(VersionsStore);
  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly compareLink = compareLink();
  protected readonly fresh = batchLink(NEW_BATCH);
  protected readonly links = computed(() => designLinks(this.id()));
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
}
