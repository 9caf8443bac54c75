import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { NetworkDto, NewInvitationDto } from '@yewridge/contract/members';
import { linkAddress, momentWords } from '../data/member-words';
import { CodePicture } from './code-picture';

/** A link that was just made: to be scanned, or sent. It is shown once. */
@Component({
  selector: 'yw-new-link',
  imports: [CodePicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      <strong>{{ head() }}</strong> It opens {{ once() }}{{ until() }}. Send it to nobody else: whoever has it comes in.
    </p>
    <yw-code-picture [address]="address()" says="The link as a code for a phone’s camera" />
    <p class="address" tabindex="0" aria-label="The link">{{ address() }}</p>
    @if (!network()?.addresses?.length) {
      <p class="note">
        This link works on this computer only. Let phones in first, then make a link that works on a phone too.
      </p>
    }
    <div class="acts">
      <button type="button" class="button" (click)="copy()">{{ copied() ? 'Copied' : 'Copy the link' }}</button>
      <button type="button" class="quiet" (click)="noted.emit()">I have it</button>
    </div>
  `,
  styles: `
    p {
      margin: 0 0 var(--s2);
    }
    .address {
      margin-top: var(--s2);
      border-left: 3px solid var(--rule-2);
      padding: 6px 10px;
      background: var(--sheet-2);
      font-size: var(--t-s);
      overflow-wrap: anywhere;
    }
    .note {
      color: var(--ink-2);
    }
    .acts {
      display: flex;
      gap: var(--s3);
    }
  `,
})
export class NewLink {
  readonly made = input.required<NewInvitationDto>();
  readonly network = input<NetworkDto | null>(null);
  readonly noted = output();

  protected readonly copied = signal(false);
  protected readonly address = computed(() => linkAddress(this.made().invitation, this.made().secret, this.network()));
  protected readonly head = computed(() => {
    const { note, role } = this.made().invitation;
    return note === '' ? `A link for a ${role}.` : `A link for ${note}.`;
  });
  protected readonly once = computed(() => (this.made().invitation.role === 'guest' ? 'until ' : 'once, until '));
  protected readonly until = computed(() => momentWords(this.made().invitation.expiresAt));

  protected copy(): void {
    navigator.clipboard.writeText(this.address()).then(
      () => {
        this.copied.set(true);
      },
      () => undefined,
    );
  }
}
