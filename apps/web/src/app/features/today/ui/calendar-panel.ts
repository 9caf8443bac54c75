import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { NewCalendarKeyDto } from '@yewridge/contract/devices';
import { EMPTY, exhaustMap, Subject } from 'rxjs';
import { catchError } from 'rxjs/operators';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { SessionStore } from '../../../shared/session/session-store';
import { dayLong } from '../../../shared/season/season-words';
import { viewOf } from '../../../shared/season/view-store';
import { CALENDAR, TodayApi } from '../data/today-api';
import { StepNotices } from '../data/step-notices';

/** The steps in a calendar of the keeper's: as a file, at a secret address, and as a notice in time. */
@Component({
  selector: 'yw-calendar-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ keeps() ? 'Steps in your calendar' : 'Your rounds in your calendar' }}</h2>
    <p class="acts">
      <a class="button" download [href]="file">{{ keeps() ? 'Steps as a calendar' : 'Your rounds as a calendar' }}</a>
      @switch (notices.state()) {
        @case ('off') {
          <button type="button" class="quiet" (click)="notices.allow()">Tell me here when a step is due</button>
        }
        @case ('on') {
          <span>Told on this device while it is open.</span>
          <button type="button" class="quiet" (click)="notices.stop()">Stop</button>
        }
        @case ('blocked') {
          <span>This browser does not let it tell you.</span>
        }
      }
    </p>
    <ul aria-label="Calendar addresses">
      @for (one of view.data() ?? []; track one.id) {
        <li>
          <span>
            <strong>{{ one.name }}</strong>
            <small>{{ one.lastReadAt ? 'last read ' + day(one.lastReadAt) : 'not read yet' }}</small>
          </span>
          <button type="button" class="quiet" (click)="revoke$.next(one.id)">
            Revoke<span class="visually-hidden"> “{{ one.name }}”</span>
          </button>
        </li>
      }
    </ul>
    @if (made(); as one) {
      <p>
        Give this address to your calendar program. Whoever knows it reads {{ keeps() ? 'the steps' : 'your rounds' }};
        it is shown here once.
        <code>{{ origin }}{{ one.path }}</code>
        <button type="button" class="button" (click)="made.set(null)">I have noted it</button>
      </p>
    } @else {
      <form (submit)="$event.preventDefault(); make$.next(name.value); name.value = ''">
        <input #name maxlength="80" placeholder="my calendar" aria-label="Name of the calendar" />
        <button type="submit" class="button">Make an address</button>
      </form>
      @if (problem(); as problem) {
        <p class="fault" role="alert">{{ problem }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      border-top: 1px solid var(--rule);
      padding: var(--s3);
    }
    h2 {
      margin-bottom: 6px;
      font-size: 16px;
    }
    p,
    span {
      color: var(--ink-2);
    }
    p {
      margin: 0 0 6px;
    }
    .acts,
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: 8px;
      align-items: center;
      border-top: 1px solid var(--rule);
      min-height: 40px;
    }
    strong {
      color: var(--ink);
      font-weight: 600;
    }
    small {
      display: block;
    }
    code {
      display: block;
      margin: 6px 0;
      overflow-wrap: anywhere;
    }
    input {
      flex: 1 1 140px;
      min-width: 0;
      min-height: 34px;
      border: 1px solid var(--rule-2);
      padding: 0 8px;
      background: var(--sheet);
      color: var(--ink);
    }
    input::placeholder {
      color: var(--ink-2);
      opacity: 1;
    }
    .fault {
      color: var(--clay);
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
})
export class CalendarPanel {
  readonly #api = inject(TodayApi);
  protected readonly notices = inject(StepNotices);
  /** A helper's calendar holds the rounds that were given to them, and no step. */
  protected readonly keeps = inject(SessionStore).keeps;
  protected readonly file = CALENDAR;
  protected readonly origin = location.origin;
  protected readonly view = viewOf(() => this.#api.calendars(), { of: [] });
  protected readonly made = signal<NewCalendarKeyDto | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly make$ = new Subject<string>();
  protected readonly revoke$ = new Subject<string>();

  constructor() {
    const failed = (failure: ApiFailure): typeof EMPTY => {
      this.problem.set(failure.message);
      return EMPTY;
    };
    this.make$
      .pipe(
        // Pressed twice, one address is made.
        exhaustMap((name) => {
          this.problem.set(null);
          return this.#api.makeCalendar(name.trim() === '' ? 'my calendar' : name).pipe(catchError(failed));
        }),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.made.set(made);
        this.view.reload();
      });
    this.revoke$
      .pipe(
        exhaustMap((id) => this.#api.revokeCalendar(id).pipe(catchError(failed))),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.view.reload();
      });
  }

  protected day(instant: string): string {
    return dayLong(instant.slice(0, 10));
  }
}
