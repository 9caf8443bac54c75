import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { FilePlanDto, FileProgressDto, FileTakenDto, KeptCopyDto, TableRowsDto } from '@yewridge/contract/files';
import type { MapLayerDto } from '@yewridge/contract/ground';
import { API_BASE } from '@yewridge/contract/shared';
import { catchError, EMPTY, exhaustMap, type Observable, timer } from 'rxjs';
import { map } from 'rxjs/operators';
import { failuresInWords } from '../../../shared/http/api-failure';

/** How a file is to be read: its name for the log, and what the keeper chose. */
export type FileHow = Readonly<Record<string, string>>;

const ASK_AFTER_MS = 800;
const ASK_MS = 500;
const HEADERS = { 'Content-Type': 'application/octet-stream' };

@Injectable({ providedIn: 'root' })
export class FilesApi {
  readonly #http = inject(HttpClient);

  tables(): Observable<readonly TableRowsDto[]> {
    return this.#items<TableRowsDto>('files/tables');
  }
  copies(): Observable<readonly KeptCopyDto[]> {
    return this.#items<KeptCopyDto>('files/copies');
  }
  sheets(): Observable<readonly MapLayerDto[]> {
    return this.#items<MapLayerDto>('ground/layers');
  }
  showSheet(id: string, shown: boolean): Observable<MapLayerDto> {
    return this.#http.put<MapLayerDto>(`${API_BASE}/ground/layers/${id}`, { shown }).pipe(failuresInWords());
  }
  removeSheet(id: string): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/ground/layers/${id}`).pipe(failuresInWords());
  }
  plan(file: Blob, how: FileHow): Observable<FilePlanDto> {
    return this.#http
      .post<FilePlanDto>(`${API_BASE}/files/plan`, file, { params: how, headers: HEADERS })
      .pipe(failuresInWords());
  }
  take(id: string, file: Blob, how: FileHow): Observable<FileTakenDto> {
    return this.#http
      .put<FileTakenDto>(`${API_BASE}/files/taken/${id}`, file, { params: how, headers: HEADERS })
      .pipe(failuresInWords());
  }
  /** How far the work on a file has come, asked again and again until somebody stops listening. */
  progress(work: string): Observable<FileProgressDto> {
    return timer(ASK_AFTER_MS, ASK_MS).pipe(
      // One answer at a time; a question that fails is asked again the next time.
      exhaustMap(() =>
        this.#http.get<FileProgressDto>(`${API_BASE}/files/progress/${work}`).pipe(catchError(() => EMPTY)),
      ),
    );
  }
  copy(name: string): Observable<Blob> {
    return this.#http.get(this.address(`copies/${name}`), { responseType: 'blob' }).pipe(failuresInWords());
  }

  /** Where a file is fetched from by the browser itself. */
  address(path: string, owners = false): string {
    return `${API_BASE}/files/${path}${owners ? '?owners=true' : ''}`;
  }

  #items<T>(path: string): Observable<readonly T[]> {
    return this.#http.get<{ readonly items: readonly T[] }>(`${API_BASE}/${path}`).pipe(
      map(({ items }) => items),
      failuresInWords(),
    );
  }
}
