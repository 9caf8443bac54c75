import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RoundCandidate } from '@yewridge/core/field';
import { distanceText, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';

/** The next stop, big: where, when, what it asks for, and the act that begins it. */
@Component({
  selector: 'yw-round-next',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Next stop">
      <svg viewBox="0 0 110 96" aria-hidden="true">
        <path class="ground" d="M2 90H108" />
        @if (stop().ladder) {
          <path class="tree" d="M62 90V30M62 46C40 44 30 34 34 22S52 4 64 6s34 4 34 20-14 20-36 18" />
          <rect class="box" x="55" y="34" width="26" height="20" />
          <path class="door" d="M64 49h8" />
          <path class="ladder" d="M88 90L74 56M96 90L82 56M90 82h-8M86 72h-8M82 62h-6" />
        } @else {
          <path class="tree" d="M62 90V52" />
          <rect class="box" x="48" y="58" width="28" height="22" />
          <path class="door" d="M58 75h8" />
        }
        @if (height(); as height) {
          <path class="size" [attr.d]="'M24 90V' + top() + 'M19 90h10M19 ' + top() + 'h10'" />
          <text [attr.transform]="'translate(18 ' + (90 + top()) / 2 + ') rotate(-90)'">{{ height }}</text>
        }
      </svg>
      <div>
        <p class="times">
          Next, leave by <b>{{ leave() }}</b>, there <b>{{ there() }}</b>
        </p>
        <h2>
          {{ stop().site }} <span>{{ stop().number }}</span>
        </h2>
        <p>{{ why() }}</p>
        <p>{{ minutes() }}</p>
        @if (caution(); as caution) {
          <p>
            <strong>{{ caution }}</strong>
          </p>
        }
      </div>
      <div class="acts">
        @if (stop().must) {
          <button type="button" class="button filled" (click)="done.emit()">{{ doneWords() }}</button>
          <a class="button" [routerLink]="visit()" (click)="arrived.emit()">All its steps</a>
        } @else {
          <a class="button filled" [routerLink]="visit()" [queryParams]="{ round: day() }" (click)="arrived.emit()"
            >I am there</a
          >
        }
        <a class="button" [href]="way()">The way, {{ metres() }}</a>
        @if (dropping(); as dropping) {
          <button type="button" class="button" (click)="dropped.emit()">Drop it, {{ dropping }}</button>
        }
      </div>
    </section>
  `,
  styles: `
    section {
      display: grid;
      grid-template-columns: 110px minmax(0, 1fr);
      gap: 4px 12px;
      padding: 10px 12px;
    }
    svg {
      width: 110px;
      fill: none;
      stroke: var(--ink);
      stroke-width: 1;
    }
    .tree,
    .ground {
      stroke: var(--ink-2);
    }
    .box {
      fill: var(--wood);
    }
    .door {
      stroke-width: 2.4;
    }
    .ladder {
      stroke: var(--yew);
      stroke-width: 1.4;
    }
    .size {
      stroke-width: 0.75;
    }
    text {
      fill: var(--ink);
      stroke: none;
      font: 600 12px var(--text);
      text-anchor: middle;
    }
    p {
      margin: 0 0 2px;
      color: var(--ink-2);
    }
    p b,
    strong {
      color: var(--ink);
    }
    h2 {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 12px;
      margin: 0;
      font-size: 26px;
      line-height: 1.15;
    }
    h2 span {
      font-size: 21px;
    }
    .acts {
      display: flex;
      grid-column: 1 / -1;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 4px;
    }
    .acts .button {
      display: grid;
      min-height: 58px;
      place-items: center;
    }
    .acts .filled {
      flex: 2;
      font: 600 19px var(--head);
    }
    .acts .button:not(.filled) {
      flex: 1;
    }
  `,
})
export class RoundNext {
  readonly stop = input.required<RoundCandidate>();
  readonly day = input.required<string>();
  readonly leave = input.required<string>();
  readonly there = input.required<string>();
  readonly why = input.required<string>();
  readonly minutes = input.required<string>();
  readonly caution = input.required<string | null>();
  readonly visit = input.required<readonly string[]>();
  /** m as the crow flies. */
  readonly far = input.required<number>();
  /** What dropping it buys; `null` where it must be, or stands among the rows below. */
  readonly dropping = input<string | null>(null);
  readonly dropped = output();
  readonly arrived = output();
  readonly done = output();
  readonly #system = inject(UnitChoice).system;

  protected readonly height = computed(() => {
    const { heightM } = this.stop();
    return heightM === null ? null : figureText(heightM, 'height', this.#system());
  });
  protected readonly top = computed(() => (this.stop().ladder ? 49 : 75));
  protected readonly metres = computed(() => distanceText(this.far(), this.#system()));
  /** For whatever shows maps on the telephone (RFC 5870). */
  protected readonly way = computed(() => {
    const { lat, lon } = this.stop().place;
    return `geo:${lat.toFixed(6)},${lon.toFixed(6)}`;
  });
  protected readonly doneWords = computed(
    () =>
      ({ closeAtDusk: 'The entrance is closed', move: 'It is carried', lowerAtFirstLight: 'It is down' })[
        this.stop().work as 'move'
      ],
  );
}
