import type { EvidenceDto } from '@yewridge/contract/evidence';
import { ALL_YEARS, evidenceRecords } from '@yewridge/core/field';
import { createHash } from 'node:crypto';
import type { Database } from '../db/database.js';
import type { View } from '../shared/remembered/view.js';
import type { SeasonMemory } from '../shared/season-clock/season-memory.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

const CODE_LETTERS = 8;

/** Reads what Evidence is worked out from: every stretch at risk, and what is known of it. */
export class EvidenceService {
  readonly #records: View<EvidenceDto>;

  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    private readonly memory: SeasonMemory,
  ) {
    this.#records = log.view();
  }

  records(): Promise<EvidenceDto> {
    const { log, memory } = this;
    return this.#records.ask(async () => ({
      ...evidenceRecords(
        {
          stays: await log.stays(ALL_YEARS),
          traps: await log.traps(),
          baits: await log.baits(ALL_YEARS),
          emptyLooks: await log.emptyLooks(),
          catches: await log.catches(),
          window: await log.exposure(),
          scouts: await memory.scouts(),
          learnt: await memory.learntAnyway(),
          uses: await log.uses(),
        },
        log.now(),
      ),
      keeper: await this.keeper(),
    }));
  }

  /** Who handed on a file, without saying who: the same in every file of this workspace, and nothing can be read back from it. */
  private async keeper(): Promise<string | null> {
    const [row] = await this.database.source.query<{ workspace: string }[]>('SELECT workspace FROM "edition"');
    if (!row) return null;
    return `k-${createHash('sha256').update(row.workspace).digest('hex').slice(0, CODE_LETTERS)}`;
  }
}
