import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { blank } from '@yewridge/contract/season';
import { catchError, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { groundLink } from '../../../shared/routes/paths';
import { made, RecordsApi } from '../../../shared/season/records-api';
import type { PlaceSaid } from '../../../shared/season/place-said';
import { StandingHere } from '../../../shared/season/where-i-stand';
import type { SiteFields } from '../data/site-draft';
import { SiteForm } from '../ui/site-form';

/** A new site: touched on the map, typed, or from where the telephone is. */
@Component({
  selector: 'yw-new-site-page',
  imports: [PageHeader, RouterLink, SiteForm],
  providers: [StandingHere],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Ground">
      <a crumb [routerLink]="ground">the map</a>
      <span answer>A new site</span>
      <button act type="button" class="button" (click)="standing.ask()">Where I stand</button>
    </yw-page-header>
    @if (standing.why(); as why) {
      <p role="alert">{{ why }} Or type the coordinates.</p>
    }
    <yw-site-form [site]="draft()" [owners]="owners()" (changed)="say($event)" (newOwner)="ownerName.set($event)">
      @if (ownerName(); as name) {
        <span>New owner: {{ name }}</span>
      }
      <button type="button" class="button filled" [disabled]="draft().name.trim() === ''" (click)="keep()">
        Keep the site
      </button>
      @if (draft().name.trim() === '') {
        <span role="status">Give the site a name first.</span>
      }
    </yw-site-form>
  `,
  styles: `
    p {
      color: var(--clay);
    }
    .filled {
      min-height: 48px;
    }
  `,
})
export class NewSitePage {
  readonly lat = input<string>();
  readonly lon = input<string>();

  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  protected readonly ground = groundLink();
  protected readonly standing = inject(StandingHere);
  protected readonly ownerName = signal<string | null>(null);
  protected readonly owners = toSignal(
    inject(RecordsApi)
      .list('owners', { sort: 'name', limit: 500 })
      .pipe(
        map(({ items }) => items),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  /** Touched on the map; else it is placed later, or typed. */
  readonly #place = computed((): PlaceSaid => {
    const [lat, lon] = [this.lat(), this.lon()];
    return lat === undefined || lon === undefined ? { lat: null, lon: null } : { lat: Number(lat), lon: Number(lon) };
  });
  protected readonly draft = linkedSignal<PlaceSaid, SiteFields>({
    source: this.#place,
    computation: (place, before) => ({
      ...(before?.value ?? blank('sites', { name: '', permission: 'unknown' })),
      ...place,
    }),
  });

  constructor() {
    effect(() => {
      const at = this.standing.at();
      if (!at) return;
      const { lat, lon, altitude } = at;
      untracked(() => {
        this.say({ lat, lon, ...(altitude === null ? {} : { elevationM: Math.round(altitude) }) });
      });
    });
  }

  protected say(change: Partial<SiteFields>): void {
    this.draft.update((draft) => ({ ...draft, ...change }));
  }

  protected keep(): void {
    const name = this.ownerName();
    const owner = name === null ? null : made('owners', { name });
    const site = made('sites', { ...this.draft(), ...(owner ? { ownerId: owner.id } : {}) });
    this.#outbox.do({ says: `${this.draft().name} added`, changes: owner ? [owner, site] : [site] });
    void this.#router.navigate([...groundLink()], { queryParams: { site: site.id } });
  }
}
