import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Icon } from '../shared/icons/icon';
import { KeyMap } from '../shared/keys/key-map';
import { PATHS } from '../shared/routes/paths';
import { ThemeChoice } from '../shared/theme/theme-choice';
import { UnitChoice } from '../shared/units/unit-choice';
import { KeyOverlay } from './key-overlay';
import { PLACES } from './places';

/** The rail that follows the year, and the page beside it. */
@Component({
  selector: 'yw-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.html',
  styleUrl: './app.scss',
})
export class App {
  protected readonly places = PLACES;
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
