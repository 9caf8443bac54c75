import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { nextLink } from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { viewOf } from '../../../shared/season/view-store';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { GroundApi } from '../data/ground-api';
import { letterText, MOST_LETTERS, OWN_WORDS } from '../data/letter-words';
import { LetterNumber, LetterPhone } from '../ui/letter-phone';
import { LetterSheet } from '../ui/letter-sheet';

/** Letters to the owners of places of a plan, one a sheet: all their places in one letter, in the keeper's own words. */
@Component({
  selector: 'yw-letters-page',
  imports: [Empty, Failed, LetterPhone, LetterSheet, PageHeader, RouterLink, Waiting],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Ground" class="screen-only">
      <a crumb [routerLink]="back">next season</a>
      <span answer>{{ answer() }}</span>
      @if (letters().length > 0) {
        <button act type="button" class="button filled" (click)="print()">Print</button>
      }
    </yw-page-header>
    @if (view.failure() && !view.data()) {
      <yw-failed title="The sites could not be fetched" [failure]="view.failure()!" (retry)="view.reload()" />
    } @else if (!view.data()) {
      <yw-waiting what="the sites" />
    } @else if (letters().length === 0) {
      <yw-empty title="No owner to write to">
        <p>Note whose the places are: the record of a site has room for its owner.</p>
        <a class="button" [routerLink]="back">Back to the plan</a>
      </yw-empty>
    } @else {
      <yw-letter-phone />
      @for (letter of letters(); track letter.key) {
        <yw-letter-sheet
          [label]="'Letter to ' + letter.name"
          [says]="letter.name + ': your words, kept on this device'"
          [from]="workspace()?.name ?? ''"
          [day]="day()"
          [text]="letter.text"
          [phone]="phone()"
          [answers]="letter.answers"
          (written)="write(letter.key, $event)"
        />
      }
    }
  `,
})
export class LettersPage {
  /** Ids of owners and of places, parted by commas. */
  readonly owners = input<string>();
  readonly places = input<string>();
  readonly #api = inject(GroundApi);
  protected readonly workspace = inject(WorkspaceStore).workspace;
  protected readonly view = viewOf(() => this.#api.overview());
  protected readonly back = nextLink();
  protected readonly phone = inject(LetterNumber).number;
  /** What was written over the usual words, by owner and places. */
  readonly #own = signal<ReadonlyMap<string, string>>(new Map());

  protected readonly letters = computed(() => {
    const ids = new Set((this.places() ?? '').split(','));
    const sites = (this.view.data()?.sites ?? []).filter(({ site }) => ids.has(site.id));
    return (this.owners() ?? '').split(',').flatMap((id) => {
      const mine = sites.filter(({ owner }) => owner?.id === id);
      const name = mine[0]?.owner?.name;
      if (name === undefined) return [];
      const places = mine.map(({ site }) => site.name).sort();
      const key = `${OWN_WORDS}.next.${id}.${mine
        .map(({ site }) => site.id)
        .sort()
        .join('.')}`;
      const text = this.#own().get(key) ?? readText(key, MOST_LETTERS) ?? letterText(name, places);
      const answers = places.map((place) => `${place}: yes, you may ........................ until ................`);
      return [{ key, name, text, answers }];
    });
  });
  protected readonly answer = computed(() => {
    const count = this.letters().length;
    return count === 1 ? 'One letter to ask' : `${count} letters to ask`;
  });
  protected readonly day = computed(() => {
    const today = this.view.data()?.today;
    return today === undefined ? '' : dayLong(today);
  });

  protected write(key: string, text: string): void {
    this.#own.update((own) => new Map(own).set(key, text));
    writeText(key, text);
  }
  protected print(): void {
    window.print();
  }
}
