import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export type ConflictChoice = 'mine' | 'theirs' | 'both';

/** Two hands on one document: what each holds, and the ways on, none of which loses anything. */
@Component({
  selector: 'yw-conflict-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet" role="alertdialog" aria-labelledby="conflict" aria-describedby="conflict-says">
    <h2 id="conflict">Changed elsewhere too</h2>
    <p id="conflict-says">
      Another window saved this {{ what() }} after you opened it. Yours: <b>{{ mine() }}</b>. Theirs:
      <b>{{ theirs() }}</b>. Nothing is lost until you choose, and nothing after.
    </p>
    <button type="button" class="button filled" (click)="chosen.emit('both')">Keep both, mine as a copy</button>
    <button type="button" class="button" (click)="chosen.emit('mine')">Keep mine</button>
    <button type="button" class="button" (click)="chosen.emit('theirs')">Take theirs</button>
  </div>`,
  styles: `
    div {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--s2) var(--s3);
      margin-bottom: var(--s3);
      padding: var(--s3);
      border-left: 3px solid var(--clay);
      background: var(--clay-2);
    }
    h2 {
      font-size: 16px;
    }
    p {
      flex: 1 1 320px;
      margin: 0;
    }
  `,
})
export class ConflictBar {
  /** What it is: a design, a rig. */
  readonly what = input.required<string>();
  /** What each holds, in words. */
  readonly mine = input.required<string>();
  readonly theirs = input.required<string>();
  readonly chosen = output<ConflictChoice>();
}
