import { computed, inject, Injectable } from '@angular/core';
import type { Design } from '@yewridge/core/bench';
import { savedWords, sheetDate } from '../../../shared/documents/saved-words';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { DesignEditorStore } from './design-editor-store';
import { designAnswer, designWords, versionNumber, versionSentence } from './page-words';
import { entranceRows, sectionRows } from './stack-rows';
import { VersionsStore } from './versions-store';

/** What the page of the open design says of it, in the reader's units. */
@Injectable()
export class DesignView {
  readonly #store = inject(DesignEditorStore);
  readonly #versions = inject(VersionsStore);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly version = computed(() => {
    const design = this.#store.document();
    return design ? versionNumber(this.#versions.versions(), design) : 1;
  });
  readonly versionWords = computed(() => {
    const design = this.#store.document();
    return design ? versionSentence(this.#versions.versions(), design) : '';
  });
  readonly #timeZone = computed(() => this.#workspace()?.timeZone ?? 'UTC');

  readonly stale = computed(() => this.#store.shown()?.document !== this.#store.document());
  readonly #liveReadings = computed(() => (this.stale() ? null : (this.#store.shown()?.readings ?? null)));
  readonly sections = computed(() => {
    const design = this.#store.document();
    return design ? sectionRows(design, this.#liveReadings(), this.#store.problems(), this.#system()) : [];
  });
  readonly entrances = computed(() => {
    const design = this.#store.document();
    return design ? entranceRows(design, this.#liveReadings(), this.#store.problems(), this.#system()) : [];
  });
  readonly saved = computed(() => savedWords(this.#store.saving(), this.#timeZone()));
  readonly date = computed(() => sheetDate(this.#store.saving(), this.#workspace()?.now, this.#timeZone()));
  readonly answer = computed(() =>
    designAnswer(this.#store.shown()?.readings ?? null, this.#store.load(), this.#system()),
  );
  /** What stands behind the figure of the door, with its comma. */
  readonly doorWords = computed(() => {
    const answer = this.answer();
    const words = answer?.door ? 'door' : this.#store.document()?.purpose === 'holding' ? 'closed' : 'no door yet';
    return answer?.mass ? `${words},` : words;
  });

  words(design: Design): string {
    return designWords(design, this.#system());
  }
}
