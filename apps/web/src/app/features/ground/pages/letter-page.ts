import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { siteLink } from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { viewOf } from '../../../shared/season/view-store';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { GroundApi } from '../data/ground-api';
import { letterText, MOST_LETTERS, OWN_WORDS } from '../data/letter-words';
import { LetterNumber, LetterPhone } from '../ui/letter-phone';
import { LetterSheet } from '../ui/letter-sheet';

/** A letter to the owner of a site: the keeper's own words, the cautions, and a number to call. */
@Component({
  selector: 'yw-letter-page',
  imports: [LetterPhone, LetterSheet, PageHeader, Waiting, Failed, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Ground" class="screen-only">
      <a crumb [routerLink]="back()">the site</a>
      <span answer>Letter to the owner</span>
      <button act type="button" class="button filled" (click)="print()">Print</button>
    </yw-page-header>
    @if (view.failure() && !view.data()) {
      <yw-failed title="The site could not be fetched" [failure]="view.failure()!" (retry)="view.reload()" />
    } @else if (one()) {
      <yw-letter-phone />
      <yw-letter-sheet
        label="The letter"
        says="Your words, kept on this device"
        [from]="workspace()?.name ?? ''"
        [day]="day()"
        [text]="text()"
        [phone]="phone()"
        [answers]="answers"
        (written)="write($event)"
      />
    } @else {
      <yw-waiting what="the site" />
    }
  `,
})
export class LetterPage {
  protected readonly answers = ['Yes, you may: ........................................ until ....................'];
  readonly id = input.required<string>();
  readonly #api = inject(GroundApi);
  protected readonly workspace = inject(WorkspaceStore).workspace;
  protected readonly view = viewOf(() => this.#api.overview());
  protected readonly back = computed(() => siteLink(this.id()));
  protected readonly one = computed(() => this.view.data()?.sites.find(({ site }) => site.id === this.id()) ?? null);
  protected readonly day = computed(() => {
    const today = this.view.data()?.today;
    return today === undefined ? '' : dayLong(today);
  });
  readonly #usual = computed(() =>
    letterText(this.one()?.owner?.name ?? 'neighbour', [this.one()?.site.name ?? 'your place']),
  );
  /** Own words stay while records change around them, also where this device keeps none. */
  protected readonly text = linkedSignal(() => readText(`${OWN_WORDS}.${this.id()}`, MOST_LETTERS) ?? this.#usual());
  protected readonly phone = inject(LetterNumber).number;

  protected write(text: string): void {
    this.text.set(text);
    writeText(`${OWN_WORDS}.${this.id()}`, text);
  }

  protected print(): void {
    window.print();
  }
}
