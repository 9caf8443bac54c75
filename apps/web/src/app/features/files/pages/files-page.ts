import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { forkJoin } from 'rxjs';
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
import { FileIntake } from '../data/file-intake';
import { FilesApi } from '../data/files-api';
import { keptWords, sizeWords, TABLE_GROUPS, TABLE_NAMES_SAID } from '../data/file-words';
import { PlanSheet } from '../ui/plan-sheet';

const LAST_BACKUP = 'yewridge.last-backup';

/** Everything kept here as files: out, and in again after a look at what that would do. */
@Component({
  selector: 'yw-files-page',
  imports: [MatCheckboxModule, PageHeader, Waiting, Failed, RouterLink, PlanSheet],
  providers: [FileIntake],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './files-page.html',
  styleUrl: './files-page.scss',
})
export class FilesPage {
  protected readonly api = inject(FilesApi);
  protected readonly intake = inject(FileIntake);
  readonly #toast = inject(UndoToast);
  readonly #clock = inject(TodayClock);
  protected readonly system = inject(UnitChoice).system;
  protected readonly bookLink = bookLink;
  protected readonly stores = storesLink();
  protected readonly view = viewOf(() =>
    forkJoin({ tables: this.api.tables(), copies: this.api.copies(), sheets: this.api.sheets() }),
  );

  protected readonly owners = signal(false);
  protected readonly over = signal(false);
  readonly #backup = signal(readText(LAST_BACKUP, 40));
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

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.intake.choose(event.dataTransfer?.files);
  }

  protected hover(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected saved(): void {
    const today = this.#clock.today();
    if (today === null) return;
    writeChoice(LAST_BACKUP, today);
    this.#backup.set(today);
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
}
