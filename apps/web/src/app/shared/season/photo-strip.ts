import { HttpClient } from '@angular/common/http';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { API_BASE } from '@yewridge/contract/shared';
import { defer, from, type Observable, of } from 'rxjs';
import { catchError, concatMap, map } from 'rxjs/operators';
import { ActOutbox } from '../acts/act-outbox';
import { WaitingRoom } from '../acts/waiting-room';
import { FieldLink } from '../field/field-link';
import { ROOM_IS_SHORT } from '../field/room-left';
import { shrunk, type Smaller } from '../field/shrunk';
import { type ApiFailure, failuresInWords } from '../http/api-failure';
import { binned, made, RecordsApi } from './records-api';
import { dayLong } from './season-words';
import { TodayClock } from './today-clock';
import { viewFor } from './view-store';

/** Enough to read a label by, and about 300 kB. */
const PHOTO: Smaller = { side: 1600, quality: 0.82 };

/** What a photo is of. */
export interface PhotoOf {
  readonly field: 'siteId' | 'deploymentId' | 'catchId' | 'calloutId';
  readonly id: string;
}

/** Photos of one site, stay, catch or call-out: looked at, taken, and put into the bin. */
@Component({
  selector: 'yw-photo-strip',
  imports: [MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="Photos">
      @for (photo of photos(); track photo.id) {
        <li>
          @if (gone().has(photo.id)) {
            <p>{{ away() ? 'The picture is not on this device.' : 'The picture is not on this computer.' }}</p>
          } @else {
            <a [href]="photo.address" target="_blank" rel="noopener">
              <img [src]="photo.address" [alt]="photo.says" loading="lazy" (error)="miss(photo.id)" />
            </a>
          }
          @if (choosable()) {
            <mat-checkbox [checked]="picked().has(photo.id)" (change)="pick(photo.id, $event.checked)">{{
              photo.says
            }}</mat-checkbox>
          } @else {
            <span>{{ photo.says }}</span>
          }
          <button type="button" class="quiet" (click)="remove(photo.id)">
            Bin<span class="visually-hidden"> {{ photo.says }}</span>
          </button>
        </li>
      }
    </ul>
    <label class="button">
      {{ busy() ? 'Keeping it …' : 'Add a photo' }}
      <input
        #files
        type="file"
        accept="image/*"
        class="visually-hidden"
        [disabled]="busy()"
        (change)="add(files.files); files.value = ''"
      />
    </label>
    @if (failure(); as says) {
      <p role="alert">{{ says }} <button type="button" class="quiet" (click)="again()">Try again</button></p>
    }
  `,
  styles: `
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      margin: 0 0 10px;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 2px 8px;
      width: 164px;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    a,
    li p {
      grid-column: 1 / -1;
    }
    img {
      display: block;
      width: 164px;
      height: 123px;
      box-sizing: border-box;
      border: 1px solid var(--rule-2);
      object-fit: cover;
    }
    .button {
      min-height: 44px;
    }
    .button:focus-within {
      outline: 2px solid var(--yew);
      outline-offset: 2px;
    }
    p[role='alert'] {
      color: var(--clay);
    }
  `,
})
export class PhotoStrip {
  readonly of = input.required<PhotoOf>();

  readonly #http = inject(HttpClient);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #clock = inject(TodayClock);
  readonly #room = inject(WaitingRoom);
  readonly #link = inject(FieldLink);
  readonly #destroyed = inject(DestroyRef);
  readonly #isShort = inject(ROOM_IS_SHORT);
  /** Pictures that lie on this device alone, as long as the strip stands. */
  readonly #here = signal<ReadonlyMap<string, string>>(new Map());
  /** It is known which those are: the server is not asked for them. */
  readonly #looked = signal(false);
  protected readonly away = this.#link.away;
  protected readonly busy = signal(false);
  /** Photos are ticked for some use of them. */
  readonly choosable = input(false, { transform: booleanAttribute });
  /** Addresses of those that are ticked, as they stand in the strip. */
  readonly chosen = output<readonly string[]>();
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly failure = signal<string | null>(null);
  protected readonly gone = signal<ReadonlySet<string>>(new Set());
  /** What could not be kept yet: it stays at hand for another try. */
  #left: File | null = null;

  readonly #view = viewFor(
    this.of,
    ({ field, id }) =>
      this.#records.list('photos', { [field]: id, sort: '-takenOn' }).pipe(
        map(({ items }) => items),
        catchError(() => of([])),
      ),
    { of: ['photos'] },
  );
  protected readonly photos = computed(() =>
    (this.#looked() ? (this.#view.data() ?? []) : []).map((record) => ({
      id: record.id,
      address: this.#here().get(record.id) ?? `${API_BASE}/files/pictures/${record.id}`,
      says: record.notes ?? dayLong(record.takenOn),
    })),
  );

  protected add(files: FileList | null): void {
    const [file] = [...(files ?? [])];
    if (file) this.#keep(file);
  }

  protected again(): void {
    if (this.#left) this.#keep(this.#left);
  }

  protected pick(id: string, on: boolean): void {
    this.picked.update((ids) => new Set(on ? [...ids, id] : [...ids].filter((one) => one !== id)));
    const picked = this.photos().filter((photo) => this.picked().has(photo.id));
    this.chosen.emit(picked.map(({ address }) => address));
  }

  constructor() {
    this.#destroyed.onDestroy(() => {
      for (const address of this.#here().values()) URL.revokeObjectURL(address);
    });
    this.#room
      .pictureIds()
      .then((ids) => Promise.all(ids.map((id) => this.#showOwn(id))))
      .catch(() => undefined)
      .finally(() => {
        this.#looked.set(true);
      });
  }

  /** It does not come from the server: what was taken along stands for it, small. */
  protected miss(id: string): void {
    if (this.#here().has(id)) {
      this.gone.update((ids) => new Set([...ids, id]));
      return;
    }
    this.#link
      .small(id)
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe((picture) => {
        if (picture) this.#show(id, picture);
        else this.gone.update((ids) => new Set([...ids, id]));
      });
  }

  #show(id: string, picture: Blob): void {
    this.#here.update((here) => new Map(here).set(id, URL.createObjectURL(picture)));
  }

  /** A picture that waits here is shown from here. */
  async #showOwn(id: string): Promise<void> {
    const picture = await this.#room.picture(id);
    if (picture) this.#show(id, picture);
  }

  protected remove(id: string): void {
    const record = (this.#view.data() ?? []).find((one) => one.id === id);
    if (record) this.#outbox.do({ says: 'Photo put into the bin', changes: [binned('photos', record)] });
  }

  #keep(file: File): void {
    const { field, id } = this.of();
    const record = made('photos', { takenOn: this.#clock.today() ?? '', [field]: id });
    this.busy.set(true);
    this.failure.set(null);
    this.#left = file;
    from(shrunk(file, PHOTO))
      .pipe(
        catchError(() => {
          throw new Error(`${file.name} is no picture that this browser can read.`);
        }),
        concatMap((blob) => this.#put(record.id, blob)),
      )
      .subscribe({
        next: () => {
          this.busy.set(false);
          this.#left = null;
          this.#outbox.do({ says: 'Photo kept', changes: [record] });
        },
        error: ({ message }: Error | ApiFailure) => {
          this.busy.set(false);
          this.failure.set(message);
        },
      });
  }

  /** Kept here first, and sent before the act that shows it; where this device keeps none, sent at once. */
  #put(id: string, picture: Blob): Observable<unknown> {
    const headers = { 'Content-Type': 'application/octet-stream' };
    let why = 'This device keeps no pictures';
    return defer(async () => {
      // The last room is for what is written: an act is never refused.
      if (await this.#isShort()) {
        why = 'Less than 50 MB are free on this device, so it keeps no more photos';
        throw new Error(why);
      }
      await this.#room.keepPicture(id, picture);
    }).pipe(
      concatMap(() => this.#showOwn(id)),
      catchError(() => {
        if (this.#link.away()) throw new Error(`${why}, and there is no signal to send it. All else is kept.`);
        return this.#http.put(`${API_BASE}/files/pictures/${id}`, picture, { headers }).pipe(failuresInWords());
      }),
    );
  }
}
