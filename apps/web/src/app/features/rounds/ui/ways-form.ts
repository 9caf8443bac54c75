import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { type Option, PickList } from '../../../shared/fields/pick';
import { manyText } from '../../../shared/units/format';

export interface TypedWay {
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
}

/** Times of one's own for the way: typed one by one, or a table out of a file. */
@Component({
  selector: 'yw-ways-form',
  imports: [MatFormFieldModule, MatInputModule, PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      {{ says() }}
    </p>
    <div class="type">
      <yw-pick label="From" unsaid="from" [options]="places()" [value]="from()" (chosen)="from.set($event)" />
      <yw-pick label="To" unsaid="to" [options]="places()" [value]="to()" (chosen)="to.set($event)" />
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input #box matInput inputmode="decimal" aria-label="Minutes the way takes" placeholder="minutes" />
        <span matTextSuffix>min</span>
      </mat-form-field>
      <button type="button" class="button" (click)="type(box.value, box)">Keep both ways</button>
    </div>
    @if (problem() ?? fault(); as problem) {
      <p class="fault" role="alert">{{ problem }}</p>
    }
    <p class="acts">
      <button type="button" class="button" (click)="file.click()">Load a table of minutes (CSV)</button>
      <input #file type="file" accept=".csv,text/csv" hidden (change)="load(file)" />
      @if (service(); as service) {
        <button type="button" class="button" (click)="asked.emit()">Ask {{ service }}</button>
      }
      @if (known() > 0) {
        <button type="button" class="quiet" (click)="forgotten.emit()">Take all timed ways away</button>
      }
    </p>
    <p class="small">
      The table has the names of places in its first row and its first column and minutes in its cells, from row to
      column. What is empty stays worked out.
    </p>
  `,
  styles: `
    .type,
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    yw-pick {
      flex: 1 1 110px;
    }
    mat-form-field {
      flex: 0 1 110px;
    }
    p {
      margin: 0 0 6px;
      font-size: var(--t-s);
    }
    .acts {
      margin-top: 8px;
    }
    .small {
      color: var(--ink-2);
    }
    .fault {
      border-left: 3px solid var(--clay);
      padding-left: 8px;
    }
  `,
})
export class WaysForm {
  readonly places = input.required<readonly Option[]>();
  /** Ways that are timed. */
  readonly known = input.required<number>();
  /** A road service that can be asked, by its name. */
  readonly service = input.required<string | null>();
  readonly fault = input.required<string | null>();
  readonly typed = output<TypedWay>();
  readonly loaded = output<string>();
  readonly asked = output();
  readonly forgotten = output();

  protected readonly from = signal<string | null>(null);
  protected readonly to = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly says = computed(() =>
    this.known() === 0
      ? 'The way is worked out: straight line × 1.3 at 43 km/h. Type what it really takes you, where you know it.'
      : `${manyText(this.known(), 'way goes', 'ways go')} by your own times; the rest is straight line × 1.3 at 43 km/h.`,
  );

  protected type(text: string, box: HTMLInputElement): void {
    const [from, to] = [this.from(), this.to()];
    const minutes = Number(text.trim().replace(',', '.'));
    this.problem.set(
      from === null || to === null
        ? 'Say from where to where.'
        : from === to
          ? 'A way leads from one place to another.'
          : text.trim() === '' || !Number.isFinite(minutes) || minutes < 0 || minutes > 1440
            ? `Minutes the way takes: ${text.trim() === '' ? 'nothing is typed' : text.trim()}. Type 0 to 1440.`
            : null,
    );
    if (this.problem() !== null || from === null || to === null) return;
    this.typed.emit({ from, to, minutes });
    box.value = '';
  }
  protected load(file: HTMLInputElement): void {
    const [one] = [...(file.files ?? [])];
    file.value = '';
    if (!one) return;
    void one.text().then((text) => {
      this.loaded.emit(text);
    });
  }
}
