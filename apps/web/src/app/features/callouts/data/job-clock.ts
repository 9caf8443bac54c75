import { computed, type DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { secondsBetween } from '@yewridge/core/shared/calendar';
import { interval } from 'rxjs';
import { wallAt } from '../../../shared/workspace/wall-clock';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';

const TICK_MS = 500;
const MS_OF_A_SECOND = 1000;
/**
 * The time of a job, to the second. In records of one's own it is the server's clock carried on here, signal or not. In the demo,
 * whose clock stands still, it goes on from there while work is watched, as fast as was asked for, and never before what is
 * recorded of the job already.
 */
@Injectable({ providedIn: 'root' })
export class JobClock {
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly #tick = signal(0);
  /** The instant it stood at, and when that was by the device. */
  readonly #from = signal<{ readonly instant: number; readonly at: number } | null>(null);
  readonly #speed = signal(1);
  readonly #watched = signal(0);
  readonly speed = this.#speed.asReadonly();
  readonly isDemo = computed(() => this.#workspace()?.kind === 'demo');

  readonly #instant = computed(() => {
    this.#tick();
    const from = this.#from();
    return from === null ? null : from.instant + this.#pace() * (performance.now() - from.at);
  });
  /** Local wall time `2026-05-14T18:20:05`; `null` until the server has said what time it is. */
  readonly second = computed(() => {
    const [instant, workspace] = [this.#instant(), this.#workspace()];
    return instant === null || !workspace ? null : wallAt(new Date(instant), workspace.timeZone, 'second');
  });
  readonly minute = computed(() => this.second()?.slice(0, 16) ?? null);

  constructor() {
    interval(TICK_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => {
        this.#tick.update((n) => n + 1);
      });
    effect(() => {
      const workspace = this.#workspace();
      if (!workspace) return;
      const now = Date.parse(workspace.now);
      untracked(() => {
        // The server's clock was put on, or is heard for the first time; carried on here it is never put back.
        if (now > (this.#instant() ?? -Infinity)) this.#stand(now);
      });
    });
  }

  /** Goes on for as long as whoever watches lives. */
  watch(destroyed: DestroyRef): void {
    this.#stand(this.#instant());
    this.#watched.update((n) => n + 1);
    destroyed.onDestroy(() => {
      this.#stand(this.#instant());
      this.#watched.update((n) => n - 1);
    });
  }

  /** The demo alone goes faster when asked. */
  goes(speed: number): void {
    this.#stand(this.#instant());
    this.#speed.set(speed);
  }

  /** What is recorded has happened: the demo's clock is not before it. */
  notBefore(wall: string): void {
    const now = this.second();
    if (now === null || !this.isDemo() || wall <= now) return;
    this.#stand((this.#instant() ?? 0) + MS_OF_A_SECOND * secondsBetween(now, wall));
  }

  #pace(): number {
    if (!this.isDemo()) return 1;
    return this.#watched() > 0 ? this.#speed() : 0;
  }

  #stand(instant: number | null): void {
    this.#from.set(instant === null ? null : { instant, at: performance.now() });
    this.#tick.update((n) => n + 1);
  }
}
