import { inject, Injectable, signal } from '@angular/core';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { SessionStore } from '../../../shared/session/session-store';
import { TodayClock } from '../../../shared/season/today-clock';
import {
  askAct,
  effortAct,
  keepAct,
  onlyBeesAct,
  type RoundKnown,
  roundGoneAct,
  stepDoneAct,
  stopAct,
} from './round-acts';
import type { Asked } from './round-asked';
import { RoundSaid } from './round-said';
import { RoundStore } from './round-store';
import { hoursFault } from './round-words';

/** What a keeper says of a round and does on it. */
@Injectable()
export class RoundDoes {
  readonly #store = inject(RoundStore);
  readonly #said = inject(RoundSaid);
  readonly #outbox = inject(ActOutbox);
  readonly #clock = inject(TodayClock);
  /** A helper walks a round that is planned, and plans none. */
  readonly keeps = inject(SessionStore).keeps;
  /** What stands against what was asked for last. */
  readonly fault = signal<string | null>(null);

  change(change: Partial<Asked>): void {
    const known = this.known();
    if (!known) return;
    const fault = hoursFault({ ...known.asked, ...change });
    this.fault.set(fault);
    if (fault !== null) return;
    if (known.kept) this.#outbox.do(askAct(known, change));
    else this.#store.thought.update((before) => ({ ...before, ...change }));
  }
  keep(): void {
    const known = this.known();
    if (known) this.#outbox.do(keepAct(known));
  }
  setOut(): void {
    const [known, minute] = [this.known(), this.#clock.minute()];
    if (this.keeps() && known && minute !== null && known.asked.leftAt === null)
      this.#outbox.do(askAct(known, { leftAt: minute.slice(11) }));
  }
  notOut(): void {
    const known = this.known();
    if (known) this.#outbox.do(askAct(known, { leftAt: null }));
  }
  takeAway(): void {
    const kept = this.#store.kept();
    if (kept) this.#outbox.do(roundGoneAct(kept, this.#store.said()));
  }
  drop(id: string): void {
    this.#say(id, 'dropped');
  }
  place({ id, place }: { readonly id: string; readonly place: number }): void {
    this.#say(id, 'locked', place);
  }
  free(id: string): void {
    this.#say(id, null);
  }
  time({ id, s }: { readonly id: string; readonly s: number }): void {
    const site = this.#store.sites().find((one) => one.site.id === this.#said.stopOf(id)?.siteId)?.site;
    if (site) this.#outbox.do(effortAct(site, s));
  }
  /** What was left out is gone to after all. */
  add(id: string): void {
    this.#say(id, this.#said.stopsSaid().get(id)?.state === 'dropped' ? null : 'added');
  }
  onlyBees(): void {
    const [known, told] = [this.known(), this.#said.told()];
    if (!known || !told) return;
    const stops = told.rows.filter(({ must }) => !must).flatMap(({ id }) => this.#said.stopOf(id) ?? []);
    this.#outbox.do(onlyBeesAct(known, stops, this.#said.stopsSaid()));
  }
  done(): void {
    const [stop, minute] = [this.#said.told()?.next?.stop, this.#clock.minute()];
    const plan = this.#store.plans().find(({ catchId }) => catchId === stop?.catchId);
    if (!stop || !plan || minute === null || stop.work === 'look') return;
    this.setOut();
    this.#outbox.do(stepDoneAct(plan, stop.work, minute));
  }
  known(): RoundKnown | null {
    const [day, asked] = [this.#store.day(), this.#store.asked()];
    return day === null || !asked ? null : { day, asked, kept: this.#store.kept() };
  }
  #say(id: string, state: Parameters<typeof stopAct>[3], place: number | null = null): void {
    const known = this.known();
    const trap = this.#store.traps().find(({ deploymentId }) => deploymentId === id);
    const act =
      known && trap
        ? stopAct(
            known,
            { id, number: trap.number, site: trap.site },
            this.#said.stopsSaid().get(id) ?? null,
            state,
            place,
          )
        : null;
    if (act) this.#outbox.do(act);
  }
}
