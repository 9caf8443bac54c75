import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { DesignVersionDto } from '@yewridge/contract/stores';
import equal from 'fast-deep-equal';
import { Failed, Waiting } from '../../../shared/layout/states';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { trapLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { DesignEditorStore } from '../data/design-editor-store';
import { differences } from '../data/differences';
import { dayText } from '../../../shared/documents/saved-words';
import { versionSentence } from '../data/page-words';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { VersionsStore } from '../data/versions-store';
import { DesignFrame } from '../ui/design-frame';
import { capital } from '../../../shared/units/format';

/** What was built to which version, and what changed between them, in words. */
@Component({
  selector: 'yw-versions-page',
  imports: [DesignFrame, Waiting, Failed, RouterLink],
  providers: [DesignEditorStore, VersionsStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './versions-page.html',
  styleUrl: './versions-page.scss',
})
export class VersionsPage {
  readonly id = input.required<string>();
  readonly store = inject(DesignEditorStore);
  protected readonly versions = inject(VersionsStore);
  readonly #system = inject(UnitChoice).system;
  readonly #toast = inject(UndoToast);
  readonly #workspace = inject(WorkspaceStore).workspace;

  protected readonly answer = computed(() => {
    const design = this.store.document();
    if (!design || !this.versions.loaded()) return 'Versions';
    return capital(versionSentence(this.versions.versions(), design));
  });
  /** What the design is now against the newest version; nothing while it is that version. */
  protected readonly ahead = computed(() => {
    const latest = this.versions.versions().at(-1);
    const design = this.store.document();
    if (!latest || !design || equal(latest.document, design)) return null;
    return { version: latest.version + 1, words: this.#inWords(latest.document, design) };
  });
  /** Newest first. */
  protected readonly rows = computed(() => {
    const versions = this.versions.versions();
    const zone = this.#workspace()?.timeZone ?? 'UTC';
    const design = this.store.document();
    return versions
      .map((one, n) => {
        const before = versions[n - 1];
        return {
          one,
          frozen: dayText(one.frozenAt, zone),
          traps: one.traps.map(({ id, number }) => ({ number, link: trapLink(id) })),
          words: before ? this.#inWords(before.document, one.document) : null,
          now: design !== null && equal(design, one.document),
        };
      })
      .reverse();
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.store.open(id);
        this.versions.load(id);
      });
    });
    undoKeys(this.store);
  }

  protected takeBack({ version, document }: DesignVersionDto): void {
    this.store.edit(() => document);
    const taken = this.store.document();
    this.#toast.show(`The design is version ${version} again`, () => {
      if (this.store.document() === taken) this.store.undo();
    });
  }

  #inWords(before: DesignVersionDto['document'], after: DesignVersionDto['document']): readonly string[] {
    const words = differences(before, after, this.#system());
    return words.length > 0 ? words : ['Nothing a saw would notice'];
  }
}
