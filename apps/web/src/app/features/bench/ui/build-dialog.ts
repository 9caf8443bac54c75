import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { RouterLink } from '@angular/router';
import { TRAP_LIMITS, type TrapDto } from '@yewridge/contract/stores';
import { type ApiFailure, whyNot } from '../../../shared/http/api-failure';
import { readText, writeChoice } from '../../../shared/kept/kept-choice';
import { labelsLink, trapLink } from '../../../shared/routes/paths';
import { SizeField } from '../../../shared/units/size-field';
import { BuildsApi } from '../data/builds-api';
import { numberProblem, numbersFrom } from '../data/trap-numbers';
import { DayField } from '../../../shared/fields/day-field';

/** The design as it was looked at when "Build" was pressed. */
export interface BuildOrder {
  readonly designId: string;
  readonly revision: number;
  readonly name: string;
}

const OWNER = 'yewridge.owner';

/** Makes numbered traps of a design. */
@Component({
  selector: 'yw-build-dialog',
  imports: [DayField, MatDialogModule, RouterLink, SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './build-dialog.html',
  styleUrl: './build-dialog.scss',
})
export class BuildDialog {
  protected readonly order = inject<BuildOrder>(MAT_DIALOG_DATA);
  readonly #ref = inject(MatDialogRef<BuildDialog, boolean>);
  readonly #api = inject(BuildsApi);
  readonly #ids = Array.from({ length: TRAP_LIMITS.traps.max }, () => crypto.randomUUID());

  protected readonly most = TRAP_LIMITS;
  protected readonly first = signal('');
  protected readonly count = signal(1);
  protected readonly painted = signal('');
  protected readonly owner = signal(readText(OWNER, TRAP_LIMITS.ownerLength) ?? '');
  protected readonly built = signal<readonly TrapDto[]>([]);
  protected readonly sending = signal(false);
  readonly #refused = signal<{ readonly first: string; readonly sentence: string } | null>(null);

  protected readonly numbers = computed(() => numbersFrom(this.first(), this.count()));
  protected readonly problem = computed(() => {
    if (this.first().trim() === '') return null;
    const refused = this.#refused();
    return numberProblem(this.numbers()) ?? (refused?.first === this.first() ? refused.sentence : null);
  });
  protected readonly ready = computed(() => this.first().trim() !== '' && this.problem() === null && !this.sending());
  protected readonly summary = computed(() => {
    const numbers = this.numbers();
    return numbers.length > 1 ? `${numbers[0]} to ${numbers.at(-1)}` : (numbers[0] ?? '');
  });

  constructor() {
    this.#api.nextNumber().subscribe({
      next: (number) => {
        if (this.first() === '') this.first.set(number);
      },
      error: (failure: ApiFailure) => {
        this.#refused.set({ first: this.first(), sentence: failure.message });
      },
    });
  }

  protected linkOf(id: string): readonly string[] {
    return trapLink(id);
  }

  protected readonly labels = labelsLink();
  protected ids(): string {
    return this.built()
      .map(({ id }) => id)
      .join(',');
  }

  protected send(): void {
    if (!this.ready()) return;
    this.sending.set(true);
    writeChoice(OWNER, this.owner());
    const numbers = this.numbers();
    const traps = numbers.map((number, n) => ({ id: this.#ids[n] ?? '', number }));
    const paintedOn = this.painted() === '' ? null : this.painted();
    const { designId, revision } = this.order;
    this.#api.build({ designId, designRevision: revision, traps, paintedOn, owner: this.owner().trim() }).subscribe({
      next: ({ traps: made }) => {
        this.sending.set(false);
        this.built.set(made);
      },
      error: (failure: ApiFailure) => {
        this.sending.set(false);
        this.#refused.set({ first: this.first(), sentence: whyNot(failure) });
      },
    });
  }

  protected close(): void {
    this.#ref.close(this.built().length > 0);
  }
}
