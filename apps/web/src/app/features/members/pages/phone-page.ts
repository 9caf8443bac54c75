import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { API_BASE } from '@yewridge/contract/shared';
import { Failed, Waiting } from '../../../shared/layout/states';
import { todayLink } from '../../../shared/routes/paths';
import { viewOf } from '../../../shared/season/view-store';
import { MembersApi } from '../data/members-api';
import { Fingerprint } from '../ui/fingerprint';

/** What a phone does once, so that it trusts the computer that holds the records. */
@Component({
  selector: 'yw-phone-page',
  imports: [RouterLink, Failed, Waiting, Fingerprint],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="place">Yewridge</p>
    <h1>Let this phone trust the computer</h1>
    @if (view.data(); as card) {
      <section class="sheet" aria-labelledby="compare">
        <h2 id="compare">1. Compare</h2>
        <p>
          On the computer open Settings, Members, “Phones in this network”. The same sixteen groups must stand there.
          Where one differs, stop: you are talking to another computer.
        </p>
        <yw-fingerprint [is]="card.fingerprint" />
      </section>
      <section class="sheet" aria-labelledby="take">
        <h2 id="take">2. Take the certificate in</h2>
        <p><a class="button filled" [href]="certificate" download="yewridge.crt">Download the certificate</a></p>
        <dl>
          <dt>Where the phone says that a profile was downloaded</dt>
          <dd>
            Open Settings, the profile at the top, Install. Then Settings, General, About, Certificate trust settings:
            switch “{{ card.name }}” on.
          </dd>
          <dt>Where it is a file among the downloads</dt>
          <dd>
            Open Settings, Security, More security settings, Install a certificate, CA certificate. Take “yewridge.crt”
            from the downloads. The phone warns: this one is good for the computer you are looking at, and for addresses
            of private networks alone.
          </dd>
        </dl>
      </section>
      <section class="sheet" aria-labelledby="keep">
        <h2 id="keep">3. Keep Yewridge on the phone</h2>
        <p>
          Close this page and open the address again: the warning is gone. In the browser’s menu choose “Add to home
          screen”. From then on it opens at the tree, without a signal too.
        </p>
        <p><a [routerLink]="today">Open Yewridge</a></p>
      </section>
    } @else if (view.failure(); as failure) {
      @if (failure.code === 'NOT_FOUND') {
        <section class="sheet">
          <p>
            No certificate has to be taken in here: this computer lets no phones in, or it has a certificate that phones
            know already.
          </p>
          <p><a [routerLink]="today">Open Yewridge</a></p>
        </section>
      } @else {
        <yw-failed title="The certificate could not be fetched" [failure]="failure" (retry)="view.reload()" />
      }
    } @else {
      <yw-waiting what="the certificate" />
    }
  `,
  styleUrl: '../ui/door-page.scss',
})
export class PhonePage {
  readonly #api = inject(MembersApi);
  protected readonly view = viewOf(() => this.#api.authority());
  protected readonly certificate = `${API_BASE}/network/authority.crt`;
  protected readonly today = todayLink();
}
