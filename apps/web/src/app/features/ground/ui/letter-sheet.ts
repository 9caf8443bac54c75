import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { LETTER_CAUTIONS } from '../data/letter-words';

/** One letter to a landowner: the keeper's words, the cautions, and room for a yes. On paper the words stand as they are. */
@Component({
  selector: 'yw-letter-sheet',
  imports: [MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<article class="sheet" [attr.aria-label]="label()">
    <p class="from">{{ from() }}<br />{{ day() }}</p>
    <mat-form-field class="screen-only" appearance="outline" subscriptSizing="dynamic">
      <mat-label>{{ says() }}</mat-label>
      <textarea #words matInput rows="12" [value]="text()" (input)="written.emit(words.value)"></textarea>
    </mat-form-field>
    <p class="printed">{{ text() }}</p>
    <ul>
      @for (line of cautions; track line) {
        <li>{{ line }}</li>
      }
    </ul>
    <p>Call us: {{ phone() || '..............................' }}</p>
    @for (line of answers(); track line) {
      <p class="sign">{{ line }}</p>
    }
  </article>`,
  styles: `
    article {
      display: grid;
      gap: var(--s3);
      max-width: 680px;
      margin-bottom: var(--s4);
      padding: var(--s6);
      font-size: var(--t-m);
      line-height: 1.5;
    }
    p,
    ul {
      margin: 0;
    }
    .from {
      text-align: right;
    }
    .printed {
      display: none;
      white-space: pre-wrap;
    }
    .sign {
      margin-top: var(--s4);
    }
    @media print {
      :host {
        display: block;
        break-after: page;
      }
      :host:last-of-type {
        break-after: auto;
      }
      article {
        border: 0;
      }
      .printed {
        display: block;
      }
    }
  `,
})
export class LetterSheet {
  readonly label = input.required<string>();
  /** What the words are called. */
  readonly says = input.required<string>();
  readonly from = input.required<string>();
  readonly day = input.required<string>();
  readonly text = input.required<string>();
  readonly phone = input.required<string>();
  /** Lines to sign. */
  readonly answers = input.required<readonly string[]>();
  readonly written = output<string>();
  protected readonly cautions = LETTER_CAUTIONS;
}
