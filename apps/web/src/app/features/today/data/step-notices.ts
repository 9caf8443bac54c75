import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { StepCode } from '@yewridge/core/catches';
import { minutesBetween } from '@yewridge/core/shared/calendar';
import { readChoice, writeChoice, writeText } from '../../../shared/kept/kept-choice';
import { stepName } from '../../../shared/season/step-words';
import { TodayClock } from '../../../shared/season/today-clock';

export interface Notice {
  /** One a step and time: moved, it is told anew. */
  readonly id: string;
  readonly title: string;
  readonly body: string;
}

const KEY = 'yewridge.notices';
const TOLD = 'yewridge.notices.told';
const CHOICES = ['on', 'off'] as const;
const MOST_KEPT = 200;
/** So long before its time a step is told. */
const AHEAD_MIN = 30;
/** Steps with a time of the day; the others last for days, and stand on Today. */
const TIMED: readonly StepCode[] = ['closeAtDusk', 'lowerAtFirstLight', 'move', 'shade', 'open', 'transfer'];

/** Steps that begin within half an hour or have begun, and were not told yet. */
export function noticesOf(plans: readonly CatchPlanDto[], now: string, told: ReadonlySet<string>): readonly Notice[] {
  return plans.flatMap(({ catchId, number, place, steps }) =>
    steps.flatMap((step): readonly Notice[] => {
      const { code, state, start, end } = step;
      const id = `${catchId} ${code} ${start}`;
      const soon = state === 'now' || (state === 'ahead' && minutesBetween(now, start) <= AHEAD_MIN);
      if (!soon || !TIMED.includes(code) || told.has(id)) return [];
      const where = [number, place].filter((part) => part !== null && part !== '').join(', ');
      return [{ id, title: `${stepName(step)}: ${where}`, body: `${start.slice(11)} to ${end.slice(11)}` }];
    }),
  );
}

function toldBefore(): ReadonlySet<string> {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(TOLD) ?? '[]');
    return new Set(Array.isArray(list) ? list.map(String) : []);
  } catch {
    return new Set();
  }
}

/** Tells a step in time by the browser's notifications, where the keeper has allowed it and while the app is open. */
@Injectable({ providedIn: 'root' })
export class StepNotices {
  readonly #clock = inject(TodayClock);
  readonly #choice = signal(readChoice(KEY, CHOICES) ?? 'off');
  readonly #permission = signal('Notification' in window ? Notification.permission : 'denied');
  readonly #plans = signal<readonly CatchPlanDto[]>([]);

  readonly state = computed(() =>
    this.#permission() === 'denied'
      ? 'blocked'
      : this.#choice() === 'on' && this.#permission() === 'granted'
        ? 'on'
        : 'off',
  );

  constructor() {
    effect(() => {
      const minute = this.#clock.minute();
      if (minute === null || this.state() !== 'on') return;
      const told = toldBefore();
      const notices = noticesOf(this.#plans(), minute, told);
      for (const { title, body, id } of notices) new Notification(title, { body, tag: id });
      if (notices.length === 0) return;
      const kept = [...told, ...notices.map(({ id }) => id)].slice(-MOST_KEPT);
      writeText(TOLD, JSON.stringify(kept));
    });
  }

  /** The steps as they stand. */
  follow(plans: readonly CatchPlanDto[]): void {
    this.#plans.set(plans);
  }

  /** The browser asks the keeper; only a touch of theirs may bring that about. */
  allow(): void {
    this.#choose('on');
    if (!('Notification' in window)) return;
    void Notification.requestPermission().then((permission) => {
      this.#permission.set(permission);
    });
  }

  stop(): void {
    this.#choose('off');
  }

  #choose(choice: (typeof CHOICES)[number]): void {
    this.#choice.set(choice);
    writeChoice(KEY, choice);
  }
}
