import { HttpClient } from '@angular/common/http';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { API_BASE } from '@yewridge/contract/shared';
import { from, of } from 'rxjs';
import { catchError, concatMap, map } from 'rxjs/operators';
import { ActOutbox } from '../acts/act-outbox';
import { type ApiFailure, failuresInWords } from '../http/api-failure';
import { binned, made, RecordsApi } from './records-api';
import { dayLong } from './season-words';
import { TodayClock } from './today-clock';
import { viewFor } from './view-store';

/** Pixels of the longer side, and how hard it is squeezed: enough to read a label by, and about 300 kB. */
const LONGER_SIDE = 1600;
const QUALITY = 0.82;

/** What a photo is of. */
export interface PhotoOf {
  readonly field: 'siteId' | 'deploymentId' | 'catchId' | 'calloutId';
  readonly id: string;
}

/** The picture made smaller; what a camera writes into it besides, the place among it, is left out. */
async function smaller(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGER_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => {
        if (blob) resolve(blob);
        else reject(new Error('no picture'));
      },
      'image/jpeg',
      QUALITY,
    );
  });
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
            <p>The picture is not on this computer.</p>
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
    (this.#view.data() ?? []).map((record) => ({
      id: record.id,
      address: `${API_BASE}/files/pictures/${record.id}`,
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

  protected miss(id: string): void {
    this.gone.update((ids) => new Set([...ids, id]));
  }

  protected remove(id: string): void {
    const record = (this.#view.data() ?? []).find((one) => one.id === id);
    if (record) this.#outbox.do({ says: 'Photo put into the bin', changes: [binned('photos', record)] });
  }

  #keep(file: File): void {
    const { field, id } = this.of();
    const record = made('photos', { takenOn: this.#clock.today() ?? '', [field]: id });
    const headers = { 'Content-Type': 'application/octet-stream' };
    this.busy.set(true);
    this.failure.set(null);
    this.#left = file;
    from(smaller(file))
      .pipe(
        catchError(() => {
          throw new Error(`${file.name} is no picture that this browser can read.`);
        }),
        concatMap((blob) =>
          this.#http.put(`${API_BASE}/files/pictures/${record.id}`, blob, { headers }).pipe(failuresInWords()),
        ),
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
}
