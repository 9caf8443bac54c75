import { computed, inject, Injectable } from '@angular/core';
import type { DesignVersionDto } from '@yewridge/contract/stores';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Held } from '../../../shared/streams/held';
import { DesignsApi } from '../../../shared/documents/designs-api';

/** The frozen versions of the open design. */
@Injectable()
export class VersionsStore {
  readonly #api = inject(DesignsApi);
  /** `null` until they are fetched. */
  readonly #versions = new Held<readonly DesignVersionDto[] | null>(null);
  readonly #failure = new Held<ApiFailure | null>(null);
  readonly versions$ = this.#versions.changes;
  readonly failure$ = this.#failure.changes;
  readonly versions = computed<readonly DesignVersionDto[]>(() => this.#versions.now() ?? []);
  readonly failure = this.#failure.now;
  readonly loaded = computed(() => this.#versions.now() !== null);

  load(designId: string): void {
    this.#failure.set(null);
    this.#api.versions(designId).subscribe({
      next: (versions) => {
        this.#versions.set(versions);
      },
      error: (failure: ApiFailure) => {
        this.#failure.set(failure);
      },
    });
  }
}
