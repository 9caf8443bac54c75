import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type Fact, FACT_NAMES, narrowed } from '@yewridge/core/evidence';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { evidenceLink, rawLink } from '../../../shared/routes/paths';
import { binned, changed, made } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { EvidenceRunner } from '../data/evidence-runner';
import { EvidenceStore } from '../data/evidence-store';
import { many } from '../data/evidence-words';
import { FACT_SAID, optionSaid, valuesOf } from '../data/fact-words';
import { answerFields, askedOn, type QuestionDraft, type QuestionSaid, readDraft } from '../data/question-asked';
import { type Question, sidesIn } from '../data/standard-asks';
import { QuestionForm } from '../ui/question-form';

/** Questions of the keeper's own: each is kept with its day and its answer then. */
@Component({
  selector: 'yw-questions-page',
  imports: [Failed, MatButtonModule, PageHeader, QuestionForm, RouterLink, Waiting],
  providers: [EvidenceStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './questions-page.html',
  styleUrl: './questions-page.scss',
})
export class QuestionsPage {
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(EvidenceRunner);
  readonly #destroyed = inject(DestroyRef);
  readonly #system = inject(UnitChoice).system;
  protected readonly store = inject(EvidenceStore);
  /** What the form begins with. */
  readonly fact = input<string>();

  protected readonly links = { evidence: evidenceLink(), raw: rawLink() };
  protected readonly view = this.store.view;
  protected readonly begins = computed<Fact>(() => FACT_NAMES.find((one) => one === this.fact()) ?? 'lure');
  protected readonly fault = signal<string | null>(null);
  protected readonly busy = signal(false);
  readonly #today = computed(() => this.store.evidence()?.today ?? '');
  protected readonly answer = computed(() => {
    const today = askedOn(this.store.questions(), this.#today());
    const all = this.store.questions().length;
    if (all === 0) return 'Ask your own records';
    return today === 0
      ? `${many(all, 'question', 'questions')} kept, none asked today`
      : `Asked ${many(today, 'question', 'questions')} today: each counts`;
  });
  protected readonly rows = computed(() =>
    this.store.questions().map((question) => ({
      question,
      title: `${question.nameA} or ${question.nameB}`,
      what: this.#what(question),
      when: `${dayLong(question.askedOn)}, ${question.afterSeeing === null ? 'nobody said when it came up' : question.afterSeeing ? 'after the records were seen' : 'before the records were seen'}`,
      answer: question.answer ?? 'The records were not asked for it: the places are grouped by it.',
      counts:
        question.comparisons === null ? '' : `one of ${many(question.comparisons, 'question', 'questions')} that day`,
    })),
  );

  protected ask(draft: QuestionDraft): void {
    const said = readDraft(draft);
    if (typeof said === 'string') {
      this.fault.set(said);
      return;
    }
    this.fault.set(null);
    const comparisons = askedOn(this.store.questions(), this.#today()) + 1;
    this.#run(said, comparisons, (fields) => {
      const question = made('questions', { ...said, ...fields, askedOn: this.#today() });
      this.#outbox.do({
        says: `Asked: ${said.nameA} or ${said.nameB}`,
        // Only one question groups the places.
        changes: [question, ...(said.groupsPlaces === true ? this.#ungrouped() : [])],
      });
    });
  }

  protected group(question: Question, on: boolean): void {
    this.#outbox.do({
      says: on ? `Places grouped by ${question.nameA} and ${question.nameB}` : 'Places are not grouped any more',
      changes: [
        ...this.#ungrouped().filter(({ id }) => id !== question.id),
        changed('questions', question, { groupsPlaces: on ? true : null }),
      ],
    });
  }

  protected remove(question: Question): void {
    this.#outbox.do({
      says: `Question put into the bin: ${question.nameA} or ${question.nameB}`,
      changes: [binned('questions', question)],
    });
  }

  #ungrouped() {
    return this.store
      .questions()
      .filter(({ groupsPlaces }) => groupsPlaces === true)
      .map((one) => changed('questions', one, { groupsPlaces: null }));
  }

  #run(said: QuestionSaid, comparisons: number, kept: (fields: ReturnType<typeof answerFields>) => void): void {
    let spells;
    try {
      spells = narrowed(this.store.own(), said);
    } catch (error) {
      this.fault.set(error instanceof Error ? error.message : 'These bounds do not go together.');
      return;
    }
    this.busy.set(true);
    const ask = {
      id: 'own',
      kind: 'sides',
      ...sidesIn(said),
      nameA: said.nameA,
      nameB: said.nameB,
    } as const;
    this.#runner
      .run('question', { spells, ask, comparisons })
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: (told) => {
          if (told.kind !== 'answer') return;
          this.busy.set(false);
          kept(answerFields(told.answer.rows[0] ?? null, comparisons));
        },
        error: (error: unknown) => {
          this.busy.set(false);
          this.fault.set(error instanceof Error ? error.message : 'The answer could not be worked out.');
        },
      });
  }

  #what(question: Question): string {
    const evidence = this.store.evidence();
    if (!evidence) return '';
    const system = this.#system();
    const values = valuesOf(evidence, question.fact, system);
    const option = (text: string): string => optionSaid(question.fact, text, values, system);
    const bounds = [
      question.heightFromM === null && question.heightToM === null
        ? null
        : `heights ${optionSaid('heightM', `${question.heightFromM ?? ''}..${question.heightToM ?? ''}`, [], system)}`,
      question.seasonFrom === null ? null : `${question.seasonFrom} on`,
      question.seasonTo === null ? null : `up to ${question.seasonTo}`,
    ].filter((one) => one !== null);
    const only = bounds.length === 0 ? '' : `; only ${bounds.join(', ')}`;
    return `${FACT_SAID[question.fact]}: ${option(question.optionA)} against ${option(question.optionB)}${only}`;
  }
}
