import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import type { NetworkDto } from '@yewridge/contract/members';
import { exhaustMap, finalize, Subject } from 'rxjs';
import { sayingWhy } from '../../../shared/http/api-failure';
import { PATHS } from '../../../shared/routes/paths';
import { MembersApi } from '../data/members-api';
import { CodePicture } from './code-picture';
import { Fingerprint } from './fingerprint';

/** The door for phones in the same network: open or shut, where it is, and what a phone compares before it trusts. */
@Component({
  selector: 'yw-phones-in',
  imports: [MatSlideToggleModule, CodePicture, Fingerprint],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-slide-toggle [checked]="network().open" [disabled]="busy()" (change)="set$.next($event.checked)"
      >Let phones in my network in</mat-slide-toggle
    >
    <p class="note">
      While it is on, devices in the same network reach this computer, encrypted, and members sign in there. Nothing is
      reached from the internet.
    </p>
    @if (fault(); as fault) {
      <p class="fault" role="alert">{{ fault }}</p>
    }
    @if (network().addresses[0]; as address) {
      <div class="door">
        <yw-code-picture [address]="address + '/' + phone" says="The address of this computer for a phone’s camera" />
        <div>
          <p>Scan it with a phone in the same network, or type one of these:</p>
          <ul>
            @for (one of network().addresses; track one) {
              <li>{{ one }}/{{ phone }}</li>
            }
          </ul>
          @if (network().authority; as card) {
            <p>
              The phone warns the first time, as it does not know this computer yet. The page it opens says what to do;
              these groups must stand on both screens:
            </p>
            <yw-fingerprint [is]="card.fingerprint" />
          }
        </div>
      </div>
    }
  `,
  styles: `
    .note {
      margin: var(--s2) 0;
      color: var(--ink-2);
    }
    .fault {
      margin: 0 0 var(--s2);
      color: var(--clay);
    }
    .door {
      display: grid;
      grid-template-columns: max-content minmax(0, 1fr);
      gap: var(--s4);
      align-items: start;
    }
    .door p {
      margin: 0 0 var(--s2);
    }
    ul {
      margin: 0 0 var(--s3);
      padding: 0;
      list-style: none;
      overflow-wrap: anywhere;
      font-weight: 600;
    }
    @media (max-width: 900px) {
      .door {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PhonesIn {
  readonly network = input.required<NetworkDto>();
  readonly changed = output<NetworkDto>();

  readonly #api = inject(MembersApi);
  readonly #refused = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly set$ = new Subject<boolean>();
  protected readonly phone = PATHS.phone;
  protected readonly fault = computed(() => this.#refused() ?? this.network().fault);

  constructor() {
    this.set$
      .pipe(
        exhaustMap((open) => {
          this.busy.set(true);
          return this.#api.letPhonesIn(open).pipe(
            sayingWhy(this.#refused),
            finalize(() => {
              this.busy.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((network) => {
        this.changed.emit(network);
      });
  }
}
