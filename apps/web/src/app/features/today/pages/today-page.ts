import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import { narrowWindow } from '../../../shared/layout/narrow';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { roundsLink, seasonClockLink } from '../../../shared/routes/paths';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { ThemeChoice } from '../../../shared/theme/theme-choice';
import { SessionStore } from '../../../shared/session/session-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { firstAnswer, isFirstSeason } from '../data/first-season';
import { basisWords, phaseWords } from '../data/season-words';
import { StepNotices } from '../data/step-notices';
import { TodayApi } from '../data/today-api';
import { dayAnswer, lightLeft, looksAsOne, type TodayGroup, todayGroups, weatherAhead } from '../data/today-lines';
import { BloomPanel } from '../ui/bloom-panel';
import { CalendarPanel } from '../ui/calendar-panel';
import { FirstSeason } from '../ui/first-season';
import { SeasonStrip } from '../ui/season-strip';
import { WeatherPanel } from '../ui/weather-panel';

/** Minutes before sunset from which the dusk light is offered. */
const DUSK_OFFERED = 45;

const isNear = ({ name }: TodayGroup): boolean => name === 'Now' || name === 'Tonight';

/** What to do now, tonight and this week, and why. */
@Component({
  selector: 'yw-today-page',
  imports: [
    NgTemplateOutlet,
    MatExpansionModule,
    FirstSeason,
    PageHeader,
    Waiting,
    Empty,
    Failed,
    RouterLink,
    SeasonStrip,
    WeatherPanel,
    BloomPanel,
    CalendarPanel,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './today-page.html',
  styleUrl: './today-page.scss',
})
export class TodayPage {
  readonly #api = inject(TodayApi);
  readonly #theme = inject(ThemeChoice);
  protected readonly keeps = inject(SessionStore).keeps;
  protected readonly clock = inject(TodayClock);
  protected readonly system = inject(UnitChoice).system;
  protected readonly links = { rounds: roundsLink(), season: seasonClockLink() };
  protected readonly view = viewOf(() => this.#api.now());

  protected readonly groups = computed(() => {
    const day = this.view.data();
    return day ? todayGroups(day, this.system()) : [];
  });
  /** On a telephone what is now and tonight fills the screen, and the rest is folded under it. */
  protected readonly narrow = narrowWindow();
  protected readonly open = computed(() =>
    this.narrow() ? this.groups().filter(isNear).map(looksAsOne) : this.groups(),
  );
  protected readonly later = computed(() => this.groups().filter((group) => !isNear(group)));
  protected readonly weather = computed(() => {
    const day = this.view.data();
    return day ? weatherAhead(day, this.system()) : '';
  });
  protected readonly beginning = computed(() => {
    const day = this.view.data();
    return day !== null && isFirstSeason(day.first);
  });
  protected readonly answer = computed(() => {
    const day = this.view.data();
    if (day && isFirstSeason(day.first)) return firstAnswer(day.first);
    return day ? dayAnswer(this.groups()) : 'Today';
  });
  protected readonly season = computed(() => {
    const season = this.view.data()?.season;
    if (!season) return null;
    const [head, sub] = phaseWords(season);
    const [rests, year] = basisWords(season);
    return { season, head, sub, rests, year };
  });
  protected readonly duskOffered = computed(() => {
    const day = this.view.data();
    const left = day && lightLeft(day);
    return typeof left === 'number' && left <= DUSK_OFFERED && this.#theme.theme() !== 'dusk';
  });

  constructor() {
    const notices = inject(StepNotices);
    effect(() => {
      notices.follow(this.view.data()?.plans ?? []);
    });
  }

  /** A folded group says what is first in it. */
  protected firstOf({ lines }: TodayGroup): string {
    const [first] = lines;
    const more = lines.length > 1 ? `, ${lines.length - 1} more` : '';
    return first ? `${first.when}: ${first.what}${more}` : '';
  }

  protected dusk(): void {
    this.#theme.choose('dusk');
  }

  protected print(): void {
    window.print();
  }
}
