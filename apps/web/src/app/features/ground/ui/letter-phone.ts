import { ChangeDetectionStrategy, Component, inject, Injectable, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { LETTER_PHONE, MOST_LETTERS } from '../data/letter-words';

/** The number that stands in letters, kept on this device. */
@Injectable({ providedIn: 'root' })
export class LetterNumber {
  readonly #number = signal(readText(LETTER_PHONE, MOST_LETTERS) ?? '');
  readonly number = this.#number.asReadonly();

  write(text: string): void {
    this.#number.set(text);
    writeText(LETTER_PHONE, text);
  }
}

@Component({
  selector: 'yw-letter-phone',
  imports: [MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-form-field class="screen-only" appearance="outline" subscriptSizing="dynamic">
    <mat-label>Our telephone</mat-label>
    <input #phone matInput [value]="kept.number()" (input)="kept.write(phone.value)" />
  </mat-form-field>`,
  styles: `
    :host {
      display: block;
      margin-bottom: var(--s3);
    }
  `,
})
export class LetterPhone {
  protected readonly kept = inject(LetterNumber);
}
