import { ChangeDetectionStrategy, Component, DestroyRef, inject, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { ActBar } from '../shared/acts/act-bar';
import { Icon } from '../shared/icons/icon';
import { KeyMap } from '../shared/keys/key-map';
import { PATHS } from '../shared/routes/paths';
import { ThemeChoice } from '../shared/theme/theme-choice';
import { UnitChoice } from '../shared/units/unit-choice';
import { KeyOverlay } from './key-overlay';
import { PLACES } from './places';

const TABLE_PATHS: readonly string[] = [PATHS.bench, PATHS.suction, PATHS.stores];

/** The rail that follows the year, and the page beside it. */
@Component({
  selector: 'yw-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon, ActBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.html',
  styleUrl: './app.scss',
})
export class App {
  protected readonly places = PLACES;
  /** At the table, not in the field: on a phone they stand behind More. */
  protected readonly tablePlaces = PLACES.filter(({ path }) => TABLE_PATHS.includes(path));
  protected readonly more = signal(false);
  protected readonly files = PATHS.files;
  protected readonly devices = PATHS.devices;
  protected readonly settings = PATHS.settings;
  readonly #dialog = inject(MatDialog);

  constructor() {
    inject(ThemeChoice);
    const router = inject(Router);
    const units = inject(UnitChoice);
    inject(KeyMap).add(
      [
        ...PLACES.map(({ path, name, key }) => ({
          sequence: `g ${key}`,
          says: `Go to ${name}`,
          run: () => void router.navigate(['/', path]),
        })),
        {
          sequence: 'u',
          says: 'Change units',
          run: () => {
            units.toggle();
          },
        },
        {
          sequence: '?',
          says: 'All keys',
          run: () => {
            this.showKeys();
          },
        },
      ],
      inject(DestroyRef),
    );
  }

  protected showKeys(): void {
    if (this.#dialog.openDialogs.length === 0) this.#dialog.open(KeyOverlay, { width: '420px', autoFocus: 'dialog' });
  }
}
