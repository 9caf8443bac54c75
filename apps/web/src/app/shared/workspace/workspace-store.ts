import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { API_BASE, type ClockStep, type StepClockDto, type WorkspaceDto } from '@yewridge/contract/shared';
import { EMPTY, interval, type Observable } from 'rxjs';
import { catchError, map, switchMap, tap } from 'rxjs/operators';
import { failuresInWords } from '../http/api-failure';
import { Held } from '../streams/held';

const TICK_MS = 30_000;

/** Whose records are open, and what time it is there. `null` until the server has said so. */
@Injectable({ providedIn: 'root' })
export class WorkspaceStore {
  readonly #http = inject(HttpClient);
  readonly #workspace = new Held<WorkspaceDto | null>(null);
  readonly workspace$ = this.#workspace.changes;
  readonly workspace = this.#workspace.now;

  constructor() {
    this.#http
      .get<WorkspaceDto>(`${API_BASE}/workspace`)
      .pipe(
        catchError(() => EMPTY),
        tap((workspace) => {
          this.#workspace.set(workspace);
        }),
        // The server's clock, carried on here, so that a page left open in the field knows that it got dark.
        switchMap(({ kind, now }) => (kind === 'own' ? this.#carriedOn(now) : EMPTY)),
        takeUntilDestroyed(),
      )
      .subscribe((now) => {
        this.#workspace.update((workspace) => workspace && { ...workspace, now });
      });
  }

  /** Puts the demo's clock on. What hangs on the time is to be asked anew afterwards. */
  step(by: ClockStep): Observable<WorkspaceDto> {
    const workspace = this.#workspace.value;
    if (!workspace) return EMPTY;
    const body: StepClockDto = { by, from: workspace.now };
    return this.#http.post<WorkspaceDto>(`${API_BASE}/workspace/clock`, body).pipe(
      failuresInWords(),
      tap((stepped) => {
        this.#workspace.set(stepped);
      }),
    );
  }

  #carriedOn(now: string): Observable<string> {
    const began = performance.now();
    return interval(TICK_MS).pipe(map(() => new Date(Date.parse(now) + performance.now() - began).toISOString()));
  }
}
