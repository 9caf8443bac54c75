import { computed, inject, Injectable } from '@angular/core';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { Effects, Filling, Places, YearRow } from '@yewridge/core/evidence';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { fillSaid, scoutsSaid, sizesSaid, yearsSaid } from './answer-words';
import { EvidenceStore } from './evidence-store';
import { crumbSaid, headline, type Names, placesSaid, windowSaid } from './evidence-words';
import type { OfferedAsk } from './standard-asks';

/** All that was worked out, for whoever draws it or writes it into a file. */
export interface Answers {
  readonly evidence: EvidenceDto;
  readonly places: Places;
  readonly years: readonly YearRow[];
  readonly filling: Filling;
  readonly effects: Effects | null;
  readonly asked: readonly OfferedAsk[];
  /** The two groups of places; `null` where there are none. */
  readonly groups: Names | null;
}

/** Every answer in words, the same on the page and on the sheet. Provided with the store. */
@Injectable()
export class EvidenceSaid {
  readonly #store = inject(EvidenceStore);
  readonly #system = inject(UnitChoice).system;
  readonly #evidence = this.#store.evidence;

  readonly crumb = computed(() => this.#of(crumbSaid));
  readonly window = computed(() => this.#of(({ window }) => windowSaid(window)));
  readonly headline = computed(() =>
    this.#of(() => headline(this.#store.total(), this.#store.effects(), (id) => this.names(id))),
  );
  readonly places = computed(() => {
    const row = this.#store.effects()?.rows.find(({ id }) => id === 'group');
    return placesSaid(this.#store.places(), row ? { ...row, names: this.names('group') } : null);
  });
  readonly groups = computed(() => {
    const group = this.#store.group();
    if (!group) return 'Group the places by what you think they share, and the records say whether it does.';
    const after = group.afterSeeing
      ? ', made after the records were seen: what struck somebody is likelier to be chance'
      : ', made before the records were seen';
    return `Groups: ${group.nameA} and ${group.nameB}${after}.`;
  });
  readonly years = computed(() => yearsSaid(this.#store.byYear()));
  /** The groups of the curve, by their sides. */
  readonly sides = computed<Readonly<Record<string, string>>>(() => {
    const group = this.#store.group();
    return group ? { A: group.nameA, B: group.nameB } : {};
  });
  readonly fill = computed(() => fillSaid(this.#store.filling(), this.sides()));
  readonly sizes = computed(() => this.#of(({ sizes }) => sizesSaid(sizes, this.#system())));
  readonly scouts = computed(() => this.#of(({ scouts }) => scoutsSaid(scouts)));
  readonly answers = computed<Answers | null>(() => {
    const [evidence, store] = [this.#evidence(), this.#store];
    return evidence
      ? {
          evidence,
          places: store.places(),
          years: store.years(),
          filling: store.filling(),
          effects: store.effects(),
          asked: store.asked(),
          groups: store.group(),
        }
      : null;
  });

  /** What the two options of a question are called. */
  names(id: string): Names {
    return this.#store.offered().find(({ ask }) => ask.id === id)?.ask ?? { nameA: '', nameB: '' };
  }

  #of(said: (evidence: EvidenceDto) => string): string {
    const evidence = this.#evidence();
    return evidence ? said(evidence) : '';
  }
}
