import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { API_BASE, type WorkspaceDto } from '@yewridge/contract/shared';
import { catchError, of } from 'rxjs';

/** Whose records are open. `null` until the server has said so. */
@Injectable({ providedIn: 'root' })
export class WorkspaceStore {
  readonly workspace = toSignal(
    inject(HttpClient)
      .get<WorkspaceDto>(`${API_BASE}/workspace`)
      .pipe(catchError(() => of(null))),
    { initialValue: null },
  );
}
