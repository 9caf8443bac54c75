import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { PageHeader } from '../shared/layout/page-header';
import { THEMES, ThemeChoice } from '../shared/theme/theme-choice';
import { WorkspaceStore } from '../shared/workspace/workspace-store';

@Component({
  selector: 'yw-settings-page',
  imports: [MatRadioModule, PageHeader],
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
  protected readonly themes = THEMES;
  protected readonly names = { day: 'Day', night: 'Night', dusk: 'Dusk' };
  protected readonly why = {
    day: 'ink on warm paper.',
    night: 'light ink on dark, for the kitchen table.',
    dusk: 'dim red on black: bees barely see red, and you keep your night vision.',
  };
}
