import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { membersLink } from '../shared/routes/paths';
import { SessionStore } from '../shared/session/session-store';
import { MatRadioModule } from '@angular/material/radio';
import { FieldLink } from '../shared/field/field-link';
import { timeOf } from '../shared/field/time-of';
import { CURRENCIES, CurrencyChoice } from '../shared/money/currency-choice';
import { PageHeader } from '../shared/layout/page-header';
import { THEMES, ThemeChoice } from '../shared/theme/theme-choice';
import { WorkspaceStore } from '../shared/workspace/workspace-store';

@Component({
  selector: 'yw-settings-page',
  imports: [MatRadioModule, PageHeader, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Settings">
      <span answer>On this device: {{ names[choice.theme()] }}</span>
    </yw-page-header>
    <section class="sheet" aria-labelledby="light">
      <h2 id="light">Light</h2>
      <mat-radio-group aria-labelledby="light" [value]="choice.theme()" (change)="choice.choose($event.value)">
        @for (theme of themes; track theme) {
          <mat-radio-button [value]="theme"
            ><strong>{{ names[theme] }}</strong> {{ why[theme] }}</mat-radio-button
          >
        }
      </mat-radio-group>
    </section>
    <section class="sheet" aria-labelledby="money">
      <h2 id="money">Money</h2>
      <p>The sign before prices; nothing is converted.</p>
      <mat-radio-group
        aria-labelledby="money"
        class="row"
        [value]="money.currency()"
        (change)="money.choose($event.value)"
      >
        @for (currency of currencies; track currency) {
          <mat-radio-button [value]="currency">{{ currency }}</mat-radio-button>
        }
      </mat-radio-group>
    </section>
    <section class="sheet" aria-labelledby="field">
      <h2 id="field">Without a signal</h2>
      <p>{{ field() }}</p>
    </section>
    <section class="sheet" aria-labelledby="members">
      <h2 id="members">Members and phones</h2>
      <p>{{ who() }}</p>
      <a [routerLink]="members">Members</a>
    </section>
    @if (workspace(); as workspace) {
      <p class="version">{{ workspace.name }}, Yewridge {{ workspace.version }}</p>
    }
  `,
  styles: `
    section {
      max-width: 560px;
      padding: var(--s4);
    }
    h2 {
      margin-bottom: var(--s2);
      font-size: 16px;
    }
    section + section {
      margin-top: var(--s3);
    }
    .row mat-radio-button {
      display: inline-block;
      margin-right: var(--s4);
      border-top: 0;
    }
    mat-radio-button {
      display: block;
      margin: 0;
      padding: var(--s2) 0;
      border-top: 1px solid var(--rule);
    }
    strong {
      font-weight: 600;
    }
    .version {
      color: var(--ink-2);
    }
  `,
})
export class SettingsPage {
  protected readonly choice = inject(ThemeChoice);
  protected readonly workspace = inject(WorkspaceStore).workspace;
  protected readonly money = inject(CurrencyChoice);
  readonly #link = inject(FieldLink);
  protected readonly field = computed(() => {
    const [keeps, asOf, workspace] = [this.#link.keeps(), this.#link.asOf(), this.workspace()];
    if (keeps === false) {
      return 'This device keeps nothing: a private window, or no room. Yewridge works here while the computer answers, and not without it.';
    }
    if (keeps === null || asOf === null || !workspace) return 'What the field needs is being taken along.';
    return `What the field needs is on this device, as of ${timeOf(asOf, workspace.now, workspace.timeZone)}.`;
  });
  readonly #session = inject(SessionStore);
  protected readonly members = membersLink();
  protected readonly who = computed(() => {
    const who = this.#session.who();
    if (this.#session.session()?.access !== 'on' || who === null)
      return 'Nobody signs in: whoever sits at this computer does everything. Switch members on to let phones and others in.';
    return `You are signed in as ${who.name ?? 'a guest'}, ${who.role}.`;
  });
  protected readonly currencies = CURRENCIES;
  protected readonly themes = THEMES;
  protected readonly names = { day: 'Day', night: 'Night', dusk: 'Dusk' };
  protected readonly why = {
    day: 'ink on warm paper.',
    night: 'light ink on dark, for the kitchen table.',
    dusk: 'dim red on black: bees barely see red, and you keep your night vision.',
  };
}
