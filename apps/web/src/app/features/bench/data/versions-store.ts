import { inject, Injectable, signal } from '@angular/core';
import type { DesignVersionDto } from '@yewridge/contract/stores';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { BuildsApi } from './builds-api';

/** The frozen versions of the open design. */
@Injectable()
export class VersionsStore {
  readonly #api = inject(BuildsApi);
  readonly #versions = signal<readonly DesignVersionDto[]>([]);
  readonly #failure = signal<ApiFailure | null>(null);
  readonly #loaded = signal(false);
  readonly versions = this.#versions.asReadonly();
  readonly failure = this.#failure.asReadonly();
  readonly loaded = this.#loaded.asReadonly();

  load(designId: string): void {
    this.#failure.set(null);
    this.#api.versions(designId).subscribe({
      next: (versions) => {
        this.#versions.set(versions);
        this.#loaded.set(true);
      },
      error: (failure: ApiFailure) => {
        this.#failure.set(failure);
      },
    });
  }
}
