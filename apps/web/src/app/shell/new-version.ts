import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { SwUpdate, type VersionEvent } from '@angular/service-worker';
import { EMPTY, type Observable } from 'rxjs';
import { filter, map } from 'rxjs/operators';

const isReady = ({ type }: VersionEvent): boolean => type === 'VERSION_READY';

/** A newer app lies ready: it is opened when the keeper says so, and by itself the next time. */
@Component({
  selector: 'yw-new-version',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (ready()) {
      <p role="status">
        A newer Yewridge lies ready. What waits to be sent stays.
        <button type="button" class="quiet" (click)="open()">Open it now</button>
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 12px;
      margin: 0;
      padding: 6px var(--s4);
      border-bottom: 1px solid var(--rule-2);
      background: var(--yew-2);
      font-size: var(--t-s);
    }
  `,
})
export class NewVersion {
  protected readonly ready = toSignal(this.#ready(inject(SwUpdate, { optional: true })), { initialValue: false });

  protected open(): void {
    document.location.reload();
  }

  #ready(updates: SwUpdate | null): Observable<boolean> {
    if (!updates?.isEnabled) return EMPTY;
    return updates.versionUpdates.pipe(
      filter(isReady),
      map(() => true),
    );
  }
}
