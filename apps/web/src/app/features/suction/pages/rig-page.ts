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
import { Router, RouterLink } from '@angular/router';
import { type DriveOffer, type OpenedBand, type Rig, rigHeatQuestion, withOpening } from '@yewridge/core/suction';
import { savedWords, sheetDate } from '../../../shared/documents/saved-words';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import type { PartChange } from '../../../shared/fields/field';
import { NameLine } from '../../../shared/fields/name-line';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { KeyMap } from '../../../shared/keys/key-map';
import { Caution } from '../../../shared/layout/caution';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { compareRigsLink, rigLinks, suctionLink } from '../../../shared/routes/paths';
import { figureOf, figureText, percentText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import * as views from '../data/readings-view';
import { RigActions } from '../data/rig-actions';
import { changedRig, trimmed } from '../data/rig-edits';
import { type PartId, partLine } from '../data/rig-parts';
import { RigStore } from '../data/rig-store';
import { versionWords } from '../data/rig-differences';
import { DRIVE_WORDS, LAYOUT_NAMES, LAYOUT_SAYS, OPENER_NAMES } from '../data/rig-words';
import { driveWords } from '../data/drive-words';
import { CAUTIONS, supplyCaution } from '../data/safety-notes';
import { AirSheet } from '../ui/air-sheet';
import { ConflictBar, type ConflictChoice } from '../../../shared/documents/conflict-bar';
import { GateLanes } from '../ui/gate-lanes';
import { HeatCase, HeatChart } from '../ui/heat-panel';
import { LandingChart } from '../ui/landing-chart';
import { MatterBars } from '../ui/matter-bars';
import { PartForm, type RigEdit } from '../ui/part-form';
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
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rig-page.html',
  styleUrl: './rig-page.scss',
})
export class RigPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);

  protected readonly system = inject(UnitChoice).system;
  protected readonly suction = suctionLink();
  protected readonly compareLink = compareRigsLink();
  protected readonly links = computed(() => rigLinks(this.id()));
  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly layoutNames = LAYOUT_NAMES;
  protected readonly layoutSays = LAYOUT_SAYS;
  protected readonly openerNames = OPENER_NAMES;
  protected readonly cautions = CAUTIONS;
  protected readonly chosen = signal<PartId | null>(null);
  protected readonly allOpen = signal(false);
  protected readonly space = signal({ width: 806, height: 700 });
  readonly #scale = inject(ScreenScale);
  readonly #actions = inject(RigActions);
  readonly #router = inject(Router);
  readonly #toast = inject(UndoToast);
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly #timeZone = computed(() => this.#workspace()?.timeZone ?? 'UTC');

  protected readonly pixelsPerMetre = computed(() => this.#scale.pixelsPerMetre());
  protected readonly width = computed(() => Math.max(300, Math.floor(this.space().width)));
  /** Beside the gate stands the title block, under it on a narrow sheet. */
  protected readonly gateWidth = computed(() => (this.width() < 620 ? this.width() - 24 : this.width() - 24 - 206));
  protected readonly percent = percentText;
  protected readonly saved = computed(() => savedWords(this.store.saving(), this.#timeZone()));
  protected readonly date = computed(() => sheetDate(this.store.saving(), this.#workspace()?.now, this.#timeZone()));
  protected readonly stale = computed(() => this.store.problems().length > 0);
  protected readonly lanes = computed(() => this.store.lanes().value);
  protected readonly version = computed(() => {
    const rig = this.store.document();
    return rig ? versionWords(this.store.versions(), rig) : '';
  });
  protected readonly answer = computed(() => {
    const readings = this.store.readings();
    if (!readings) return null;
    const system = this.system();
    const landing = readings.bee.landing;
    return {
      gate: figureOf(readings.gate.travel, 'length', system),
      hose: figureOf(readings.state.speed.hose, 'speed', system),
      landing: landing === null ? null : figureOf(landing.worst, 'speed', system),
    };
  });
  readonly #view = computed(() => {
    const rig = this.store.shown();
    const readings = this.store.readings();
    return rig && readings ? { rig, readings, system: this.system() } : null;
  });
  protected readonly arrivalLines = computed(() => {
    const view = this.#view();
    const { value, waiting } = this.store.swarm();
    return view ? [views.arrivalLine(view, value, waiting)] : [];
  });
  protected readonly airLines = computed(() => {
    const view = this.#view();
    if (!view) return [];
    const lane = this.store.fittedLane();
    return [
      views.bandLine(view, lane, this.store.lanes().waiting),
      views.nozzleLine(view, this.store.lanes().waiting ? null : this.lanes()),
      views.spreadLine(view),
      views.screenLine(view),
      views.feedLine(view),
    ].filter((line) => line !== null);
  });
  protected readonly heatLines = computed(() => {
    const view = this.#view();
    if (!view) return [];
    const question = rigHeatQuestion(view.rig, view.readings.state.flow.screen);
    const { value, waiting } = this.store.heat();
    const clock = waiting ? null : value;
    const lines = [
      views.heatLine(view.rig, clock, question, view.system),
      views.coolingLine(clock, question, view.system),
      views.boxesLine(view.rig),
    ];
    return lines.filter((line) => line !== null);
  });
  protected readonly powerLines = computed(() => {
    const view = this.#view();
    return view ? [views.powerLine(view, this.store.power())] : [];
  });
  protected readonly binding = computed(() => {
    const lane = this.store.fittedLane();
    return lane ? views.bindingWords(lane) : '';
  });
  protected readonly empty = computed(() => {
    const lane = this.store.fittedLane();
    if (!lane || lane.spot.level === 'wide') return null;
    const conflict =
      lane.spot.level === 'none'
        ? lane.spot.binding.high === 'stalled'
          ? 'There is no band: bees that arrive at all are already too fast.'
          : 'There is no band: what carries them up the hose lands them too hard.'
        : 'The band is narrow: what surely carries them lands one in twenty too hard. Try it with a few bees.';
    return { conflict };
  });
  /** A rig that no setting of its gate helps: what would. */
  protected readonly drive = computed(() => {
    const { value, waiting } = this.store.drive();
    return waiting || !value?.fault ? null : { says: DRIVE_WORDS[value.fault], offers: value.offers };
  });
  protected readonly take = computed(() => {
    const rig = this.store.shown();
    return rig ? supplyCaution(rig) : '';
  });
  protected readonly drives = computed(() => {
    const readings = this.store.readings();
    if (!readings) return null;
    if (readings.state.status === 'source-too-weak') return 'This source cannot hold the bees in the hose.';
    const weak = readings.state.warnings.includes('leaks-dominate');
    if (weak) return 'More than half of the air comes through the seams: tape them before anything else.';
    if (readings.state.warnings.includes('box-load')) {
      return 'The largest panel of the box bears over 300 N: it may bow, leak or break. Open the bleed.';
    }
    if (readings.state.warnings.includes('compressible')) {
      return 'The air thins by more than 5 % at the machine; figures there are less sure.';
    }
    return readings.state.warnings.includes('low-reynolds')
      ? 'The air in the hose is so slow that its friction is less sure.'
      : null;
  });

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
      this.trim(by);
    };
    inject(KeyMap).add(
      [
        { sequence: ',', says: 'Shut the gate by half a millimetre', run: trim(-TRIM_STEP) },
        { sequence: '.', says: 'Open the gate by half a millimetre', run: trim(TRIM_STEP) },
      ],
      inject(DestroyRef),
    );
  }

  protected change({ field, value }: PartChange): void {
    this.store.edit((rig) => changedRig(rig, field, value), field);
  }

  protected edit(change: RigEdit): void {
    this.store.edit(change);
  }

  protected rename(name: string): void {
    this.change({ field: 'name', value: name });
  }

  protected open(opening: number): void {
    this.store.edit((rig) => withOpening(rig, opening), 'bleed.opening');
  }

  protected trim(by: number): void {
    this.store.edit((rig) => trimmed(rig, by), 'bleed.opening');
  }

  protected heatCase(field: string, value: unknown): void {
    this.store.edit((rig) => ({ ...rig, heat: { ...rig.heat, [field]: value } }));
  }

  /** The opener as it was tried, at the gate as it stands now. */
  protected takeOpener(opened: OpenedBand): void {
    const { hose, port, box } = opened.rig;
    this.store.edit((rig) => ({ ...rig, hose, port, box }));
    this.#toast.show(OPENER_NAMES[opened.opener], () => {
      this.store.undo();
    });
  }

  protected offerWords(offer: DriveOffer): string {
    return driveWords(offer, this.system());
  }

  protected takeOffer(offer: DriveOffer): void {
    const { name, notes, jobs } = this.store.document() ?? offer.rig;
    this.store.edit(() => ({ ...offer.rig, name, ...(notes === undefined ? {} : { notes }), jobs }));
    this.#toast.show(this.offerWords(offer), () => {
      this.store.undo();
    });
  }

  protected gain({ spot, gain }: OpenedBand): string {
    const level = { wide: 'opens the band', narrow: 'still narrow', none: 'still none' }[spot.level];
    return `${level}, +${figureText(gain, 'speed', this.system())}`;
  }

  protected words(rig: Rig): string {
    const system = this.system();
    return `“${rig.name}”, ${partLine(rig, 'hose', system)}, ${partLine(rig, 'bleed', system)}`;
  }

  protected resolve(choice: ConflictChoice): void {
    const mine = this.store.document();
    if (choice === 'mine') this.store.keepMine();
    else this.store.takeTheirs();
    if (choice === 'both' && mine) this.#actions.copy(mine);
  }

  protected keep(): void {
    this.store.freeze('kept').subscribe({
      next: ({ version }) => {
        this.#toast.tell(`Kept as version ${version}`);
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  protected copy(): void {
    const document = this.store.document();
    if (!document) return;
    this.store.flush().subscribe({
      complete: () => {
        this.#actions.copy(document);
      },
    });
  }

  protected remove(): void {
    this.store.remove().subscribe({
      next: (deleted) => {
        void this.#router.navigate([...this.suction]).then(() => {
          this.#actions.removed(deleted);
        });
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }
}
