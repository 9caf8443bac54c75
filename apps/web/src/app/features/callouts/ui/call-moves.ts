import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ActDto } from '@yewridge/contract/season';
import { callLinks } from '../../../shared/routes/paths';
import { addDays } from '@yewridge/core/season';
import { callAct, loseAct, reuniteAct, settleAct, takenAct, uniteAct } from '../data/call-acts';
import { moveFault } from '../data/call-answer';
import type { OpenCall } from '../data/open-call';

type Asked = 'decline' | 'refer' | 'postpone' | 'rest' | 'reunite' | 'lose' | 'unite' | null;
const ASKS: Readonly<Record<Exclude<Asked, null>, { readonly says: string; readonly button: string }>> = {
  decline: { says: 'Why not?', button: 'Decline it' },
  refer: { says: 'Whom did you pass it on to?', button: 'Pass it on' },
  postpone: { says: 'Why does it wait?', button: 'Put it off to tomorrow' },
  rest: { says: 'Where does the box rest?', button: 'The box rests' },
  reunite: { says: 'Where do they stand?', button: 'Joined' },
  lose: { says: 'What happened?', button: 'They are lost' },
  unite: { says: 'With which colony?', button: 'United' },
};
const LATER: readonly string[] = ['called', 'planned', 'onSite'];

/** Where a call-out can go from here: the next thing large, what ends it small, and what is still to be said first. */
@Component({
  selector: 'yw-call-moves',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = open().one()!;
    @switch (one.call.state) {
      @case ('called') {
        <button type="button" class="next" [attr.aria-disabled]="fault('plan') !== null" (click)="plan()">
          Plan it <small>{{ fault('plan') ?? 'what to take, when to start' }}</small>
        </button>
      }
      @case ('planned') {
        <a class="next" [routerLink]="links().leaving">Before leaving <small>what to take, when to start</small></a>
        <div class="two">
          <button type="button" class="button" (click)="onMyWay()">
            {{ one.call.onMyWayAt ? 'On my way since ' + one.call.onMyWayAt.slice(11) : 'On my way' }}
          </button>
          <button type="button" class="button filled" (click)="arrive()">I am there</button>
        </div>
      }
      @case ('onSite') {
        <a class="next" [routerLink]="links().live">Start work <small>cautions first</small></a>
        <button type="button" class="button" (click)="gone()">They had flown; I looked round</button>
      }
      @case ('collecting') {
        <a class="next" [routerLink]="links().live">The live screen</a>
      }
      @case ('paused') {
        <a class="next" [routerLink]="links().live">The live screen</a>
      }
      @case ('closing') {
        <a class="next" [routerLink]="links().live">Close down</a>
      }
      @case ('closed') {
        <button type="button" class="next" (click)="ask('rest')">
          The box rests <small>shaded, cool, mesh free</small>
        </button>
        <div class="two">
          <button type="button" class="button" (click)="ask('reunite')">Joined here</button>
          <button type="button" class="button" (click)="reopen()">Open it again</button>
        </div>
      }
      @case ('resting') {
        <button type="button" class="next" (click)="ask('reunite')">Joined with their comb or hive</button>
        <button type="button" class="button" (click)="ask('lose')">The box is empty</button>
      }
      @case ('reunited') {
        <button type="button" class="next" [attr.aria-disabled]="settleFault() !== null" (click)="settle()">
          Settled <small>{{ settleFault() ?? 'eggs were seen' }}</small>
        </button>
        <div class="two">
          <button type="button" class="button" (click)="ask('unite')">United</button>
          <button type="button" class="button" (click)="ask('lose')">Lost</button>
        </div>
      }
    }
    @if (later()) {
      <div class="two ends">
        @if (one.call.state !== 'called') {
          <button type="button" class="quiet" (click)="ask('postpone')">Put it off</button>
        }
        <button type="button" class="quiet" (click)="ask('refer')">Pass it on</button>
        <button type="button" class="quiet" (click)="ask('decline')">Decline</button>
      </div>
    }
    @if (asked(); as what) {
      <div class="asked">
        <label
          >{{ asks[what].says }}
          <input #text maxlength="80" [value]="said()" (input)="said.set(text.value)" (keydown.enter)="answer()" />
        </label>
        @if (what === 'unite') {
          <span class="health" role="group" aria-label="The look for disease said">
            @for (look of looks; track look.id) {
              <button
                type="button"
                class="button"
                [attr.aria-pressed]="health() === look.id"
                (click)="health.set(look.id)"
              >
                {{ look.name }}
              </button>
            }
          </span>
        }
        <button type="button" class="button filled" [disabled]="!whole()" (click)="answer()">
          {{ asks[what].button }}
        </button>
      </div>
    }
  `,
  styleUrl: './call-moves.scss',
})
export class CallMoves {
  readonly open = input.required<OpenCall>();
  readonly done = output();

  protected readonly asks = ASKS;
  protected readonly looks = [
    { id: 'clean', name: 'brood looked at, clean' },
    { id: 'noBrood', name: 'no brood to look at' },
    { id: 'doubtful', name: 'doubtful' },
  ] as const;
  readonly #state = computed(() => this.open().one()?.call.state ?? null);
  protected readonly asked = linkedSignal<unknown, Asked>({ source: this.#state, computation: () => null });
  protected readonly said = signal('');
  protected readonly health = signal<'clean' | 'noBrood' | 'doubtful' | null>(null);
  protected readonly links = computed(() => callLinks(this.open().one()?.call.id ?? ''));
  protected readonly later = computed(() => LATER.includes(this.#state() ?? ''));
  protected readonly whole = computed(
    () => this.said().trim() !== '' && (this.asked() !== 'unite' || this.health() !== null),
  );
  protected readonly settleFault = computed(() => this.fault('settle', { eggsSeen: this.open().now().slice(0, 10) }));

  protected fault(move: string, told: Readonly<Record<string, unknown>> = {}): string | null {
    const one = this.open().one();
    return one ? moveFault(one, move, told) : null;
  }

  protected ask(what: Asked): void {
    this.said.set('');
    this.health.set(null);
    this.asked.update((before) => (before === what ? null : what));
  }

  protected plan(): void {
    if (this.fault('plan') === null) this.open().say('planned', { state: 'planned' });
  }

  protected onMyWay(): void {
    this.open().say('on my way', { onMyWayAt: this.open().now() });
  }

  protected arrive(): void {
    this.open().say('arrived', { state: 'onSite', arrivedAt: this.open().now() });
  }

  protected gone(): void {
    this.open().say('they had flown', { state: 'gone', lookedAround: true });
  }

  protected reopen(): void {
    this.open().say('opened again', { state: 'collecting', boxesShut: null, stoppedAt: null, closingDone: null });
  }

  protected settle(): void {
    const one = this.open().one();
    if (one && this.settleFault() === null) this.open().do(settleAct(one, this.open().now().slice(0, 10)));
  }

  protected answer(): void {
    const act = this.whole() ? this.#act() : null;
    if (!act) return;
    this.asked.set(null);
    this.open().do(act);
  }

  #act(): ActDto | null {
    const [one, now, said] = [this.open().one(), this.open().now(), this.said().trim()];
    if (!one) return null;
    const today = now.slice(0, 10);
    switch (this.asked()) {
      case 'decline':
        return callAct(one, 'declined', { state: 'declined', reason: said });
      case 'refer':
        return callAct(one, `passed on to ${said}`, { state: 'referred', referredTo: said });
      case 'postpone': {
        const until = `${addDays(today, 1)}T09:00`;
        return callAct(one, 'put off', { state: 'planned', reason: said, until, plannedFor: until });
      }
      case 'rest':
        return takenAct(one, `the box rests, ${said}`, { boxAtRestAt: now }, { state: 'resting', restPlace: said });
      case 'reunite':
        return reuniteAct(one, now, said);
      case 'lose':
        return loseAct(one, today, said);
      case 'unite':
        return uniteAct(one, today, { unitedWith: said, healthLooked: this.health() });
      case null:
        return null;
    }
  }
}
