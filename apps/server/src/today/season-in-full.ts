import type { SeasonSheetDto } from '@yewridge/contract/today';
import { ALL_YEARS, seasonSheet } from '@yewridge/core/field';
import type { Shade } from '@yewridge/core/season';
import type { SeasonMemory } from '../shared/season-clock/season-memory.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

/** Reads what the season in full rests on. */
export class SeasonInFull {
  constructor(
    private readonly log: SeasonLog,
    private readonly memory: SeasonMemory,
  ) {}

  /** `exposure`: how the lures would hang. */
  async now(exposure: Shade): Promise<SeasonSheetDto> {
    const clock = await this.memory.clock();
    return seasonSheet(
      {
        clock,
        places: await this.log.places(),
        catches: await this.log.catches(),
        scouts: await this.memory.scouts(),
        learnt: await this.memory.learnt(),
        weather: await this.log.weather({ ...ALL_YEARS, to: clock?.prediction.takeIn ?? this.log.today() }),
      },
      this.log.now().hemisphere,
      exposure,
    );
  }
}
