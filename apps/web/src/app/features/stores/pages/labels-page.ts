import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TrapDto } from '@yewridge/contract/stores';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { storesLink } from '../../../shared/routes/paths';
import { TrapAddress } from '../data/trap-address';
import { TrapsApi } from '../data/traps-api';
import { TrapLabel } from '../ui/trap-label';

/** Labels of the traps in the address, or of all, ready for the printer. */
@Component({
  selector: 'yw-labels-page',
  imports: [PageHeader, Waiting, Failed, RouterLink, TrapLabel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="screen-only">
      <yw-page-header place="Stores">
        <span crumb class="crumb"><a [routerLink]="stores">All traps</a> <span>labels</span></span>
        <span answer>{{ labels().length }} {{ labels().length === 1 ? 'label' : 'labels' }}, 90 mm wide</span>
        <button act type="button" class="button filled" [disabled]="labels().length === 0" (click)="print()">
          Print
        </button>
      </yw-page-header>
      <p>
        Print at 100 %. The code opens the trap’s page on a device that reaches this address: on this computer only,
        unless access was set up.
      </p>
    </div>
    @if (failure(); as failure) {
      <yw-failed title="The traps could not be fetched" [failure]="failure" (retry)="load()" />
    } @else if (traps() === null) {
      <yw-waiting what="the traps" />
    } @else {
      <div class="labels">
        @for (label of labels(); track label.trap.id) {
          <yw-trap-label [trap]="label.trap" [address]="label.address" />
        } @empty {
          <p>
            {{
              ids()
                ? 'None of these traps is in Stores.'
                : 'No trap is built yet. Build one from a design on the Bench.'
            }}
          </p>
        }
      </div>
    }
  `,
  styles: `
    p {
      margin: 0 0 var(--s3);
      max-width: 70ch;
      color: var(--ink-2);
    }
    .labels {
      display: flex;
      flex-wrap: wrap;
      gap: 4mm;
    }
  `,
})
export class LabelsPage {
  readonly ids = input<string>();
  protected readonly stores = storesLink();
  readonly #api = inject(TrapsApi);
  readonly #address = inject(TrapAddress);
  readonly #window = inject(DOCUMENT).defaultView;

  protected readonly traps = signal<readonly TrapDto[] | null>(null);
  protected readonly failure = signal<ApiFailure | null>(null);
  protected readonly labels = computed(() => {
    const wanted = (this.ids() ?? '').split(',').filter((id) => id !== '');
    return (this.traps() ?? [])
      .filter(({ id }) => wanted.length === 0 || wanted.includes(id))
      .map((trap) => ({ trap, address: this.#address.of(trap.id) }));
  });

  constructor() {
    this.load();
  }

  protected load(): void {
    this.failure.set(null);
    this.#api.all().subscribe({
      next: (traps) => {
        this.traps.set(traps);
      },
      error: (failure: ApiFailure) => {
        this.failure.set(failure);
      },
    });
  }

  protected print(): void {
    this.#window?.print();
  }
}
