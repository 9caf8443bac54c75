import { DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { chartTheme } from '../../../shared/charts/chart-theme';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { evidenceLink } from '../../../shared/routes/paths';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { dayLong } from '../../../shared/season/season-words';
import { EvidenceSaid } from '../data/evidence-said';
import { EvidenceStore } from '../data/evidence-store';
import { verdictShort } from '../data/evidence-words';
import { type Figure, placesFigure } from '../data/figures';

/** One page for a club evening: what our traps say. */
@Component({
  selector: 'yw-sheet-page',
  imports: [Failed, PageHeader, RouterLink, Waiting],
  providers: [EvidenceStore, EvidenceSaid],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet-page.html',
  styleUrl: './sheet-page.scss',
})
export class SheetPage {
  readonly #document = inject(DOCUMENT);
  readonly #sanitizer = inject(DomSanitizer);
  protected readonly store = inject(EvidenceStore);
  protected readonly workspace = inject(WorkspaceStore).workspace;
  protected readonly links = { evidence: evidenceLink() };
  protected readonly view = this.store.view;
  protected readonly said = inject(EvidenceSaid);
  protected readonly day = computed(() => dayLong(this.store.evidence()?.today ?? '2000-01-01'));
  protected readonly places = computed(() =>
    this.#picture(placesFigure(this.store.places(), this.store.group(), chartTheme(this.#document.documentElement))),
  );
  protected readonly lines = computed(() => [
    ...(this.store.effects()?.rows ?? []).map((row) => ({
      title: this.store.offered().find(({ ask }) => ask.id === row.id)?.title ?? '',
      says: verdictShort(row, this.said.names(row.id)),
    })),
    { title: 'Do the years differ?', says: this.said.years() },
    { title: 'How long until a trap fills?', says: this.said.fill() },
    { title: 'Are early swarms heavier?', says: this.said.sizes() },
    { title: 'Do scouts foretell?', says: this.said.scouts() },
  ]);

  protected print(): void {
    this.#document.defaultView?.print();
  }

  /** Drawn into the page, in the page's own letters. Every text of it is escaped where it is made. */
  #picture({ svg }: Figure): SafeHtml {
    return this.#sanitizer.bypassSecurityTrustHtml(svg);
  }
}
