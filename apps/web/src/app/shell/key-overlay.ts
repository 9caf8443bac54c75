import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatDialogModule } from '@angular/material/dialog';
import { KeyMap } from '../shared/keys/key-map';

/** All keys that work on the page under it. */
@Component({
  selector: 'yw-key-overlay',
  imports: [MatDialogModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="all">
      <h2 mat-dialog-title>Keys</h2>
      <mat-dialog-content tabindex="0" role="region" aria-label="All keys">
        <dl>
          @for (row of rows(); track row.sequence) {
            <div>
              <dt>
                @for (key of row.keys; track $index) {
                  <kbd>{{ key }}</kbd>
                }
              </dt>
              <dd>{{ row.says }}</dd>
            </div>
          }
        </dl>
      </mat-dialog-content>
      <mat-dialog-actions align="end"
        ><button type="button" class="button" mat-dialog-close>Close</button></mat-dialog-actions
      >
    </div>
  `,
  styles: `
    dl {
      margin: 0;
    }
    dl div {
      display: grid;
      grid-template-columns: 130px 1fr;
      padding: 6px 0;
      border-top: 1px solid var(--rule);
      color: var(--ink);
      font-size: var(--t-s);
    }
    dd {
      margin: 0;
    }
    kbd {
      display: inline-block;
      min-width: 1.4em;
      margin-right: 4px;
      padding: 0 5px;
      border: 1px solid var(--edge);
      font: 500 var(--t-xs) / 20px var(--text);
      text-align: center;
    }
  `,
})
export class KeyOverlay {
  readonly #keys = inject(KeyMap);
  protected readonly rows = computed(() => [
    ...this.#keys.actions().map(({ sequence, says }) => ({ sequence, says, keys: sequence.split(/[ +]/) })),
    { sequence: 'arrows', says: 'In a size: 1 mm or 1/16 in, with Shift ten times that', keys: ['↑', '↓'] },
  ]);
}
