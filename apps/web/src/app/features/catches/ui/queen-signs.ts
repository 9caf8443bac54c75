import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { QUEEN_SIGNS, type QueenGuess, queenGuess, type QueenSign } from '@yewridge/core/catches';

const SIGNS: Readonly<Record<QueenSign, readonly [sees: string, suggests: string]>> = {
  clustering: ['They cluster in one corner', 'she is there, in the middle of them'],
  fanning: ['They fan at the entrance, tails up', 'they call the others to her'],
  orienting: ['Orienting flights, facing the entrance', 'they mean to stay, which they seldom do without her'],
  frantic: ['They run about frantically', 'they look for her'],
};
const GUESSES: Readonly<Record<QueenGuess, string>> = {
  likelyIn: 'She is likely in. Close when the last have come in.',
  likelyNot: 'She is likely not with them. Look where the cluster hung; they may fly back to her within the hour.',
  unclear: 'The signs disagree. Look again in a quarter of an hour.',
  nothingSeen: 'Tick what you see in the first quarter of an hour.',
};

/** Whether the queen is with them, by what the bees do. */
@Component({
  selector: 'yw-queen-signs',
  imports: [MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>Is the queen with them?</legend>
      @for (sign of signs; track sign.id) {
        <mat-checkbox [checked]="seen().includes(sign.id)" (change)="toggle(sign.id)"
          ><span
            ><strong>{{ sign.sees }}</strong> suggests {{ sign.suggests }}</span
          ></mat-checkbox
        >
      }
      <p aria-live="polite">{{ guess() }} <small>Rule of thumb; seeing her, or eggs, settles it.</small></p>
    </fieldset>
  `,
  styles: `
    fieldset {
      margin: 8px 0 0;
      border: 0;
      border-top: 1px solid var(--rule);
      padding: 8px 0 0;
    }
    legend {
      float: left;
      width: 100%;
      padding: 0;
      font: 600 14px / 1.3 var(--head);
    }
    label {
      display: grid;
      grid-template-columns: 20px minmax(0, 1fr);
      gap: 6px;
      clear: both;
      min-height: 34px;
      padding: 3px 0;
      cursor: pointer;
    }
    input {
      accent-color: var(--yew);
    }
    strong {
      font-weight: 600;
    }
    span,
    small {
      color: var(--ink-2);
    }
    strong {
      color: var(--ink);
    }
    p {
      margin: 4px 0 0;
    }
  `,
})
export class QueenSigns {
  /** As it is kept: some of the signs, parted by commas. */
  readonly value = input.required<string | null>();
  readonly changed = output<string | null>();

  protected readonly signs = QUEEN_SIGNS.map((id) => ({ id, sees: SIGNS[id][0], suggests: SIGNS[id][1] }));
  /** As kept, and at once as touched. */
  protected readonly seen = linkedSignal(() => {
    const kept = (this.value() ?? '').split(',');
    return QUEEN_SIGNS.filter((sign) => kept.includes(sign));
  });
  protected readonly guess = computed(() => GUESSES[queenGuess(this.seen())]);

  protected toggle(sign: QueenSign): void {
    const seen = QUEEN_SIGNS.filter((one) => this.seen().includes(one) !== (one === sign));
    this.seen.set(seen);
    this.changed.emit(seen.length === 0 ? null : seen.join(','));
  }
}
