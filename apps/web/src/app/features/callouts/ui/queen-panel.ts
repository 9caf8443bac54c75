import { minuteAfter } from '@yewridge/core/shared/calendar';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { RecordDto } from '@yewridge/contract/season';
import type { CallQueenSign, CallQueenVerdict } from '@yewridge/core/callouts';
import { WorkingButton } from '../../../shared/layout/working-button';
import { stepTime } from '../../../shared/season/step-words';
import { decimalText } from '../../../shared/units/format';
import { QUEEN_LOOKS, QUEEN_NOTES, SIGN_NAMES, VERDICT_WORDS } from '../data/work-words';

const BEHAVIOURS: readonly CallQueenSign[] = [
  'clustering',
  'fanning',
  'entering',
  'orienting',
  'frantic',
  'leaving',
  'dispersed',
  'secondCluster',
  'roar',
];
const SEEN: readonly CallQueenSign[] = ['caged', 'seenIn', 'seenOutside', 'eggs', 'queenCells', 'multipleEggs'];

/** Whether the queen is with them: what was seen with its hour, the verdict in words, and when to look again. */
@Component({
  selector: 'yw-queen-panel',
  imports: [WorkingButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (verdict(); as found) {
      <p class="verdict">
        <strong>{{ words() }}</strong>
        <yw-working-button of="whether the queen is with them" [open]="working()" (toggled)="working.set(!working())" />
      </p>
      @if (look(); as again) {
        <p>{{ again }}</p>
      }
      @if (working()) {
        <p class="working">
          Counted as {{ number() }} of 1, from the share of the bees that was taken ({{ prior() }}) and the signs below.
          Each weight is an estimate of ours, give or take a half: a way of counting, not a frequency.
        </p>
      }
      @for (note of notes(); track note) {
        <p class="note">{{ note }}</p>
      }
    }
    <ul aria-label="What was seen">
      @for (sign of seen(); track sign.id) {
        <li>
          <span class="when">{{ sign.when }}</span> {{ sign.name }}
          <button type="button" class="quiet" (click)="unsaid.emit(sign.id)">
            Not so<span class="visually-hidden"> “{{ sign.name }}”</span>
          </button>
        </li>
      } @empty {
        <li class="note">Watch them for ten minutes and tap what you see.</li>
      }
    </ul>
    <div class="signs" role="group" aria-label="What do they do?">
      @for (sign of choices; track sign.id) {
        <button type="button" (click)="said.emit(sign.id)">{{ sign.name }}</button>
      }
    </div>
  `,
  styles: `
    p {
      margin: 0 0 6px;
    }
    .verdict {
      display: flex;
      align-items: center;
      gap: var(--s2);
      font-size: var(--t-m);
    }
    .note,
    .working {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    ul {
      margin: 0 0 var(--s2);
      padding: 0;
      list-style: none;
    }
    li {
      padding: 3px 0;
    }
    .when {
      padding-right: 6px;
      color: var(--ink-2);
      font-variant-numeric: tabular-nums;
    }
    .signs {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 6px;
    }
    .signs button {
      min-height: 48px;
      padding: 4px 8px;
      border: 1px solid var(--edge);
      border-radius: var(--r1);
      background: var(--sheet);
      color: var(--ink);
      text-align: left;
      cursor: pointer;
    }
  `,
})
export class QueenPanel {
  readonly verdict = input.required<CallQueenVerdict | null>();
  readonly signs = input.required<readonly RecordDto<'signs'>[]>();
  /** Local minute the box has stood still since. */
  readonly since = input.required<string | null>();
  readonly now = input.required<string>();
  readonly said = output<CallQueenSign>();
  readonly unsaid = output<string>();

  protected readonly working = signal(false);
  protected readonly choices = [...BEHAVIOURS, ...SEEN].map((id) => ({ id, name: SIGN_NAMES[id] }));
  protected readonly words = computed(() => {
    const found = this.verdict();
    return found ? VERDICT_WORDS[found.verdict] : '';
  });
  protected readonly number = computed(() => decimalText(this.verdict()?.probability ?? 0, 2));
  protected readonly prior = computed(() => decimalText(this.verdict()?.prior ?? 0, 2));
  protected readonly notes = computed(() => (this.verdict()?.notes ?? []).map((code) => QUEEN_NOTES[code] ?? code));
  protected readonly look = computed(() => {
    const [look, since] = [this.verdict()?.look, this.since()];
    if (!look || since === null) return null;
    const at = minuteAfter(since, look.at);
    const when = at <= this.now() ? 'now' : `at ${stepTime(at, this.now().slice(0, 10))}`;
    return `${QUEEN_LOOKS[look.code] ?? look.code}, ${when}.`;
  });
  protected readonly seen = computed(() =>
    this.signs().map(({ id, at, sign }) => ({
      id,
      when: stepTime(at, this.now().slice(0, 10)),
      name: SIGN_NAMES[sign],
    })),
  );
}
