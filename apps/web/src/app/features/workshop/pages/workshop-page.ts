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
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { type Fields, RECORD_TABLES } from '@yewridge/contract/season';
import { saveDesignFile } from '../../../shared/documents/design-file';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
import { NameLine } from '../../../shared/fields/name-line';
import { PickList } from '../../../shared/fields/pick';
import { Caution } from '../../../shared/layout/caution';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import {
  batchLink,
  benchLink,
  boardsLink,
  designLink,
  NEW_BATCH,
  rigLink,
  sawLink,
  workshopLink,
} from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { SizeField } from '../../../shared/units/size-field';
import { COUNT } from '../data/batch-lines';
import { billText, boughtName } from '../data/bill';
import { drawingsOf, onOneSheet, saveBuildSheet, saveDxf, saveSvg, saveTemplate } from '../data/take-along';
import { USUAL, WorkshopStore } from '../data/workshop-store';
import { WorkshopView } from '../data/workshop-view';
import { BoardsPlan } from '../ui/boards-plan';
import { BuyList } from '../ui/buy-list';
import { CornerView } from '../ui/corner-view';
import { CostPanel } from '../ui/cost-panel';
import { PartsList } from '../ui/parts-list';
import { SheetPlan } from '../ui/sheet-plan';
import { type PaperChoice, type TakeAlong, TakeAlongPanel } from '../ui/take-along';

const LETTER_UNITS = 'imperial';
const PLAN_EDGE = 26;
const SHEET_SCALE = 165;
const SHEET_EDGE = 60;

/** What is sawn for a batch: parts, a plan to saw by, a list to buy by, and papers to take along. */
@Component({
  selector: 'yw-workshop-page',
  imports: [
    PageHeader,
    Waiting,
    Failed,
    Empty,
    RouterLink,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    ElementSizeDirective,
    HatchDefs,
    SizeField,
    PickList,
    NameLine,
    Caution,
    PartsList,
    CornerView,
    BoardsPlan,
    SheetPlan,
    BuyList,
    CostPanel,
    TakeAlongPanel,
  ],
  providers: [WorkshopStore, WorkshopView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './workshop-page.html',
  styleUrl: './workshop-page.scss',
})
export class WorkshopPage {
  /** The batch, or `new`. */
  readonly id = input.required<string>();
  /** The design or the rig a new batch begins with. */
  readonly design = input<string>();

  protected readonly store = inject(WorkshopStore);
  protected readonly view = inject(WorkshopView);
  readonly #toast = inject(UndoToast);
  #name: string | null = null;
  protected readonly bench = benchLink();
  protected readonly workshop = workshopLink();
  protected readonly boards = boardsLink();
  protected readonly designLink = designLink;
  protected readonly rigLink = rigLink;
  protected readonly sawLink = sawLink;
  protected readonly dayOf = dayLong;
  protected readonly countRange = COUNT;
  protected readonly chosen = signal<string | null>(null);
  protected readonly asksCut = signal(false);
  protected readonly paper = signal<PaperChoice>(this.view.system() === LETTER_UNITS ? 'letter' : 'A4');

  protected readonly others = computed(() => {
    const there = new Set(this.store.lines().map(({ id }) => id));
    return [...this.store.designs(), ...this.store.rigs()]
      .filter(({ id }) => !there.has(id))
      .map(({ id, document }) => ({ id, name: document.name }));
  });
  protected readonly boughtSections = computed(() =>
    this.store
      .bought()
      .filter(({ what }) => what === 'section')
      .map((part) => ({ id: part.id, qty: part.qty, name: boughtName(part, this.view.designs().get(part.line)) })),
  );
  /** The corner of the part that is chosen, else of the first box. */
  protected readonly corner = computed(() => {
    const parts = this.store.sawn();
    const part = parts.find(({ id, part: { section } }) => id === this.chosen() && section !== null) ?? parts[0];
    const design = this.store.of().find(({ id }) => id === part?.line)?.design ?? null;
    const section = design?.document.sections.find(({ id }) => id === part?.part.section);
    return design && section?.shape.kind === 'box' ? { design, section } : null;
  });
  protected readonly mayCut = computed(
    () =>
      this.store.plan() !== null &&
      !this.store.stale() &&
      this.view.faults().length === 0 &&
      this.store.lacking().length === 0,
  );
  protected readonly setup = computed(() => {
    const batch = this.store.batch();
    const field = (
      key: 'kerfM' | 'trimStartM' | 'trimEndM',
      label: string,
      otherwise: number,
    ): {
      key: string;
      label: string;
      value: number | null;
      otherwise: number;
      range: { min: number; max: number };
      change: (value: number | null) => Partial<Fields<'batches'>>;
    } => ({
      key,
      label,
      value: batch?.[key] ?? null,
      otherwise,
      range: RECORD_TABLES.batches[key],
      change: (value) => ({ [key]: value }),
    });
    return [
      field('kerfM', 'Saw cut', USUAL.kerf),
      field('trimStartM', 'Trim at the raw end', USUAL.trimStart),
      field('trimEndM', 'Trim at the far end', USUAL.trimEnd),
    ];
  });
  protected readonly cutWords = computed(() => {
    const own = this.store.plan()?.use.filter((use) => use.own) ?? [];
    const taken = own.reduce((sum, { count }) => sum + count, 0);
    const kept = this.store.offcuts().length;
    return [
      taken === 0
        ? 'Nothing is taken from Stores.'
        : `${taken === 1 ? '1 board or sheet is' : `${taken} boards and sheets are`} taken from Stores.`,
      kept === 0 ? 'No offcut is worth keeping.' : `${kept === 1 ? '1 offcut goes' : `${kept} offcuts go`} there.`,
    ].join(' ');
  });

  constructor() {
    const router = inject(Router);
    effect(() => {
      const [id, design] = [this.id(), this.design()];
      untracked(() => {
        this.store.open(id === NEW_BATCH ? null : id, design ?? null);
      });
    });
    this.store.begun.pipe(takeUntilDestroyed(inject(DestroyRef))).subscribe((id) => {
      void router.navigate([...batchLink(id)], { replaceUrl: true });
    });
  }

  protected typed(name: string): void {
    this.#name = name;
  }

  /** Said once, when the name is left. */
  protected named(): void {
    if (this.#name !== null) this.store.rename(this.#name);
    this.#name = null;
  }

  protected sized(width: number): void {
    this.view.room.set(Math.max(300, width - PLAN_EDGE));
  }

  protected nameOf(row: string): string {
    return this.store.rows().find(({ id }) => id === row)?.name ?? '';
  }

  protected sheetScale(length: number): number {
    return Math.min(SHEET_SCALE, (this.view.room() - SHEET_EDGE) / length);
  }

  protected join(edgeJoined: boolean): void {
    this.store.set(edgeJoined ? 'wide pieces of two boards, edge to edge' : 'each piece of one board', { edgeJoined });
  }

  protected cut(place: string): void {
    this.store.cut(place.trim() === '' ? null : place.trim());
    this.asksCut.set(false);
  }

  protected take(file: TakeAlong): void {
    void this.#take(file).catch((error: unknown) => {
      this.#toast.tell(`The file could not be made: ${error instanceof Error ? error.message : 'unknown'}.`);
    });
  }

  async #take(file: TakeAlong): Promise<void> {
    const asked = this.view.sheetAsked();
    const bill = this.view.bill();
    if (!asked || !bill) return;
    switch (file.what) {
      case 'sheet':
        await saveBuildSheet(asked, this.paper());
        return;
      case 'template':
        await saveTemplate(file.template, this.paper());
        return;
      case 'list':
        saveBlob(new Blob([billText(bill)], { type: 'text/plain' }), `${fileName(asked.name)}-to-buy.txt`);
        return;
      case 'design':
        for (const { design } of asked.designs) saveDesignFile(design);
        return;
      case 'drawing': {
        const title = `${asked.name} ${file.of}`;
        const drawing = onOneSheet(drawingsOf(asked)[file.of], title);
        if (file.as === 'svg') saveSvg(drawing);
        else saveDxf(drawing);
      }
    }
  }
}
