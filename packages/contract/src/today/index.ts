export type {
  Day as TodayDto,
  FirstSeason as FirstSeasonDto,
  LurePlan as LurePlanDto,
  SeasonClock as SeasonClockDto,
  SeasonSheet as SeasonSheetDto,
  WeatherLine as DayWeatherDto,
} from '@yewridge/core/field';
