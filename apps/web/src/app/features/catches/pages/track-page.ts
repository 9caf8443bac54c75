import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type IsoDate, seasonDay } from '@yewridge/core/season';
import { CallsWaiting } from '../../../shared/calls/calls-waiting';
import { Segments } from '../../../shared/fields/segments';
import { KeyMap } from '../../../shared/keys/key-map';
import { ElementSizeDirective } from '../../../shared/layout/element-size';
import { narrowWindow } from '../../../shared/layout/narrow';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { callsLink, hangLink, newCallLink, newCatchLink } from '../../../shared/routes/paths';
import { axisMarks, xAt, xOf } from '../../../shared/season/day-axis';
import { monthDay } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { CatchesApi } from '../data/catches-api';
import { inSeason, lastDay, seasonScale, type Span, SPAN_NAMES, SPANS, weeksAround } from '../data/track-scale';
import {
  byNowWords,
  type ColonyGroup,
  colonyGroups,
  type ColonyRow,
  daysShown,
  MARK_NAMES,
  seasonLines,
  trackAnswer,
} from '../data/track-words';
import { HOURS, type Lane, twoNights } from '../data/two-nights';
import { ColonyLine, titleOf } from '../ui/colony-line';
import { SeasonRows } from '../ui/season-rows';
import { TrackLegend } from '../ui/track-legend';
import { TwoNightsDrawing } from '../ui/two-nights';

const NARROW_PX = 980;
const NONE = 'none';

/** Every colony along its days, from first sight to a settled colony, with its next step at tonight's line. */
@Component({
  selector: 'yw-track-page',
  imports: [
    CallsWaiting,
    ColonyLine,
    ElementSizeDirective,
    Empty,
    Failed,
    PageHeader,
    RouterLink,
    SeasonRows,
    Segments,
    TrackLegend,
    TwoNightsDrawing,
    Waiting,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './track-page.html',
  styleUrl: './track-page.scss',
})
export class TrackPage {
  /** The season that is set beside this one. */
  readonly season = input<string>();
  readonly span = input<string>();
  /** The row that is open, or `none`. */
  readonly row = input<string>();

  readonly #api = inject(CatchesApi);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly half = this.#clock.hemisphere;
  protected readonly view = viewOf(() => this.#api.track());
  protected readonly links = { newCatch: newCatchLink(), hang: hangLink(), newCall: newCallLink(), calls: callsLink() };
  protected readonly plotWidth = signal(0);
  /** As the style sheet has it: then a row's next step stands above its days. */
  protected readonly narrow = narrowWindow(NARROW_PX);
  protected readonly sheet = viewChild<ElementRef<HTMLElement>>('sheet');
  protected readonly spans = computed(() =>
    SPANS.map((id) => ({ id, name: id === 'month' && this.narrow() ? 'Three weeks' : SPAN_NAMES[id] })),
  );
  /** A mark of a row that the arrow keys stand on. */
  protected readonly said = signal('');
  #mark = -1;

  protected readonly today = computed(() => this.view.data()?.today ?? '');
  protected readonly byNow = computed(() => {
    const track = this.view.data();
    return track ? byNowWords(track, this.half()) : '';
  });
  readonly #own = computed(() => (this.today() === '' ? null : seasonDay(this.today(), this.half()).season));
  protected readonly lines = computed(() => {
    const track = this.view.data();
    return track ? seasonLines(track, this.half(), this.#system()) : [];
  });
  /** A season of before: the one that was asked for, else the last; on a telephone only when asked for. */
  protected readonly past = computed(() => {
    const years = this.lines()
      .map(({ season }) => season)
      .filter((year) => year !== this.#own());
    const asked = Number(this.season());
    if (years.includes(asked)) return asked;
    return this.narrow() || this.season() === NONE ? null : (years[0] ?? null);
  });
  protected readonly groups = computed((): readonly ColonyGroup[] => {
    const track = this.view.data();
    return track ? colonyGroups(track, { half: this.half(), system: this.#system(), past: this.past() }) : [];
  });
  protected readonly chosenSpan = computed((): Span => {
    const asked = SPANS.find((id) => id === this.span());
    if (asked) return asked;
    // With nothing about tonight, the season says more than seven empty weeks.
    const near = this.groups().some(({ id, rows }) => id === 'hand' && rows.length > 0);
    const shown = (day: IsoDate): boolean => day >= weeksAround(this.today(), 0, false).first;
    const recent = this.groups().some(({ id, rows }) => id === 'settled' && rows.some(({ from }) => shown(from)));
    return near || recent ? 'month' : 'season';
  });
  protected readonly scale = computed(() => {
    const [today, width] = [this.today(), this.plotWidth()];
    if (this.chosenSpan() === 'month') return weeksAround(today, width, this.narrow());
    return seasonScale([...daysShown(this.groups(), this.#own() ?? 0, this.half()), today], width);
  });
  protected readonly pastScale = computed(() => inSeason(this.scale(), this.past() ?? 0, this.half()));
  protected readonly tonight = computed(() => {
    const now = this.view.data()?.now;
    return now === undefined ? null : xAt(this.scale(), now);
  });
  protected readonly tonightWords = computed(() => `tonight, ${monthDay(this.today())}`);
  protected readonly marks = computed(() => {
    const scale = this.scale();
    if (scale.dayPx <= 0) return [];
    const marks = axisMarks({ dayPx: Math.min(scale.dayPx, 13) }, scale.first, lastDay(scale));
    return marks.map((mark) => ({ ...mark, x: xOf(scale, mark.date) }));
  });
  protected readonly answer = computed(() => {
    const track = this.view.data();
    return track ? trackAnswer(track, this.half()) : 'Catches';
  });
  /** The row that is open: the one asked for, else the first that has something to show. */
  protected readonly open = computed(() => {
    const hand = this.groups().find(({ id }) => id === 'hand')?.rows ?? [];
    const asked = this.row();
    if (asked === NONE || (asked === undefined && this.narrow())) return null;
    return hand.find(({ id }) => id === asked) ?? (asked === undefined ? hand[0] : undefined) ?? null;
  });
  protected readonly nights = computed(() => {
    const track = this.view.data();
    const plan = this.open()?.plan;
    return track && plan ? twoNights(plan, track.now, track.nights) : null;
  });
  protected readonly steps = computed(() => this.open()?.soon ?? []);
  /** The days of the drawing of the nights on the axis above it, px. */
  protected readonly window = computed(() => {
    const nights = this.nights();
    if (!nights) return null;
    const from = xAt(this.scale(), `${nights.date}T${String(nights.hour).padStart(2, '0')}:00`);
    return { from, to: from + (HOURS / 24) * this.scale().dayPx };
  });

  constructor() {
    inject(KeyMap).add(
      [{ sequence: 'n', says: 'Log a catch', run: () => void this.#router.navigate([...this.links.newCatch]) }],
      inject(DestroyRef),
    );
  }

  protected laneName(lane: Lane, { place, wentTo }: ColonyRow): string {
    if (lane === 'tree') return place;
    return lane === 'shade' ? 'in deep shade' : (wentTo ?? 'where it is to stand');
  }

  protected toggle(row: ColonyRow): void {
    void this.#go({ row: this.open()?.id === row.id ? NONE : row.id });
  }

  protected compare(season: number): void {
    void this.#go({ season: this.past() === season ? NONE : String(season) });
  }

  protected zoom(span: string): void {
    void this.#go({ span });
  }

  /** Up and down from row to row, left and right from mark to mark of one. */
  protected pressed(event: KeyboardEvent, row: ColonyRow): void {
    const step = { ArrowUp: -1, ArrowDown: 1, ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      const names = [...(this.sheet()?.nativeElement.querySelectorAll<HTMLElement>('.who > .name') ?? [])];
      names[names.indexOf(event.currentTarget as HTMLElement) + step]?.focus();
      return;
    }
    const marks = [...row.track.marks].sort((a, b) => (a.at < b.at ? -1 : 1));
    this.#mark = Math.min(marks.length - 1, Math.max(0, this.#mark + step));
    const mark = marks[this.#mark];
    this.said.set(mark ? `${row.number}, ${titleOf(mark)}` : '');
  }

  protected entered(row: ColonyRow): void {
    this.#mark = -1;
    const marks = row.track.marks.filter(({ expected }) => !expected);
    const last = marks.at(-1);
    this.said.set(last ? `${row.number} ${row.place}: ${MARK_NAMES[last.kind]}, ${row.size}` : '');
  }

  #go(queryParams: Readonly<Record<string, string>>): Promise<boolean> {
    return this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
