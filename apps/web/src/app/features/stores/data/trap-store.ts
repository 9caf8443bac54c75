import { inject, Injectable } from '@angular/core';
import type { TrapDocument, TrapDto, TrapWithDesignDto } from '@yewridge/contract/stores';
import { map, tap } from 'rxjs';
import { DocumentStore } from '../../../shared/documents/document-store';
import { Held } from '../../../shared/streams/held';
import { TrapsApi } from './traps-api';

/** One open trap: its session with the server, and the design it was built to. */
@Injectable()
export class TrapStore extends DocumentStore<TrapDocument, TrapDto, TrapsApi> {
  readonly #built = new Held<TrapWithDesignDto | null>(null);
  /** The trap as it was fetched, with its design and the newest version of that. */
  readonly built$ = this.#built.changes;
  readonly built = this.#built.now;

  constructor() {
    super(inject(TrapsApi), { draftName: (id) => `trap-${id}` });
  }

  open(id: string): void {
    const fetch = this.api.one(id).pipe(
      tap((built) => {
        this.#built.set(built);
      }),
      map(({ trap }) => trap),
    );
    this.session.open(id, fetch);
  }
}
