import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { STATE_NAMES } from '../../../shared/calls/call-words';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { callLink, callsLink } from '../../../shared/routes/paths';
import type { OpenCall } from '../data/open-call';

/** What stands around every page of one call: where one is, its answer, and what is to be seen while it is not there. */
@Component({
  selector: 'yw-call-frame',
  imports: [PageHeader, Waiting, Failed, Empty, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Catches">
      <a crumb [routerLink]="calls">All calls</a>
      @if (open().one(); as one) {
        <ng-container ngProjectAs="[crumb]">
          @if (inner()) {
            <a crumb [routerLink]="link()">{{ one.call.place }}</a>
          } @else {
            <span crumb>{{ one.call.place }}</span>
          }
          <span crumb>{{ state() }}</span>
        </ng-container>
      }
      <span answer>{{ answer() }}</span>
      <ng-content select="[act]" ngProjectAs="[act]" />
    </yw-page-header>
    @if (open().one()) {
      <ng-content />
    } @else if (open().view.failure()) {
      <yw-failed
        title="The call could not be fetched"
        [failure]="open().view.failure()!"
        (retry)="open().view.reload()"
      />
    } @else if (open().missing()) {
      <yw-empty title="This call is not here">
        <p>It may be in the bin, or the address is not whole.</p>
        <a class="button" [routerLink]="calls">All calls</a>
      </yw-empty>
    } @else {
      <yw-waiting what="the call" />
    }
  `,
})
export class CallFrame {
  readonly open = input.required<OpenCall>();
  readonly answer = input.required<string>();
  /** A page within the call: its place leads back to it. */
  readonly inner = input(false);
  protected readonly calls = callsLink();
  protected readonly link = computed(() => callLink(this.open().one()?.call.id ?? ''));
  protected readonly state = computed(() => {
    const state = this.open().one()?.call.state;
    return state === undefined ? '' : STATE_NAMES[state];
  });
}
