import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  type Event as RouterEvent,
  NavigationEnd,
  NavigationError,
  Router,
  RouterLink,
  RouterLinkActive,
  RouterOutlet,
} from '@angular/router';
import { filter, map } from 'rxjs/operators';
import { ActBar } from '../shared/acts/act-bar';
import { Icon } from '../shared/icons/icon';
import { KeyMap } from '../shared/keys/key-map';
import { PATHS } from '../shared/routes/paths';
import { SessionStore } from '../shared/session/session-store';
import { ThemeChoice } from '../shared/theme/theme-choice';
import { UnitChoice } from '../shared/units/unit-choice';
import { NewVersion } from './new-version';
import { KeyOverlay } from './key-overlay';
import { PLACES } from './places';

const TABLE_PATHS: readonly string[] = [PATHS.bench, PATHS.suction, PATHS.stores, PATHS.evidence];

/** The rail that follows the year, and the page beside it. */
@Component({
  selector: 'yw-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon, ActBar, NewVersion],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.html',
  styleUrl: './app.scss',
  host: { '[class.outside]': 'outside()' },
})
export class App {
  protected readonly places = PLACES;
  /** At the table, not in the field: on a phone they stand behind More. */
  protected readonly tablePlaces = PLACES.filter(({ path }) => TABLE_PATHS.includes(path));
  protected readonly more = signal(false);
  protected readonly files = PATHS.files;
  /** A page whose code could not be fetched: there is no signal, and it was not taken along yet. */
  protected readonly notHere = toSignal(
    inject(Router).events.pipe(
      filter((event: RouterEvent) => event instanceof NavigationError || event instanceof NavigationEnd),
      map((event) => event instanceof NavigationError),
    ),
    { initialValue: false },
  );
  protected readonly devices = PATHS.devices;
  protected readonly settings = PATHS.settings;
  readonly #session = inject(SessionStore);
  /** Nobody is in, or only looks: the places stand open to neither. */
  protected readonly outside = computed(() => this.#session.out() || this.#session.isGuest());
  /** Files go out and come in by owners and keepers. */
  protected readonly keeps = this.#session.keeps;
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
