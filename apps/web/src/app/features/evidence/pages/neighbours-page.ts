import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { type LeftOut, sharedText, tallyOf, timesSaid } from '@yewridge/core/evidence';
import { firstValueFrom, map } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { saveBlob } from '../../../shared/print/save-blob';
import { evidenceLink } from '../../../shared/routes/paths';
import { binned, made, RecordsApi } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { EvidenceRunner } from '../data/evidence-runner';
import { EvidenceStore } from '../data/evidence-store';
import { catchesSaid, count, many, verdictShort } from '../data/evidence-words';
import { digestOf, readSpellsFile, spellsCsv, spellsJson } from '../data/spells-file';

/** Made-up clubs around the demo, to try it with. */
const SAMPLES = ['hollin-moor', 'sedge-lake', 'three-mills'] as const;
const SITES = { limit: 500 } as const;

/** One's own spells out, other keepers' in, and whose records move an answer. */
@Component({
  selector: 'yw-neighbours-page',
  imports: [Failed, MatButtonModule, MatProgressBarModule, PageHeader, RouterLink, Waiting],
  providers: [EvidenceStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './neighbours-page.html',
  styleUrl: './neighbours-page.scss',
})
export class NeighboursPage {
  readonly #http = inject(HttpClient);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(EvidenceRunner);
  readonly #destroyed = inject(DestroyRef);
  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly store = inject(EvidenceStore);
  protected readonly links = { evidence: evidenceLink() };
  protected readonly view = this.store.view;
  protected readonly says = signal<{ readonly words: string; readonly bad: boolean } | null>(null);
  protected readonly progress = signal<number | null>(null);
  protected readonly moved = signal<{ readonly title: string; readonly rows: readonly string[] } | null>(null);
  protected readonly samples = computed(() =>
    this.#workspace()?.kind === 'demo' ? SAMPLES.map((id) => ({ id, name: id.replaceAll('-', ' ') })) : [],
  );
  protected readonly rows = computed(() =>
    this.store.neighbours().map(({ record, spells }) => {
      const days = (spells ?? []).reduce((sum, one) => sum + one.days, 0);
      const caught = (spells ?? []).reduce((sum, one) => sum + one.caught, 0);
      return {
        record,
        says: spells
          ? `${catchesSaid(caught)} in ${count(days)} trap-days, ${many(spells.length, 'stretch', 'stretches')}`
          : 'what is kept cannot be read any more: take the file in again',
        when: `taken in on ${dayLong(record.takenOn)}`,
      };
    }),
  );
  protected readonly answer = computed(() => {
    const all = this.store.neighbours().length;
    return all === 0
      ? 'Pool your records with other keepers'
      : `Records of ${many(all, 'other keeper', 'other keepers')}`;
  });
  protected readonly own = computed(() => {
    const { events, days } = tallyOf(this.store.own().filter(({ season }) => season !== null));
    return `${catchesSaid(events)} in ${count(days)} trap-days`;
  });
  protected readonly asks = computed(() =>
    this.store
      .asked()
      .filter(({ ask }) => ask.fact !== 'site' && ask.fact !== 'trap')
      .map(({ ask, title }) => ({ id: ask.id, title })),
  );

  protected async save(kind: 'json' | 'csv'): Promise<void> {
    const evidence = this.store.evidence();
    if (!evidence) return;
    if (evidence.keeper === null) {
      this.#say('Your keeper code is not known without the server: save the file when it can be reached.', true);
      return;
    }
    const { items } = await firstValueFrom(this.#records.list('sites', SITES));
    const regions = new Map(
      items.flatMap(({ id, lat, lon }) => (lat === null || lon === null ? [] : [[id, { lat, lon }] as const])),
    );
    const name = `${evidence.keeper}.spells.${kind}`;
    if (kind === 'json') {
      const text = spellsJson(this.store.own(), regions, { keeper: evidence.keeper, madeOn: evidence.today });
      saveBlob(new Blob([text], { type: 'application/json' }), name);
      return;
    }
    saveBlob(new Blob([await spellsCsv(this.store.own(), regions, evidence.keeper)], { type: 'text/csv' }), name);
  }

  protected async take(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (file) await this.takeIn(file.name, await file.text());
  }

  protected async takeSample(id: string): Promise<void> {
    try {
      const text = await firstValueFrom(this.#http.get(`/neighbours/${id}.spells.json`, { responseType: 'text' }));
      await this.takeIn(`${id}.spells.json`, text);
    } catch {
      this.#say(`${id} could not be fetched.`, true);
    }
  }

  /** All of a file or nothing; a keeper's newer file takes the place of the older. */
  async takeIn(name: string, text: string): Promise<void> {
    const evidence = this.store.evidence();
    if (!evidence) return;
    const read = await readSpellsFile(name, text);
    if (typeof read === 'string') {
      this.#say(read, true);
      return;
    }
    if (read.keeper === evidence.keeper) {
      this.#say(`${name} holds your own records: they count already.`, true);
      return;
    }
    const spells = sharedText(read.spells);
    const digest = await digestOf(`${read.keeper}\n${spells}`);
    const known = this.store.neighbours().map(({ record }) => record);
    if (known.some((one) => one.digest === digest)) {
      this.#say(`${name} is taken in already: a file counts once.`, true);
      return;
    }
    const older = known.filter(({ keeper }) => keeper === read.keeper);
    this.#outbox.do({
      says: `Taken in: ${many(read.spells.length, 'stretch', 'stretches')} of ${read.keeper}`,
      changes: [
        ...older.map((one) => binned('neighbours', one)),
        made('neighbours', {
          keeper: read.keeper,
          takenOn: evidence.today,
          digest,
          rows: read.spells.length,
          spells,
        }),
      ],
    });
    this.#say(
      `${many(read.spells.length, 'stretch', 'stretches')} of ${read.keeper} taken in${older.length > 0 ? ', in place of the older file' : ''}.`,
      false,
    );
  }

  protected remove(id: string): void {
    const one = this.store.neighbours().find(({ record }) => record.id === id)?.record;
    if (!one) return;
    this.#outbox.do({ says: `Records of ${one.keeper} taken back`, changes: [binned('neighbours', one)] });
    this.moved.set(null);
  }

  /** The answer with all, and without each keeper in turn. */
  protected whoMoves(id: string): void {
    const offered = this.store.offered().find(({ ask }) => ask.id === id);
    if (!offered) return;
    this.store.pooled.set(true);
    this.progress.set(0);
    this.#runner
      .run('leftOut', { spells: this.store.spells(), ask: offered.ask })
      .pipe(
        map((said) => {
          if (said.kind === 'progress') {
            this.progress.set((100 * said.done) / said.of);
            return null;
          }
          return said.answer;
        }),
        takeUntilDestroyed(this.#destroyed),
      )
      .subscribe({
        next: (answer) => {
          if (!answer) return;
          this.progress.set(null);
          this.moved.set({
            title: offered.title,
            rows: answer.map(
              (one) => `${who(one)}: ${one.row ? said(one.row, offered.ask) : 'what is left cannot say'}`,
            ),
          });
        },
        error: (error: unknown) => {
          this.progress.set(null);
          this.#say(error instanceof Error ? error.message : 'It could not be worked out.', true);
        },
      });
  }

  #say(words: string, bad: boolean): void {
    this.says.set({ words, bad });
  }
}

const who = ({ keeper }: LeftOut): string =>
  keeper === null ? 'All together' : keeper === '' ? 'Without yours' : `Without ${keeper}`;

function said(row: NonNullable<LeftOut['row']>, names: { readonly nameA: string; readonly nameB: string }): string {
  return `${timesSaid(row.ratio)} times (${timesSaid(row.lo)} to ${timesSaid(row.hi)}). ${verdictShort(row, names)}`;
}
