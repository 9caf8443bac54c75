import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { isRecordDate, RECORD_YEARS } from '@yewridge/contract/shared';
import { DateTime } from 'luxon';
import { DAY_PROVIDERS } from './day-adapter';
import { NamedField } from './named-field';

/** Why what stands in a day's field is no day yet; `null` when it is one, or empty. */
export function dayFault(day: string, unreadable: boolean): string | null {
  if (unreadable) return 'The day is not whole: type day, month and year, like 13 May 2026.';
  if (day === '' || isRecordDate(day)) return null;
  return `${day.slice(0, 4).replace(/^0+/, '')} is no year of records: type one from ${RECORD_YEARS.first} to ${RECORD_YEARS.last}.`;
}

/** The same for a day that has to be there. */
export function givenDayFault(day: string): string | null {
  return dayFault(day, day === '');
}

/** A day, typed in any usual order or taken from a calendar; said when it is whole and the field is left. */
@Component({
  selector: 'yw-day',
  imports: [MatDatepickerModule, MatFormFieldModule, MatInputModule, NamedField],
  providers: DAY_PROVIDERS,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-form-field appearance="outline" subscriptSizing="dynamic" [ywNamed]="label()">
      <input
        #box
        matInput
        autocomplete="off"
        [matDatepicker]="calendar"
        [attr.aria-label]="label()"
        [attr.aria-invalid]="fault() !== null"
        [value]="shown()"
        (input)="pending = true"
        (dateChange)="leave($event.value, box.value)"
      />
      <mat-datepicker-toggle matIconSuffix [for]="calendar" aria-label="Open calendar" />
      <mat-datepicker #calendar />
    </mat-form-field>
    @if (fault(); as fault) {
      <small role="alert">{{ fault }}</small>
    }`,
  styleUrl: './moment.scss',
})
export class DayField {
  /** What it is called, for whoever cannot see the words beside it. */
  readonly label = input.required<string>();
  /** ISO day as it is kept; '' for none. */
  readonly value = input.required<string>();
  /** The record it belongs to: when that comes anew, what is kept stands there again. */
  readonly keptOf = input<unknown>();
  /** Whether it may not be left empty. */
  readonly needed = input(false, { transform: booleanAttribute });
  /** ISO day, or '' when it was taken away. */
  readonly given = output<string>();

  readonly fault = signal<string | null>(null);
  /** ISO day as it stands there now; '' for none, or what is no day. */
  readonly day = linkedSignal(() => this.value());
  /** Typed and not left yet: a record that comes anew and says nothing new must not take it away. */
  protected pending = false;
  protected readonly shown = linkedSignal<{ day: string; kept: unknown }, DateTime | null>({
    source: () => ({ day: this.value(), kept: this.keptOf() }),
    computation: ({ day }, previous) => {
      if (previous?.source.day === day && this.pending) return previous.value;
      return day === '' ? null : DateTime.fromISO(day);
    },
  });

  protected leave(day: DateTime | null, text: string): void {
    this.pending = false;
    const iso = day?.isValid ? (day.toISODate() ?? '') : '';
    const unreadable = iso === '' && (text.trim() !== '' || this.needed());
    this.day.set(iso);
    this.fault.set(dayFault(iso, unreadable));
    if (this.fault() === null && iso !== this.value()) this.given.emit(iso);
  }
}
