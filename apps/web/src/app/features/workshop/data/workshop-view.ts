import { computed, inject, Injectable, signal } from '@angular/core';
import { boardsCost, type Design } from '@yewridge/core/bench';
import { DomainError } from '@yewridge/core/shared/errors';
import { CurrencyChoice, moneySaid, moneyText } from '../../../shared/money/currency-choice';
import { dayLong } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { figureOf, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { billOf } from './bill';
import type { SheetAsked } from './build-sheet';
import { planLayout } from './plan-layout';
import { templatesOf } from './templates';
import { WorkshopStore } from './workshop-store';
import { boardsAndSheets, faultSaid, leastSaid, partName, refusedSaid, trapsSaid, wasteSaid } from './workshop-words';

/** What the page shows of a batch, in words and places. */
@Injectable()
export class WorkshopView {
  readonly #store = inject(WorkshopStore);
  readonly #clock = inject(TodayClock);
  readonly system = inject(UnitChoice).system;
  readonly currency = inject(CurrencyChoice).currency;
  /** Room of the plan, px. */
  readonly room = signal(566);

  readonly designs = computed<ReadonlyMap<string, Design>>(
    () => new Map(this.#store.of().flatMap(({ id, design }) => (design ? [[id, design.document] as const] : []))),
  );
  /** Names of parts: with the design in front where there are several. */
  readonly names = computed<ReadonlyMap<string, string>>(() => {
    const many = this.#store.of().length > 1;
    return new Map(
      this.#store.parts().map(({ id, line, part }) => {
        const design = this.designs().get(line);
        const label = design?.sections.find((section) => section.id === part.section)?.label ?? '';
        const name = partName(part, label);
        return [id, many ? `${name}, ${this.#store.of().find((one) => one.id === line)?.name ?? ''}` : name];
      }),
    );
  });
  readonly layout = computed(() => {
    const plan = this.#store.plan();
    return plan ? planLayout(plan, this.room()) : null;
  });
  readonly boards = computed(() => this.#store.plan()?.boards.reduce((sum, { plan }) => sum + plan.boards, 0) ?? 0);
  readonly sheets = computed(() => this.#store.plan()?.sheets.reduce((sum, { sheets }) => sum + sheets.length, 0) ?? 0);
  readonly cost = computed(() => {
    const plan = this.#store.plan();
    return plan ? boardsCost(plan, this.#store.rows()) : null;
  });
  readonly bill = computed(() => {
    const plan = this.#store.plan();
    return plan
      ? billOf(
          plan,
          this.#store.bought(),
          {
            stock: this.#store.rows(),
            goods: this.#store.goods(),
            designs: this.designs(),
            cut: this.#store.cutOn() !== null,
          },
          this.system(),
        )
      : null;
  });
  readonly faults = computed(() => {
    const work = this.#store.work();
    if (work instanceof DomainError) return [`The sizes of a design do not fit together: ${work.message}.`];
    return (this.#store.plan()?.faults ?? []).map((fault) =>
      faultSaid(fault, this.#store.parts(), (part) => this.names().get(part.id) ?? part.name, this.system()),
    );
  });
  /** A piece is wider than every board: it can be made of two. */
  readonly tooWide = computed(() => this.#store.plan()?.faults.some(({ reason }) => reason === 'too-wide') ?? false);
  readonly answer = computed(() => {
    const traps = trapsSaid(this.#store.count());
    const plan = this.#store.plan();
    if (this.#store.lines().length === 0) return { traps: 'Nothing to saw yet', from: '', each: '' };
    if (!plan || this.#store.stale()) return { traps, from: 'being planned', each: '' };
    if (this.faults().length > 0) return { traps, from: 'not all of it can be cut', each: '' };
    const from = boardsAndSheets(this.boards(), this.sheets());
    const total = this.cost()?.asBought ?? 0;
    const each = total > 0 ? moneySaid(total / this.#store.count(), this.currency(), true) : '';
    return { traps, from: each === '' ? `from ${from}` : from, each };
  });
  readonly waste = computed(() => wasteSaid(this.#store.plan()?.boards ?? [], this.system()));
  readonly least = computed(() => leastSaid(this.#store.plan()?.boards ?? []));
  /** Boards of the plan that are wet, while nothing is cut wider for that. */
  readonly wet = computed(() => {
    if (this.#store.batch()?.wetAllowance === true || this.#store.cutOn() !== null) return null;
    const used = new Set(this.#store.plan()?.use.map(({ row }) => row));
    const wet = this.#store.goods().filter((row) => row.wet === true && used.has(row.id));
    return wet.length === 0 ? null : wet.map(({ name }) => name).join(', ');
  });
  /** What keeps it from being cut off from Stores. */
  readonly lacking = computed(() =>
    this.#store
      .lacking()
      .map(({ name, have, count }) => `Stores has ${have} of ${name}, this plan takes ${count}.`)
      .join(' '),
  );
  readonly refused = computed(() => {
    const refused = this.#store.refused();
    return refused && refusedSaid(refused, refused, this.system());
  });
  readonly working = computed(() => {
    const groups = this.#store.plan()?.boards ?? [];
    return {
      formula: 'lost = all boards − pieces − offcuts kept; least possible = the bound no plan of these boards is below',
      inputs: [
        ['saw cut', figureText(this.#store.kerf(), 'length', this.system())] as const,
        ...groups.map(
          ({ letter, plan }) =>
            [`${letter}: plan against bound`, `${moneyText(plan.cost)} against ${moneyText(plan.lowerBound)}`] as const,
        ),
      ],
      source:
        'Cutting stock; bound of pairs of pieces and of material. An offcut counts a tenth of its price and a board in Stores nine tenths, so that they are used first.',
      sure: 'A plan called proved is the cheapest; a gap is what may still be found, not what will be.',
    };
  });
  readonly sharedSaid = computed(() => {
    const shared = this.layout()?.shared ?? [];
    const say = (value: number): string => figureText(value, 'length', this.system());
    const stop = shared.length > 1 ? `; ${shared.join(' and ')} share marks: set the stop once` : '';
    return `from the raw end, trim ${say(this.#store.trimStart())}, saw cut ${say(this.#store.kerf())}${stop}`;
  });
  readonly kerf = computed(() => figureOf(this.#store.kerf(), 'length', this.system()).text);
  readonly day = computed(() => {
    const today = this.#clock.today();
    return today === null ? '' : dayLong(today);
  });
  readonly version = computed(() => {
    const version = this.#store.version();
    if (!this.#store.of()[0]?.design) return '';
    return version === null ? 'not saved as a version' : `version ${version}`;
  });
  readonly sheetAsked = computed<SheetAsked | null>(() => {
    const [plan, bill] = [this.#store.plan(), this.bill()];
    if (!plan || !bill) return null;
    return {
      name: this.#store.name(),
      version: this.version(),
      day: this.day(),
      designs: this.#store.of().flatMap(({ design, count }) => (design ? [{ design: design.document, count }] : [])),
      plan,
      parts: this.#store.parts(),
      names: this.names(),
      stock: this.#store.rows(),
      bill,
      system: this.system(),
    };
  });
  readonly templates = computed(() =>
    this.#store.of().flatMap(({ id, design }) => {
      const parts = this.#store.parts().filter(({ line }) => line === id);
      return design ? templatesOf(design.document, parts, this.names(), this.system()) : [];
    }),
  );
}
