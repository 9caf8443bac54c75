import { HttpClient } from '@angular/common/http';
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import {
  ACT_CLOCK,
  type ActDto,
  KNOWN_ACTS,
  ACT_LIMITS,
  type KeptActDto,
  type RecordDto,
  type TableName,
} from '@yewridge/contract/season';
import { concatMap, defer, EMPTY, firstValueFrom, from, merge, type Observable, of, retry, Subject, timer } from 'rxjs';
import { catchError, map, tap } from 'rxjs/operators';
import { FieldLink } from '../field/field-link';
import { type ApiFailure, failuresInWords, whyNot } from '../http/api-failure';
import { Held } from '../streams/held';
import { asTold } from './as-told';
import { chosen, metAct, type MetAct, restsOn } from './met-act';
import { OwnChanges } from './own-changes';
import { type Room, type Waiting, WaitingRoom } from './waiting-room';

export interface RefusedAct {
  readonly id: string;
  readonly says: string;
  /** Why, in the server's words. */
  readonly sentence: string;
  /** It was kept all the same, and something is to be said of it. */
  readonly kept?: true;
}
/** What was last done here, as long as it can be taken back. */
export interface LastAct {
  readonly id: string;
  readonly says: string;
  readonly waiting: boolean;
}

/** What the server answered with an error time and again: it stands aside, and the rest goes on. */
const ASIDE = 'outbox.aside';
const OUTBOX = 'outbox';
/** What met another's change: it stays until a keeper has said which is right. */
const MET = 'outbox.met';
/** What a backup that was put back does not have. */
const MISSED = 'outbox.missed';
/** No judgement of the act: it waits and is sent again. */
const NOT_YET: readonly ApiFailure['code'][] = ['SIGN_IN', 'UNREACHABLE', 'INTERNAL', 'DISK_FULL', 'DISK_FAILED'];
const RETRY_MS = 3000;
const BYTES = { 'Content-Type': 'application/octet-stream' };
/** Ids of the pictures that an act shows for the first time. */
const picturesOf = ({ changes }: ActDto): readonly string[] =>
  changes.flatMap(({ table, op, id, revision }) => (table === 'photos' && op === 'put' && revision === 0 ? [id] : []));
/** When it was done and when it is sent, by this device's clock, however far off that is. */
function clockOf(at: string | undefined): { readonly headers?: Readonly<Record<string, string>> } {
  return at === undefined ? {} : { headers: { [ACT_CLOCK]: `${at},${new Date().toISOString()}` } };
}
/** An error of the server's own, so often on one act, is taken to be for ever. */
const MOST_ERRORS = 5;

/** Tables whose records an act changed; `null`: any of them. */
export type Touched = ReadonlySet<TableName> | null;

/** An act set aside, as it is to be sent again. */
interface Aside extends RefusedAct {
  readonly waiting: Waiting;
}

/**
 * What keepers do in the field, on its way to the server. An act is kept on this device before anything else; as acts carry their
 * own ids, none is ever kept twice.
 *
 * Order: as they were done, one after the other; the next goes out when the one before was answered. Retry: every 3 s while the
 * server is away or its disk fails, and at once when the network is back; an error of the server's own is tried five times and then
 * set aside, and the rest goes on. Cancellation: an act that was not sent yet is forgotten when it is taken back; one that was is
 * undone on the server. Acts outlive the page: what waits is sent when it is opened again.
 */
@Injectable({ providedIn: 'root' })
export class ActOutbox {
  readonly #http = inject(HttpClient);
  readonly #link = inject(FieldLink);
  readonly #room = inject(WaitingRoom);
  readonly #queue = new Held(this.#room.all(OUTBOX) as readonly Waiting[]);
  readonly #aside = new Held(this.#room.all(ASIDE) as readonly Aside[]);
  readonly #met = new Held(this.#room.all(MET) as readonly MetAct[]);
  readonly #onlyHere = new Held(false);
  readonly #missed = new Held(this.#room.all(MISSED) as readonly Waiting[]);
  readonly #last = new Held<LastAct | null>(null);
  readonly #refused = new Held<readonly RefusedAct[]>([]);
  readonly #unreachable = new Held(false);
  readonly #next = new Subject<void>();
  readonly #answered = new Subject<Touched>();
  readonly #settled = new Subject<{ readonly id: string; readonly kept: boolean }>();
  readonly #own = new OwnChanges();
  /** Grows with every answer that tells what an act made. */
  readonly #learnt = signal(0);

  /** Acts that the server has not got yet. */
  readonly waiting$: Observable<number> = this.#queue.changes.pipe(map((queue) => queue.length));
  readonly last$ = this.#last.changes;
  readonly refused$ = this.#refused.changes;
  readonly unreachable$ = this.#unreachable.changes;
  /** The same for templates. */
  readonly waiting = computed(() => this.#queue.now().length);
  readonly unreachable = this.#unreachable.now;
  readonly last = this.#last.now;
  /** The page that is open says itself what was kept, and takes it back: nothing need stand over it. */
  readonly saidOnPage = signal(false);
  readonly refused = this.#refused.now;
  /** What the server could not take, however often it was asked: kept here until the keeper sends it again or lets it go. */
  readonly aside = computed((): readonly RefusedAct[] => this.#aside.now());
  /** Acts of which another device said something else. */
  readonly met = this.#met.now;
  /** Acts of this device that a backup which was put back does not have. */
  readonly missed = computed(() => this.#missed.now().length);
  /** This device keeps nothing: what waits is lost when the page closes. */
  readonly onlyHere = this.#onlyHere.now;
  /** The records have changed, by what was done here or by others: of these tables, or of any where it is not known. */
  readonly answered: Observable<Touched> = merge(this.#answered, this.#link.changed);

  /** An act of this page has its answer: kept, or not; told before the records are fetched anew. */
  readonly settled = this.#settled.asObservable();

  constructor() {
    // One after the other: a visit must not overtake the hanging of its trap.
    const sending = this.#next.pipe(concatMap(() => this.#sendFirst())).subscribe();
    const again = (): void => {
      this.#next.next();
    };
    this.#link.follows({
      notYetThere: () => ({ made: this.#own.all(), waiting: this.#waitingActs() }),
      knows: ({ table, id, revision }) => this.#own.knows(table, id, revision),
    });
    const back = this.#link.putBack
      .pipe(concatMap(() => defer(() => this.#missing()).pipe(retry({ delay: RETRY_MS }))))
      .subscribe((missing) => {
        this.#miss(missing);
      });
    window.addEventListener('online', again);
    inject(DestroyRef).onDestroy(() => {
      sending.unsubscribe();
      back.unsubscribe();
      window.removeEventListener('online', again);
    });
    for (const _ of this.#queue.value) again();
  }

  /** Keeps an act and sends it. @returns its id. */
  do(act: ActDto): string {
    const id = crypto.randomUUID();
    const says = act.says.slice(0, ACT_LIMITS.says);
    this.#add({ id, undoes: null, act: { ...act, says }, at: new Date().toISOString() });
    this.#last.set({ id, says, waiting: true });
    this.#tellAway(act);
    return id;
  }

  /** Records as they will be once what was done here is kept: for pages that go on without a signal. Reactive. */
  asTold<T extends TableName>(table: T, rows: readonly RecordDto<T>[]): readonly RecordDto<T>[] {
    this.#learnt();
    this.#queue.now();
    return asTold(table, rows, { made: this.#own.made(table), waiting: this.#waitingActs() });
  }

  /** One record with what was tapped here: an answer from before a tap must not take it off again. Reactive. */
  oneAsTold<T extends TableName>(table: T, row: RecordDto<T>): RecordDto<T> {
    return this.asTold(table, [row]).find(({ id }) => id === row.id) ?? row;
  }

  /** Acts that wait and are not to be taken back, oldest first. */
  #waitingActs(): readonly ActDto[] {
    const queue = this.#queue.value;
    const undone = new Set(queue.map(({ undoes }) => undoes));
    return queue.filter(({ id, undoes }) => undoes === null && !undone.has(id)).map(({ act }) => act);
  }

  /** Without a signal no answer comes: the views are made of what waits here. */
  #tellAway({ changes }: ActDto): void {
    if (this.#link.away()) this.#answered.next(new Set(changes.map(({ table }) => table)));
  }

  /** An act that was kept by another way than this one, such as a file taken in; it can be taken back like any other. */
  took(act: { readonly id: string | null; readonly says: string }): void {
    if (act.id !== null) this.#last.set({ id: act.id, says: act.says, waiting: false });
    this.#answered.next(null);
  }

  /** Takes an act back: one that was not sent yet is forgotten, one that was is undone on the server. */
  undo(id: string): void {
    const sent = !this.#queue.value.some((one) => one.id === id) || this.#queue.value[0]?.id === id;
    if (this.#last.value?.id === id) this.#last.set(null);
    const act = this.#queue.value.find((one) => one.id === id)?.act;
    if (!sent) {
      this.#keep(this.#queue.value.filter((one) => one.id !== id));
      if (act) this.#forgetPictures(act);
      this.#settled.next({ id, kept: false });
    } else this.#add({ id: crypto.randomUUID(), undoes: id, act: { says: '', changes: [] } });
    if (act) this.#tellAway(act);
  }

  undoLast(): void {
    const last = this.#last.value;
    if (last) this.undo(last.id);
  }

  /** The keeper has read why. */
  dismiss(id: string): void {
    this.#refused.update((all) => all.filter((one) => one.id !== id));
  }

  /** An act that was set aside goes to the end of the line again. */
  sendAgain(id: string): void {
    const one = this.#aside.value.find((aside) => aside.id === id);
    this.letGo(id);
    if (one) this.#add(one.waiting);
  }

  /** The keeper lets an act go that was set aside. */
  letGo(id: string): void {
    this.#aside.update((all) => all.filter((one) => one.id !== id));
    this.#store(ASIDE, this.#aside.value);
  }

  /** What a backup that was put back does not have goes out again, as it was done; or stays out. */
  offerAgain(yes: boolean): void {
    const missed = this.#missed.value;
    this.#miss([]);
    if (yes) for (const one of missed) this.#add(one);
  }

  /** Over a closed page too, until the keeper has said. */
  #miss(missed: readonly Waiting[]): void {
    this.#missed.set(missed);
    this.#store(MISSED, missed);
  }

  async #missing(): Promise<readonly Waiting[]> {
    const sent = (await this.#room.remembered(Date.now())).slice(-KNOWN_ACTS);
    if (sent.length === 0) return [];
    const asked = this.#http.post<{ readonly ids: readonly string[] }>(`${API_BASE}/acts/known`, {
      ids: sent.map(({ id }) => id),
    });
    const here = new Set((await firstValueFrom(asked)).ids);
    return sent.filter(({ id }) => !here.has(id));
  }

  /** Everything that waits is let go of: somebody else works here from now on. */
  letAllGo(): void {
    for (const { act } of [...this.#queue.value]) this.#forgetPictures(act);
    this.#keep([]);
    for (const { id } of this.#aside.value) this.letGo(id);
    this.#met.set([]);
    this.#store(MET, []);
    this.#refused.set([]);
    this.#miss([]);
    void this.#room.forgetSent();
    this.#last.set(null);
  }

  /** Acts that another device handed over, under their own ids: taken in twice, each is kept once. */
  takeOver(acts: readonly { readonly id: string; readonly at: string | null; readonly act: ActDto }[]): void {
    for (const { id, at, act } of acts) this.#add({ id, undoes: null, act, ...(at === null ? {} : { at }) });
  }

  /** Acts that wait, as they were done: for a file that is handed over where this device may no longer send them. */
  handOver(): readonly { readonly id: string; readonly at: string | null; readonly act: ActDto }[] {
    return this.#queue.value.filter(({ undoes }) => undoes === null).map(({ id, at = null, act }) => ({ id, at, act }));
  }

  /** The keeper says which of two values is right. */
  choose(id: string, whose: 'mine' | 'other'): void {
    const one = this.#met.value.find((met) => met.id === id);
    this.#met.update((all) => all.filter((met) => met.id !== id));
    this.#store(MET, this.#met.value);
    const acts = one ? chosen(one, whose) : [];
    for (const act of acts) this.do(act);
    if (acts.length === 0) this.#answered.next(null);
  }

  #add(waiting: Waiting): void {
    this.#keep([...this.#queue.value, waiting]);
    this.#next.next();
  }

  #keep(queue: readonly Waiting[]): void {
    const before = new Set(this.#queue.value.map(({ id }) => id));
    const now = new Map(queue.map((one) => [one.id, one]));
    this.#queue.set(queue);
    // What another tab put there stays: both send what they find, and the server keeps each act once.
    const lying = this.#room.seen(OUTBOX) as readonly Waiting[];
    const others = lying.filter(({ id }) => now.has(id) || !before.has(id));
    const there = new Set(others.map(({ id }) => id));
    this.#store(OUTBOX, [...others.map((one) => now.get(one.id) ?? one), ...queue.filter(({ id }) => !there.has(id))]);
  }

  /** A device that refuses to keep it does not stop it from being sent; that it keeps nothing is said. */
  #store(room: Room, list: readonly (Waiting | Aside | MetAct)[]): void {
    const kept = this.#room.keep(room, list, () => {
      this.#onlyHere.set(true);
    });
    this.#onlyHere.set(!kept);
  }

  #sendFirst(): Observable<void> {
    return defer(() => {
      const [first] = this.#queue.value;
      return first ? this.#send(first) : EMPTY;
    });
  }

  #send(asked: Waiting): Observable<void> {
    // As it goes out it stays: sent again, it must be the same act.
    const waiting = { ...asked, act: this.#own.upon(asked.act) };
    this.#keep(this.#queue.value.map((one) => (one.id === asked.id ? waiting : one)));
    let errors = 0;
    return defer(() => this.#request(waiting)).pipe(
      failuresInWords(),
      retry({
        delay: (failure: ApiFailure) => {
          if (failure.code === 'INTERNAL') errors++;
          const lost = NOT_YET.includes(failure.code) && errors < MOST_ERRORS;
          this.#unreachable.set(lost);
          // Let go of meanwhile, it is not sent by whoever comes next.
          if (lost && this.#queue.value.some(({ id }) => id === waiting.id)) return timer(RETRY_MS);
          throw failure as unknown as Error;
        },
      }),
      map((kept): { readonly kept: KeptActDto | null; readonly failure: ApiFailure | null } => ({
        kept,
        failure: null,
      })),
      catchError((failure: ApiFailure) => of({ kept: null, failure })),
      map(({ kept, failure }) => {
        this.#done(waiting, failure);
        this.#settled.next({ id: waiting.id, kept: kept !== null });
        // What was refused may be so because the records are others than they were thought to be.
        this.#answered.next(kept && new Set(kept.changes.map(({ table }) => table)));
      }),
    );
  }

  #request({ id, undoes, act, at }: Waiting): Observable<KeptActDto> {
    const pictures = undoes === null ? picturesOf(act) : [];
    const kept =
      undoes === null
        ? this.#http.put<KeptActDto>(`${API_BASE}/acts/${id}`, act, clockOf(at))
        : this.#http.post<KeptActDto>(`${API_BASE}/acts/${undoes}/undo`, { id });
    // A picture goes before the act that shows it.
    const first = pictures.length === 0 ? kept : from(this.#sendPictures(pictures)).pipe(concatMap(() => kept));
    return first.pipe(
      tap((answer) => {
        this.#own.learn(answer);
        this.#sayBack(answer);
        this.#learnt.update((n) => n + 1);
        this.#forgetPictures(act);
        // What was taken back is not to come again.
        void (undoes === null
          ? this.#room.remember({ id, undoes, act, at: at ?? answer.at })
          : this.#room.forgetSent(undoes));
      }),
    );
  }

  /** Those that lie on this device; one that was sent before is known to the server, and the same. */
  async #sendPictures(ids: readonly string[]): Promise<void> {
    for (const id of ids) {
      const picture = await this.#room.picture(id);
      if (picture)
        await firstValueFrom(this.#http.put(`${API_BASE}/files/pictures/${id}`, picture, { headers: BYTES }));
    }
  }

  /** Somebody had put it into the bin meanwhile. */
  #sayBack({ id, says, changes }: KeptActDto): void {
    if (!changes.some(({ cameBack }) => cameBack)) return;
    const sentence = 'another device had put it into the bin. Your change brought it back.';
    this.#refused.update((all) => [...all, { id, says, sentence, kept: true }]);
  }

  /** They were sent, or nobody will ask for them. */
  #forgetPictures(act: ActDto): void {
    for (const one of picturesOf(act)) void this.#room.forgetPicture(one);
  }

  #done(waiting: Waiting, failure: ApiFailure | null): void {
    this.#unreachable.set(false);
    if (!this.#queue.value.some(({ id }) => id === waiting.id)) return;
    this.#keep(this.#queue.value.filter(({ id }) => id !== waiting.id));
    if (failure) {
      const sentence = whyNot(failure);
      const says = waiting.undoes === null ? waiting.act.says : 'Taking it back';
      const stopped = { id: waiting.id, says, sentence };
      const met = metAct(waiting.id, waiting.act, failure);
      if (met) {
        // What rests on it waits with it: sent alone it would be refused.
        const after = this.#queue.value.filter(({ undoes, act }) => undoes === null && restsOn(act, waiting.act));
        this.#keep(this.#queue.value.filter((one) => !after.includes(one)));
        this.#met.update((all) => [...all, { ...met, after: after.map(({ act }) => act) }]);
        this.#store(MET, this.#met.value);
      } else if (failure.code === 'INTERNAL') {
        this.#aside.update((all) => [...all, { ...stopped, waiting }]);
        this.#store(ASIDE, this.#aside.value);
      } else {
        this.#refused.update((all) => [...all, stopped]);
        this.#forgetPictures(waiting.act);
      }
      if (this.#last.value?.id === waiting.id) this.#last.set(null);
    } else if (this.#last.value?.id === waiting.id) {
      this.#last.update((last) => last && { ...last, waiting: false });
    }
  }
}
