import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { siteLink } from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { viewOf } from '../../../shared/season/view-store';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { GroundApi } from '../data/ground-api';

const OWN_WORDS = 'yewridge.letter';
const MOST_LETTERS = 20_000;
const PHONE = 'yewridge.letter.phone';

const usual = (who: string, site: string): string => `Dear ${who},

may we hang an empty wooden box at ${site} from April to August? It is a house for a swarm of honey bees that looks for one. We look at it every week or so, take it down in autumn, and leave the place as it was.

If bees move in, we carry them away within a few days, at dusk. Until then please keep two metres away, and keep children and animals from it.`;

/** A letter to the owner of a site: the keeper's own words, the cautions, and a number to call. */
@Component({
  selector: 'yw-letter-page',
  imports: [PageHeader, Waiting, Failed, RouterLink],
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
      <article class="sheet">
        <p class="from">{{ workspace()?.name }}<br />{{ day() }}</p>
        <label class="screen-only" for="words">Your words, kept on this device</label>
        <textarea
          id="words"
          #words
          class="screen-only"
          rows="12"
          [value]="text()"
          (input)="write(words.value)"
        ></textarea>
        <p class="printed">{{ text() }}</p>
        <ul>
          <li>
            Bees sting. Whoever is allergic to stings should tell us now; in an emergency call the ambulance first.
          </li>
          <li>Nobody but us opens, moves or sprays the box. Please do not mow or drive cattle close under it.</li>
          <li>We keep to the local rules on bees and swarms, and are answerable for the box.</li>
          <li>You can take your word back at any time; the box is then gone within a day.</li>
        </ul>
        <label class="phone screen-only"
          >Our telephone <input #phone [value]="number()" (input)="writeNumber(phone.value)"
        /></label>
        <p>Call us: {{ number() || '..............................' }}</p>
        <p class="sign">Yes, you may: ........................................ until ....................</p>
      </article>
    } @else {
      <yw-waiting what="the site" />
    }
  `,
  styles: `
    article {
      display: grid;
      gap: var(--s3);
      max-width: 680px;
      padding: var(--s6);
      font-size: var(--t-m);
      line-height: 1.5;
    }
    p,
    ul {
      margin: 0;
    }
    .from {
      text-align: right;
    }
    textarea {
      width: 100%;
      box-sizing: border-box;
      border: 1px solid var(--edge);
      background: var(--sheet);
      padding: 8px;
    }
    input {
      min-height: 36px;
      border: 1px solid var(--edge);
      background: var(--sheet);
      padding: 0 8px;
    }
    .printed {
      display: none;
      white-space: pre-wrap;
    }
    .sign {
      margin-top: var(--s5);
    }
    @media print {
      article {
        border: 0;
      }
      .printed {
        display: block;
      }
    }
  `,
})
export class LetterPage {
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
  protected readonly text = linkedSignal(() => {
    const one = this.one();
    return (
      readText(`${OWN_WORDS}.${this.id()}`, MOST_LETTERS) ??
      usual(one?.owner?.name ?? 'neighbour', one?.site.name ?? 'your place')
    );
  });
  protected readonly number = signal(readText(PHONE, MOST_LETTERS) ?? '');

  protected write(text: string): void {
    this.text.set(text);
    writeText(`${OWN_WORDS}.${this.id()}`, text);
  }

  protected writeNumber(text: string): void {
    this.number.set(text);
    writeText(PHONE, text);
  }

  protected print(): void {
    window.print();
  }
}
