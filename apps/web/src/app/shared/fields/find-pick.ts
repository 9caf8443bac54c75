import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatAutocompleteModule, type MatAutocompleteSelectedEvent } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Option } from './pick';

/** As many as are shown at once: who does not find it types another letter. */
const MOST = 50;

const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/** One of a long list, found by letters of any part of its name. What was typed and is none of the list is put back when left. */
@Component({
  selector: 'yw-find-pick',
  imports: [MatFormFieldModule, MatInputModule, MatAutocompleteModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-form-field appearance="outline" subscriptSizing="dynamic">
    <input
      #box
      matInput
      [attr.aria-label]="label()"
      [placeholder]="unsaid()"
      [value]="typed()"
      [matAutocomplete]="list"
      (input)="typed.set(box.value)"
      (focus)="box.select()"
    />
    <mat-autocomplete
      #list="matAutocomplete"
      [autoActiveFirstOption]="asks()"
      hideSingleSelectionIndicator
      [aria-label]="label()"
      [displayWith]="named"
      (optionSelected)="choose($event)"
      (closed)="closed(box)"
    >
      @for (option of shown(); track option.id) {
        <mat-option [value]="option">{{ option.name }}</mat-option>
      } @empty {
        <mat-option disabled>None of the list: type part of its name</mat-option>
      }
      @if (found().length > shown().length) {
        <mat-option disabled>{{ found().length - shown().length }} more: type part of the name</mat-option>
      }
    </mat-autocomplete>
  </mat-form-field>`,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class FindPick {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  /** `null` = nobody has said. */
  readonly value = input.required<string | null>();
  readonly unsaid = input('type part of its name');
  readonly chosen = output<string>();

  #chose = false;
  readonly #kept = computed(() => this.options().find(({ id }) => id === this.value())?.name ?? '');
  protected readonly typed = linkedSignal(() => this.#kept());
  /** What is kept is no question: then the whole list is offered, and Enter takes nothing of it that was not pointed at. */
  protected readonly asks = computed(() => this.typed() !== this.#kept());
  protected readonly found = computed(() => {
    const wanted = plain(this.typed().trim());
    return this.asks() ? this.options().filter(({ name }) => plain(name).includes(wanted)) : this.options();
  });
  protected readonly shown = computed(() => this.found().slice(0, MOST));

  protected readonly named = (option: Option | string | null): string =>
    typeof option === 'string' ? option : (option?.name ?? '');

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    const { id, name } = option.value as Option;
    this.#chose = true;
    this.typed.set(name);
    this.chosen.emit(id);
  }

  /** The list closes by a choice, or by leaving the field: then what is kept stands there again. */
  protected closed(box: HTMLInputElement): void {
    if (this.#chose) {
      this.#chose = false;
      return;
    }
    this.typed.set(this.#kept());
    box.value = this.#kept();
  }
}
