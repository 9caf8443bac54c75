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
import { MatMenuModule } from '@angular/material/menu';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import { NameLine } from '../../../shared/fields/name-line';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { Caution } from '../../../shared/layout/caution';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { batchLink, compareRigsLink, NEW_BATCH, rigLinks, suctionLink } from '../../../shared/routes/paths';
import { percentText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import type { PartId } from '../data/rig-parts';
import { RigCommands } from '../data/rig-commands';
import { RigStore } from '../data/rig-store';
import { RigView } from '../data/rig-view';
import { LAYOUT_NAMES, LAYOUT_SAYS, OPENER_NAMES } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { AirSheet } from '../ui/air-sheet';
import { ConflictBar } from '../../../shared/documents/conflict-bar';
import { GateLanes } from '../ui/gate-lanes';
import { HeatCase, HeatChart } from '../ui/heat-panel';
import { LandingChart } from '../ui/landing-chart';
import { MatterBars } from '../ui/matter-bars';
import { PartForm } from '../ui/part-form';
import { PartList } from '../ui/part-list';
import { ReadingLines } from '../ui/reading-lines';

/** m of the gate's plate that `,` and `.` move. */
const TRIM_STEP = 0.0005;

/** One rig: the air's way, the gate with its band, and what the air does to bees. */
@Component({
  selector: 'yw-rig-page',
  imports: [
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
    MatMenuModule,
    Icon,
    Caution,
    ElementSizeDirective,
    NameLine,
    AirSheet,
    GateLanes,
    PartList,
    PartForm,
    ReadingLines,
    LandingChart,
    HeatChart,
    HeatCase,
    MatterBars,
    ConflictBar,
  ],
  providers: [RigStore, RigView, RigCommands, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rig-page.html',
  styleUrl: './rig-page.scss',
})
export class RigPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly view = inject(RigView);
  protected readonly commands = inject(RigCommands);

  protected readonly system = inject(UnitChoice).system;
  protected readonly suction = suctionLink();
  protected readonly compareLink = compareRigsLink();
  protected readonly links = computed(() => rigLinks(this.id()));
  protected readonly fresh = batchLink(NEW_BATCH);
  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly layoutNames = LAYOUT_NAMES;
  protected readonly layoutSays = LAYOUT_SAYS;
  protected readonly openerNames = OPENER_NAMES;
  protected readonly cautions = CAUTIONS;
  protected readonly chosen = signal<PartId | null>(null);
  protected readonly allOpen = signal(false);
  protected readonly space = signal({ width: 806, height: 700 });
  readonly #scale = inject(ScreenScale);

  protected readonly pixelsPerMetre = computed(() => this.#scale.pixelsPerMetre());
  protected readonly width = computed(() => Math.max(300, Math.floor(this.space().width)));
  /** Beside the gate stands the title block, under it on a narrow sheet. */
  protected readonly gateWidth = computed(() => (this.width() < 620 ? this.width() - 24 : this.width() - 24 - 206));
  protected readonly percent = percentText;
  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(`rig-${id}`);
        this.store.open(id);
      });
    });
    const title = inject(Title);
    effect(() => {
      const name = this.store.document()?.name;
      if (name !== undefined) title.setTitle(`${name}, Suction, Yewridge`);
    });
    undoKeys(this.store);
    const trim = (by: number) => (): void => {
      this.commands.trim(by);
    };
    inject(KeyMap).add(
      [
        { sequence: ',', says: 'Shut the gate by half a millimetre', run: trim(-TRIM_STEP) },
        { sequence: '.', says: 'Open the gate by half a millimetre', run: trim(TRIM_STEP) },
      ],
      inject(DestroyRef),
    );
  }
}
