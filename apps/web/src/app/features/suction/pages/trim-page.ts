import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { dayText } from '../../../shared/documents/saved-words';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { versionOf } from '../data/rig-differences';
import { RigStore } from '../data/rig-store';
import { trimCard, trimPdf, trimSvg } from '../data/trim-card';
import { RigFrame } from '../ui/rig-frame';

/** The gate's scale to print at true size and glue beside the gate. */
@Component({
  selector: 'yw-trim-page',
  imports: [RigFrame],
  providers: [RigStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-rig-frame [id]="id()" [store]="store" [answer]="answer()">
    <ng-container ngProjectAs="[act]">
      <button type="button" class="button" [disabled]="!card()" (click)="saveSvg()">Save as SVG</button>
      <button type="button" class="button filled" [disabled]="!card()" (click)="savePdf()">Save as PDF</button>
    </ng-container>
    @if (store.problems().length > 0) {
      <p class="sheet none" role="status">
        The card is of the last rig that can be built: its sheet says what is wrong now.
      </p>
    }
    @if (card()) {
      <p class="says">
        1:1 on paper. Print at 100 %, measure the bar, cut along the scale and glue it beside the gate. Drawn smaller
        here.
      </p>
      <img class="sheet paper" [src]="picture()" [alt]="says()" />
    } @else {
      <p class="sheet none">
        {{
          store.lanes().waiting
            ? 'Looking for the band of each nozzle …'
            : 'This gate is longer than a sheet of A3 paper: no card fits it.'
        }}
      </p>
    }
  </yw-rig-frame>`,
  styles: `
    .says {
      max-width: 76ch;
      color: var(--ink-2);
    }
    .paper {
      display: block;
      width: 100%;
      max-width: 760px;
    }
    .none {
      max-width: 60ch;
      padding: var(--s5);
    }
  `,
})
export class TrimPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly #toast = inject(UndoToast);

  protected readonly card = computed(() => {
    const rig = this.store.shown();
    const lanes = this.store.lanes();
    if (!rig || !lanes.value || lanes.waiting) return null;
    const workspace = this.#workspace();
    const day = workspace ? dayText(workspace.now, workspace.timeZone) : '';
    const version = `version ${versionOf(this.store.versions(), rig).number}`;
    return trimCard(rig, lanes.value, { system: this.#system(), version, day });
  });
  protected readonly picture = computed(() => {
    const card = this.card();
    return card ? `data:image/svg+xml;charset=utf-8,${encodeURIComponent(trimSvg(card))}` : '';
  });
  protected readonly answer = computed(() => {
    const card = this.card();
    return card ? `Trim card on ${card.paper.name.toUpperCase()}` : 'Trim card';
  });
  protected readonly says = computed(() => {
    const marks = this.card()?.marks ?? [];
    return marks.flatMap((mark) => (mark.kind === 'text' && mark.bold ? [mark.text] : [])).join('. ');
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.store.open(id);
      });
    });
  }

  protected saveSvg(): void {
    const card = this.card();
    if (card) this.#save(new Blob([trimSvg(card)], { type: 'image/svg+xml' }), 'svg');
  }

  protected savePdf(): void {
    const card = this.card();
    if (!card) return;
    trimPdf(card).then(
      (pdf) => {
        this.#save(pdf, 'pdf');
      },
      () => {
        this.#toast.tell('The PDF could not be made. Try again, or save it as SVG.');
      },
    );
  }

  #save(blob: Blob, ending: string): void {
    saveBlob(blob, `trim-card-${fileName(this.store.shown()?.name ?? 'rig')}.${ending}`);
  }
}
