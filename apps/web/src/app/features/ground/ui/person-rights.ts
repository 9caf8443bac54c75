import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { RecordDto } from '@yewridge/contract/season';
import { exhaustMap, Subject } from 'rxjs';
import { sayingWhy } from '../../../shared/http/api-failure';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import { GroundApi } from '../data/ground-api';

/** What a landowner may ask for: to have what is kept of them, and that it be erased. */
@Component({
  selector: 'yw-person-rights',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="acts">
      <button type="button" class="quiet" (click)="save$.next()">Save what is kept of {{ owner().name }}</button>
      @if (sure()) {
        <span>Name, number, address and note go, also out of what was done. The sites stay.</span>
        <button type="button" class="button" (click)="erase$.next()">Erase them for good</button>
        <button type="button" class="quiet" (click)="sure.set(false)">Keep them</button>
      } @else {
        <button type="button" class="quiet" (click)="sure.set(true)">Erase {{ owner().name }}</button>
      }
    </div>
    @if (problem(); as problem) {
      <p role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: var(--s2) var(--s3);
      align-items: center;
      margin-top: var(--s3);
      border-top: 1px solid var(--rule);
      padding-top: var(--s2);
    }
    p {
      margin: var(--s2) 0 0;
      color: var(--clay);
    }
  `,
})
export class PersonRights {
  readonly owner = input.required<RecordDto<'owners'>>();
  readonly erased = output();

  readonly #api = inject(GroundApi);
  protected readonly sure = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly save$ = new Subject<void>();
  protected readonly erase$ = new Subject<void>();

  constructor() {
    this.save$
      .pipe(
        exhaustMap(() => this.#api.person(this.owner().id).pipe(sayingWhy(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe((kept) => {
        saveBlob(
          new Blob([JSON.stringify(kept, null, 2)], { type: 'application/json' }),
          `${fileName(kept.person.name)}.json`,
        );
      });
    this.erase$
      .pipe(
        exhaustMap(() => this.#api.erase(this.owner().id).pipe(sayingWhy(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.sure.set(false);
        this.erased.emit();
      });
  }
}
