import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';

export interface TickLine {
  readonly code: string;
  readonly says: string;
  readonly small?: string;
  /** Something is missing. */
  readonly warns?: boolean;
}

/** A list to tick: what is packed, what is minded, what is done. */
@Component({
  selector: 'yw-code-ticks',
  imports: [MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul [attr.aria-label]="label()">
    @for (line of lines(); track line.code) {
      <li>
        <mat-checkbox [checked]="ticked().includes(line.code)" (change)="tick(line.code, $event.checked)"
          >{{ line.says }}
          @if (line.small) {
            <small [class.warns]="line.warns">{{ line.small }}</small>
          }
        </mat-checkbox>
      </li>
    }
  </ul>`,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      columns: var(--tick-columns, 1);
      list-style: none;
    }
    li {
      min-height: 48px;
      break-inside: avoid;
    }
    mat-checkbox {
      display: block;
    }
    small {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    .warns {
      color: var(--clay);
      font-weight: 600;
    }
    @media print {
      li {
        min-height: 0;
      }
      mat-checkbox {
        --mat-checkbox-state-layer-size: 20px;
      }
    }
  `,
})
export class CodeTicks {
  readonly label = input.required<string>();
  readonly lines = input.required<readonly TickLine[]>();
  readonly ticked = input.required<readonly string[]>();
  /** All that are ticked now, told what was before: two quick ticks are two. */
  readonly said = output<(ticked: readonly string[]) => readonly string[]>();

  protected tick(code: string, on: boolean): void {
    const known = this.lines().map((line) => line.code);
    this.said.emit((ticked) => known.filter((one) => (one === code ? on : ticked.includes(one))));
  }
}
