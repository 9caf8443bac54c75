import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { catchLink, groundLink, hangLink, letterLink, stayLink } from '../../../shared/routes/paths';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { binned, changed, made } from '../../../shared/season/records-api';
import { SessionStore } from '../../../shared/session/session-store';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { GroundApi } from '../data/ground-api';
import { sheetWords, stayRows } from '../data/ground-words';
import { fieldsOf, type SiteFields } from '../data/site-draft';
import { PersonRights } from '../ui/person-rights';
import { SiteForm } from '../ui/site-form';

/** A site's whole record: its place, its owner, and everything that hung there. */
@Component({
  selector: 'yw-site-page',
  imports: [PersonRights, PhotoStrip, PageHeader, Waiting, Empty, Failed, RouterLink, SiteForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './site-page.html',
  styleUrl: './site-page.scss',
})
export class SitePage {
  readonly id = input.required<string>();

  readonly #api = inject(GroundApi);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly keeps = inject(SessionStore).keeps;
  protected readonly view = viewOf(() => this.#api.overview());
  protected readonly links = { ground: groundLink(), hang: hangLink() };
  protected readonly stayLink = stayLink;
  protected readonly catchLink = catchLink;
  protected readonly letter = computed(() => letterLink(this.id()));

  protected readonly one = computed(() => {
    const one = this.view.data()?.sites.find(({ site }) => site.id === this.id());
    return one ? { ...one, site: this.#outbox.oneAsTold('sites', one.site) } : null;
  });
  protected readonly fields = computed(() => {
    const one = this.one();
    return one && fieldsOf(one.site);
  });
  protected readonly owners = computed(() => {
    const owners = (this.view.data()?.sites ?? []).flatMap(({ owner }) => (owner ? [owner] : []));
    return [...new Map(owners.map(({ id, name }) => [id, { id, name }])).values()].sort((a, b) =>
      a.name < b.name ? -1 : 1,
    );
  });
  protected readonly words = computed(() => {
    const ground = this.view.data();
    const one = this.one();
    return ground && one ? sheetWords(one, ground.colonies, ground.today, this.#system()) : null;
  });
  protected readonly stays = computed(() => {
    const ground = this.view.data();
    const one = this.one();
    return ground && one ? stayRows(one, ground.today, this.#clock.hemisphere(), this.#system()) : [];
  });

  protected change(change: Partial<SiteFields>): void {
    const one = this.one();
    if (!one || change.name?.trim() === '') return;
    this.#outbox.do({ says: `${one.site.name}: changed`, changes: [changed('sites', one.site, change)] });
  }

  protected addOwner(name: string): void {
    const one = this.one();
    if (!one) return;
    const owner = made('owners', { name });
    this.#outbox.do({
      says: `${name} owns ${one.site.name}`,
      changes: [owner, changed('sites', one.site, { ownerId: owner.id })],
    });
  }

  protected remove(): void {
    const one = this.one();
    if (!one) return;
    this.#outbox.do({ says: `${one.site.name} put into the bin`, changes: [binned('sites', one.site)] });
    void this.#router.navigate([...groundLink()]);
  }
}
