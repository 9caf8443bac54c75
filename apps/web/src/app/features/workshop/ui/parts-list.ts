import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { BatchPlan, BatchWork, WorkPart } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { dryNote, length, partNote, partSizes } from '../data/workshop-words';

const ROOM = { width: 52, height: 30 };
const LONGEST = 0.75;

interface PartRow {
  readonly id: string;
  readonly name: string;
  readonly qty: number;
  readonly where: string;
  readonly sizes: string;
  readonly note: string;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly part: WorkPart;
}

/** Every part that is sawn: its outline to one scale with its grain, how many, its sizes, its joints, and where it is cut. */
@Component({
  selector: 'yw-parts-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <button
            type="button"
            [class.chosen]="row.id === chosen()"
            (click)="picked.emit(row.id)"
            (focus)="picked.emit(row.id)"
          >
            <svg [attr.viewBox]="'0 0 52 30'" width="52" height="30" aria-hidden="true">
              <rect
                [class.sheet]="row.part.material === 'sheet'"
                [attr.x]="row.box.x"
                [attr.y]="row.box.y"
                [attr.width]="row.box.width"
                [attr.height]="row.box.height"
              />
              @if (row.box.width > 16) {
                <path [attr.d]="'M' + (row.box.x + 5) + ' 15h' + (row.box.width - 10) + 'm-4 -3l4 3l-4 3'" />
              }
            </svg>
            <span class="what">
              <strong>{{ row.name }}</strong>
              <span>{{ row.sizes }}</span>
              <small>{{ row.note }}</small>
            </span>
            <span class="count"
              ><strong>{{ row.qty }}</strong
              ><small>{{ row.where }}</small></span
            >
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      border-bottom: 1px solid var(--rule);
    }
    button {
      display: grid;
      grid-template-columns: 56px minmax(0, 1fr) auto;
      gap: var(--s2);
      align-items: center;
      width: 100%;
      padding: 5px var(--s3);
      border: 0;
      border-left: 3px solid transparent;
      background: none;
      text-align: left;
      cursor: pointer;
      line-height: 1.3;
    }
    button:hover {
      background: var(--yew-2);
    }
    .chosen {
      border-left-color: var(--yew);
      background: var(--yew-2);
    }
    .what,
    .count {
      display: grid;
      min-width: 0;
    }
    .count {
      justify-items: end;
    }
    .count strong {
      font: 600 19px/1.1 var(--head);
      font-feature-settings: 'lnum' 1;
    }
    strong {
      font-weight: 600;
    }
    small {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    rect {
      fill: var(--wood);
      stroke: var(--ink);
    }
    rect.sheet {
      fill: var(--sheet-2);
    }
    path {
      fill: none;
      stroke: var(--wood-ink);
      stroke-width: 1.2;
    }
  `,
})
export class PartsList {
  readonly parts = input.required<readonly BatchWork[]>();
  readonly plan = input.required<BatchPlan | null>();
  readonly names = input.required<ReadonlyMap<string, string>>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = input<string | null>(null);
  readonly picked = output<string>();

  protected readonly rows = computed(() =>
    this.parts().map((piece): PartRow => {
      const { part } = piece;
      const k = ROOM.width / Math.max(LONGEST, ...this.parts().map(({ length }) => length));
      const width = Math.max(6, piece.length * k);
      const height = Math.max(4, Math.min(ROOM.height, piece.width * k));
      const group = this.plan()?.boards.find(({ job }) => job.pieces.some(({ id }) => id === piece.id));
      const joined =
        group && group.joined > 1
          ? `${group.joined} boards of ${length(group.width, this.system())}, edge to edge`
          : '';
      const notes = [partNote(part, this.system()), dryNote(piece, this.system()), joined].filter(
        (note) => note !== '',
      );
      return {
        id: piece.id,
        name: this.names().get(piece.id) ?? part.name,
        qty: piece.qty,
        where: this.#where(piece),
        sizes: partSizes(piece, this.system()),
        note: notes.join(', '),
        box: { x: (ROOM.width - width) / 2, y: (ROOM.height - height) / 2, width, height },
        part,
      };
    }),
  );

  #where(piece: BatchWork): string {
    const plan = this.plan();
    const board = plan?.boards.find(({ job }) => job.pieces.some(({ id }) => id === piece.id));
    const sheet = plan?.sheets.find(({ parts }) => parts.some(({ id }) => id === piece.id));
    return board ? board.letter : sheet ? `sheet ${sheet.letter}` : '';
  }
}
