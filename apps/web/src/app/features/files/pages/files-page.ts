import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { FILE_LIMITS, type FilePlanDto } from '@yewridge/contract/files';
import { defer, EMPTY, finalize, forkJoin, type MonoTypeOperatorFunction, Subject, switchMap, takeUntil } from 'rxjs';
import { catchError } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { readText, writeChoice } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { bookLink, storesLink } from '../../../shared/routes/paths';
import { agoWords } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type FileHow, FilesApi } from '../data/files-api';
import { keptWords, sizeWords, TABLE_GROUPS, TABLE_NAMES_SAID } from '../data/file-words';
import { PlanSheet } from '../ui/plan-sheet';

const LAST_BACKUP = 'yewridge.last-backup';
/** What may be as large as a backup is. */
const BACKUP_NAME = /\.(zip|json|sqlite)$/i;

/** Everything kept here as files: out, and in again after a look at what that would do. */
@Component({
  selector: 'yw-files-page',
  imports: [MatCheckboxModule, PageHeader, Waiting, Failed, RouterLink, PlanSheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './files-page.html',
  styleUrl: './files-page.scss',
})
export class FilesPage {
  protected readonly api = inject(FilesApi);
  readonly #outbox = inject(ActOutbox);
  readonly #toast = inject(UndoToast);
  readonly #destroyed = inject(DestroyRef);
  readonly #clock = inject(TodayClock);
  protected readonly system = inject(UnitChoice).system;
  protected readonly bookLink = bookLink;
  protected readonly stores = storesLink();
  protected readonly view = viewOf(() =>
    forkJoin({ tables: this.api.tables(), copies: this.api.copies(), sheets: this.api.sheets() }),
  );

  protected readonly owners = signal(false);
  protected readonly file = signal<File | null>(null);
  protected readonly plan = signal<FilePlanDto | null>(null);
  protected readonly failure = signal<string | null>(null);
  protected readonly without = signal<ReadonlySet<number>>(new Set());
  protected readonly mode = signal('mend');
  protected readonly table = signal<string | null>(null);
  protected readonly over = signal(false);
  protected readonly busy = signal(false);
  readonly #backup = signal(readText(LAST_BACKUP, 40));
  readonly #asked = new Subject<void>();
  readonly #stopped = new Subject<void>();
  protected readonly progress = signal('');
  /** Made anew for each file that is chosen, so that one sent twice is taken in once. */
  #id = crypto.randomUUID();

  protected readonly answer = computed(() => {
    const view = this.view.data();
    return view ? keptWords(view.tables) : 'Files';
  });
  protected readonly groups = computed(() => {
    const rows = new Map((this.view.data()?.tables ?? []).map((one) => [one.table, one.rows]));
    return TABLE_GROUPS.map(({ name, tables }) => ({
      name,
      tables: tables.map((table) => ({ table, name: TABLE_NAMES_SAID[table], rows: rows.get(table) ?? 0 })),
    }));
  });
  protected readonly copies = computed(() =>
    (this.view.data()?.copies ?? []).map((copy) => ({ ...copy, size: sizeWords(copy.bytes) })),
  );
  protected readonly lastBackup = computed(() => {
    const at = this.#backup();
    const today = this.#clock.today();
    if (at === null) return 'No backup was saved from this browser yet.';
    return today === null ? '' : `The last backup from this browser: ${agoWords(at, today)}.`;
  });

  constructor() {
    this.#asked
      .pipe(
        switchMap(() => {
          const file = this.file();
          if (!file) return EMPTY;
          const work = crypto.randomUUID();
          return this.api.plan(file, { ...this.#how(file), work }).pipe(
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

  protected choose(files: FileList | null | undefined): void {
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

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.choose(event.dataTransfer?.files);
  }

  protected hover(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected leave(): void {
    this.#stopped.next();
    this.file.set(null);
    this.plan.set(null);
    this.failure.set(null);
    this.table.set(null);
    this.without.set(new Set());
  }

  protected chooseTable(table: string): void {
    this.table.set(table === '' ? null : table);
    this.#asked.next();
  }

  protected chooseMode(mode: string): void {
    this.mode.set(mode);
    this.#asked.next();
  }

  protected toggle(row: number): void {
    this.without.update((rows) => {
      const next = new Set(rows);
      if (!next.delete(row)) next.add(row);
      return next;
    });
    this.#asked.next();
  }

  protected take(): void {
    const file = this.file();
    if (!file) return;
    this.busy.set(true);
    const work = crypto.randomUUID();
    this.api
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

  protected saved(): void {
    const today = this.#clock.today();
    if (today === null) return;
    writeChoice(LAST_BACKUP, today);
    this.#backup.set(today);
  }

  protected putBack(name: string): void {
    this.api
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

  protected show(id: string, shown: boolean): void {
    this.api.showSheet(id, shown).subscribe({
      next: () => {
        this.view.reload();
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }

  protected removeSheet(id: string, name: string): void {
    this.api.removeSheet(id).subscribe({
      next: () => {
        this.#toast.tell(`“${name}” was removed from under the map`);
        this.view.reload();
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
        const watching = this.api.progress(work).subscribe(({ says, done }) => {
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
