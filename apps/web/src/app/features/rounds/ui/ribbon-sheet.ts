import { type CatchBin, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { DayScale } from '../../../shared/season/day-axis';
import type { RibbonLine } from '../data/ribbon-rows';

export const CURVE_PX = 88;
export const AXIS_PX = 20;
export const TOP_PX = CURVE_PX + AXIS_PX;

/** Colours of the theme, by the names of the tokens. */
export type Ink = Readonly<
  Record<
    | 'ink'
    | 'ink2'
    | 'rule'
    | 'rule2'
    | 'sheet'
    | 'sheet2'
    | 'yew'
    | 'yew2'
    | 'clay'
    | 'clay2'
    | 'catch'
    | 'catch2'
    | 'paper',
    string
  >
>;

export interface RibbonPicture {
  readonly lines: readonly RibbonLine[];
  readonly scale: DayScale;
  readonly today: IsoDate;
  readonly friday: IsoDate;
  readonly hemisphere: Hemisphere;
  readonly curve: readonly CatchBin[];
  /** Arrivals of the season under way. */
  readonly arrivals: readonly IsoDate[];
  readonly seasonEnd: IsoDate | null;
}
/** The part of the sheet that is seen. */
export interface RibbonView {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly top: number;
  /** Line and day under the pointer or the keys. */
  readonly at: { readonly line: number; readonly date: IsoDate } | null;
}

/** All that one stroke needs to know of the sheet it is drawn on. */
export interface Sheet {
  readonly pen: CanvasRenderingContext2D;
  readonly picture: RibbonPicture;
  readonly view: RibbonView;
  readonly ink: Ink;
  readonly font: string;
  readonly from: IsoDate;
  readonly to: IsoDate;
  readonly xAt: (date: IsoDate) => number;
}

/** Arrivals that belong to the season of a day. */
export function arrivalsOf(
  arrivals: readonly { readonly date: IsoDate; readonly season: number }[],
  today: IsoDate,
  hemisphere: Hemisphere,
): readonly IsoDate[] {
  const { season } = seasonDay(today, hemisphere);
  return arrivals.filter((one) => one.season === season).map(({ date }) => date);
}
