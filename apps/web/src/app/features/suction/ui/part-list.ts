import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Rig, RigProblem } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { ON_THE_WAY, PART_NAMES, partLine, type PartId, partsOf } from '../data/rig-parts';

/** Where in a rig a part's fields live. */
const HOMES: Readonly<Partial<Record<PartId, readonly string[]>>> = {
  mouth: ['nozzles', 'fitted'],
  weather: ['air'],
};

/** The parts in the order of the air, numbered as on the drawing; a click opens one. */
@Component({
  selector: 'yw-part-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ol>
      @for (row of rows().way; track row.id) {
        <li [class.on]="chosen() === row.id" [class.bad]="row.bad">
          <button type="button" [attr.aria-expanded]="chosen() === row.id" (click)="pick(row.id)">
            <span class="n" aria-hidden="true">{{ row.n }}</span>
            <b>{{ row.name }}</b>
            <span class="line" [title]="row.line">{{ row.line }}{{ row.bad ? ' ▲' : '' }}</span>
          </button>
        </li>
      }
    </ol>
    <div class="others" role="group" aria-label="What else belongs to it">
      @for (row of rows().others; track row.id) {
        <button
          type="button"
          class="quiet"
          [class.on]="chosen() === row.id"
          [class.bad]="row.bad"
          [title]="row.line"
          [attr.aria-expanded]="chosen() === row.id"
          (click)="pick(row.id)"
        >
          {{ row.name }}{{ row.bad ? ' ▲' : '' }}
        </button>
      }
    </div>`,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      border-bottom: 1px solid var(--rule);
    }
    button {
      pointer-events: auto;
    }
    li button {
      display: grid;
      grid-template-columns: 26px 82px minmax(0, 1fr);
      align-items: baseline;
      width: 100%;
      min-height: 24px;
      padding: 2px 0;
      border: 0;
      background: none;
      text-align: left;
      cursor: pointer;
    }
    .n {
      display: inline-grid;
      place-items: center;
      width: 18px;
      height: 18px;
      border: 1px solid var(--ink);
      border-radius: 50%;
      font-size: 12px;
    }
    .n:empty {
      border: 0;
    }
    .line {
      overflow: hidden;
      color: var(--ink-2);
      font-size: var(--t-xs);
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .on {
      background: var(--yew-2);
    }
    .on .line {
      color: var(--ink);
    }
    .others {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      padding-top: 5px;
    }
    .others button {
      min-height: 24px;
      font-size: var(--t-xs);
    }
    .others .bad,
    .bad .line {
      color: var(--clay);
    }
    @media (max-width: 720px) {
      li button,
      .others button {
        min-height: 44px;
        align-items: center;
      }
    }
  `,
})
export class PartList {
  readonly rig = input.required<Rig>();
  readonly problems = input.required<readonly RigProblem[]>();
  readonly system = input.required<UnitSystem>();
  readonly chosen = input<PartId | null>(null);
  readonly picked = output<PartId | null>();

  protected readonly rows = computed(() => {
    const all = partsOf(this.rig()).map((id) => {
      const place = ON_THE_WAY.indexOf(id);
      const homes = HOMES[id] ?? [id];
      return {
        id,
        n: place >= 0 ? String(place + 1) : '',
        name: PART_NAMES[id],
        line: partLine(this.rig(), id, this.system()),
        bad: this.problems().some(({ path }) => homes.some((home) => path.startsWith(home))),
      };
    });
    return { way: all.filter(({ n }) => n !== ''), others: all.filter(({ n }) => n === '') };
  });

  protected pick(part: PartId): void {
    this.picked.emit(this.chosen() === part ? null : part);
  }
}
