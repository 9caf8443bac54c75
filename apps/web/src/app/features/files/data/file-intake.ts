import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FILE_LIMITS, type FilePlanDto } from '@yewridge/contract/files';
import { defer, EMPTY, finalize, type MonoTypeOperatorFunction, Subject, switchMap, takeUntil } from 'rxjs';
import { catchError } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { sizeWords } from './file-words';
import { type FileHow, FilesApi } from './files-api';

/** What may be as large as a backup is. */
const BACKUP_NAME = /\.(zip|json|sqlite)$/i;

/** One file on its way in: read for what it would do, asked anew after each choice, and taken once. */
@Injectable()
export class FileIntake {
  readonly #api = inject(FilesApi);
  readonly #outbox = inject(ActOutbox);
  readonly #toast = inject(UndoToast);
  readonly #destroyed = inject(DestroyRef);
  readonly file = signal<File | null>(null);
  readonly plan = signal<FilePlanDto | null>(null);
  readonly failure = signal<string | null>(null);
  readonly without = signal<ReadonlySet<number>>(new Set());
  readonly mode = signal('mend');
  readonly table = signal<string | null>(null);
  readonly busy = signal(false);
  readonly #asked = new Subject<void>();
  readonly #stopped = new Subject<void>();
  readonly progress = signal('');
  /** Made anew for each file that is chosen, so that one sent twice is taken in once. */
  #id = crypto.randomUUID();

  constructor() {
    this.#asked
      .pipe(
        switchMap(() => {
          const file = this.file();
          if (!file) return EMPTY;
          const work = crypto.randomUUID();
          return this.#api.plan(file, { ...this.#how(file), work }).pipe(
            this.#watched(work),
            // Left while it is read, it is not read on.
            takeUntil(this.#stopped),
            catchError((failure: ApiFailure) => {
              this.failure.set(failure.message);
              return EMPTY;
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((plan) => {
        this.failure.set(null);
        this.plan.set(plan);
      });
  }

  choose(files: FileList | null | undefined): void {
    const [file] = [...(files ?? [])];
    this.leave();
    if (!file) return;
    const most = BACKUP_NAME.test(file.name) ? FILE_LIMITS.backup : FILE_LIMITS.bytes;
    if (file.size > most) {
      this.failure.set(`${file.name} has ${sizeWords(file.size)}; at most ${sizeWords(most)} can be loaded at once.`);
      return;
    }
    this.#id = crypto.randomUUID();
    this.file.set(file);
    this.#asked.next();
  }

  leave(): void {
    this.#stopped.next();
    this.file.set(null);
    this.plan.set(null);
    this.failure.set(null);
    this.table.set(null);
    this.without.set(new Set());
  }

  chooseTable(table: string): void {
    this.table.set(table === '' ? null : table);
    this.#asked.next();
  }

  chooseMode(mode: string): void {
    this.mode.set(mode);
    this.#asked.next();
  }

  toggle(row: number): void {
    this.without.update((rows) => {
      const next = new Set(rows);
      if (!next.delete(row)) next.add(row);
      return next;
    });
    this.#asked.next();
  }

  take(): void {
    const file = this.file();
    if (!file) return;
    this.busy.set(true);
    const work = crypto.randomUUID();
    this.#api
      .take(this.#id, file, { ...this.#how(file), work })
      .pipe(this.#watched(work), takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: ({ actId, says }) => {
          this.busy.set(false);
          this.leave();
          this.#outbox.took({ id: actId, says });
          if (actId === null) this.#toast.tell(says);
        },
        error: (failure: ApiFailure) => {
          this.busy.set(false);
          this.failure.set(failure.message);
          // What stands against it now is told like before.
          this.#asked.next();
        },
      });
  }

  putBack(name: string): void {
    this.#api
      .copy(name)
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: (blob) => {
          this.leave();
          this.#id = crypto.randomUUID();
          this.file.set(new File([blob], name));
          this.#asked.next();
        },
        error: (failure: ApiFailure) => {
          this.#toast.tell(failure.message);
        },
      });
  }

  /** Tells how far it has come for as long as it lasts. */
  #watched<T>(work: string): MonoTypeOperatorFunction<T> {
    return (answer) =>
      defer(() => {
        const watching = this.#api.progress(work).subscribe(({ says, done }) => {
          this.progress.set(says === '' ? '' : `${says}: ${done}`);
        });
        return answer.pipe(
          finalize(() => {
            watching.unsubscribe();
            this.progress.set('');
          }),
        );
      });
  }

  #how({ name }: File): FileHow {
    const table = this.table();
    const without = [...this.without()].sort((a, b) => a - b).join(',');
    return {
      name: name.slice(0, FILE_LIMITS.name),
      mode: this.mode(),
      ...(table === null ? {} : { table }),
      ...(without === '' ? {} : { without }),
    };
  }
}
