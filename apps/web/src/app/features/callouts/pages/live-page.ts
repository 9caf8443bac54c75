import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { Router, RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { codesIn, workOrder } from '@yewridge/core/callouts';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { Failed, Waiting } from '../../../shared/layout/states';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { callLink } from '../../../shared/routes/paths';
import { beesText } from '../../../shared/units/format';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { AlarmCall } from '../data/alarm-call';
import { alarmClears, alarmDo, alarmHead, boxTempText } from '../data/alarm-words';
import { pieceAct, signAct, startAct, stopAct, suctionOffAct, suctionOnAct } from '../data/call-acts';
import { moveFault } from '../data/call-answer';
import { closingOf } from '../data/closing';
import { LiveJob } from '../data/live-job';
import { OpenCall } from '../data/open-call';
import { keepAwake } from '../../../shared/layout/wake-lock';
import { CAUTION_WORDS, stepSaid, whySaid } from '../data/work-words';
import { CloseForm } from '../ui/close-form';
import { CodeTicks } from '../ui/code-ticks';
import { GateMark } from '../ui/gate-mark';
import { LiveChartDrawing } from '../ui/live-chart';
import { LiveTaps, type Tap } from '../ui/live-taps';

const WORK = [
  ['changeBox', 'Change the box, or add one'],
  ['changeBattery', 'Change the battery'],
  ['clearHose', 'Clear the hose'],
  ['boxTipped', 'The box fell over'],
] as const;
/** Kelvin that a thermometer in a box can say. */
const BOX_RANGE = { min: 253.15, max: 343.15 } as const;

/** The one screen at work: the clock, the box, what is wrong and what to do of it, and taps that a glove can hit. */
@Component({
  selector: 'yw-live-page',
  imports: [
    CloseForm,
    CodeTicks,
    Failed,
    GateMark,
    LiveChartDrawing,
    LiveTaps,
    MatExpansionModule,
    MatSlideToggleModule,
    PhotoStrip,
    RouterLink,
    SizeField,
    Waiting,
  ],
  providers: [OpenCall, LiveJob],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './live-page.html',
  styleUrl: './live-page.scss',
})
export class LivePage {
  readonly id = input.required<string>();
  protected readonly open = inject(OpenCall);
  protected readonly job = inject(LiveJob);
  protected readonly calls = inject(AlarmCall);
  protected readonly outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly boxRange = BOX_RANGE;
  /** Cautions ticked, before any of it is a record. */
  protected readonly ticked = signal<readonly string[]>([]);
  protected readonly back = computed(() => callLink(this.id()));

  protected readonly state = computed(() => this.open.one()?.call.state ?? null);
  protected readonly vacuum = computed(() => this.open.rig() !== null);
  protected readonly head = computed(() => {
    const state = this.job.state();
    if (!state || !this.vacuum()) return this.open.one()?.call.place ?? '';
    return `${beesText(state.beesIn)} bees in, ${beesText(state.toGo)} to go`;
  });
  protected readonly hasLine = computed(() => !this.outbox.unreachable() && this.outbox.waiting() === 0);
  protected readonly alarm = computed(() => {
    const worst = this.job.worst();
    if (!worst) return null;
    const act = alarmDo(worst, this.job.state()?.running ?? false);
    return {
      code: worst.code,
      severity: worst.severity,
      head: alarmHead(worst, this.#system()),
      now: act.now,
      then: [act.then, alarmClears(worst, this.#system())].filter((part) => part !== '').join(' '),
      more: this.job.alarms().length - 1,
    };
  });
  protected readonly boxText = computed(() => {
    const box = this.job.box();
    return box ? boxTempText(box.temp, this.#system()) : 'not read yet';
  });
  protected readonly cautionLines = computed(() =>
    this.open.cautions().map((code) => ({ code, says: CAUTION_WORDS[code] ?? code })),
  );
  protected readonly allTicked = computed(() => this.open.cautions().every((code) => this.ticked().includes(code)));
  protected readonly startFault = computed(() => {
    const one = this.open.one();
    if (!one) return null;
    if (!this.allTicked()) return 'Tick every caution first.';
    return moveFault(one, 'start', { startedAt: this.job.second(), cautions: true });
  });
  protected readonly startOrder = computed(() =>
    workOrder({ task: 'start' }).steps.map(({ code, reason }) => ({ says: stepSaid(code), why: whySaid(reason) })),
  );
  /** What is done between, each with the port shut first. */
  protected readonly between = WORK.map(([task, name]) => ({
    name,
    steps: workOrder({ task }).steps.map(({ code, reason }) => ({ says: stepSaid(code), why: whySaid(reason) })),
  }));
  protected readonly closing = computed(() => {
    const one = this.open.one();
    return one && closingOf(one, this.open.rig());
  });
  protected readonly closeDone = computed(() => codesIn(this.open.one()?.call.closingDone ?? null));
  protected readonly nextStep = computed(() => {
    const lines = this.closing()?.lines ?? [];
    const n = lines.findIndex(({ code }) => !this.closeDone().includes(code));
    const line = lines[n];
    return line ? { ...line, n: n + 1, of: lines.length } : null;
  });
  protected readonly closeFault = computed(() => {
    const one = this.open.one();
    const open = this.nextStep();
    if (open) return `Still open: ${open.says.toLowerCase()}.`;
    return one ? moveFault(one, 'close', { boxesShut: true }) : null;
  });

  constructor() {
    const owner = inject(DestroyRef);
    this.open.clock.watch(owner);
    // The taps hold an Undo of their own, and the head says what is kept.
    this.outbox.saidOnPage.set(true);
    owner.onDestroy(() => {
      this.outbox.saidOnPage.set(false);
    });
    keepAwake();
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.open.open(id);
      });
    });
    // By sound and vibration, never by colour alone; once for each that is new or worse.
    let before = '';
    effect(() => {
      const worst = this.job.worst();
      const now = worst ? `${worst.code} ${worst.severity}` : '';
      if (now !== before && worst && worst.severity !== 'watch')
        untracked(() => {
          this.calls.call();
        });
      before = now;
    });
  }

  protected start(): void {
    const one = this.open.one();
    if (!one || this.startFault() !== null) return;
    this.open.do(startAct(one, this.open.rig(), this.job.second(), this.open.cautions()));
  }

  protected suction(): void {
    const one = this.open.one();
    if (!one) return;
    const second = this.job.second();
    this.open.do(this.job.state()?.running ? suctionOffAct(one, second, this.job.peak()) : suctionOnAct(one, second));
  }

  protected stop(): void {
    const one = this.open.one();
    if (one) this.open.do(stopAct(one, this.job.second(), this.job.peak()));
  }

  protected tap(what: Tap): void {
    const one = this.open.one();
    if (!one) return;
    const [second, minute] = [this.job.second(), this.open.now()];
    switch (what) {
      case 'brood':
      case 'honey':
        this.open.do(pieceAct(one, what, second));
        break;
      case 'boxFull':
        this.open.sayTaken('a box full', { boxesFull: (one.collection?.boxesFull ?? 0) + 1 });
        break;
      case 'seen':
        this.open.do(signAct(one, 'seenIn', minute, { says: 'the queen seen in the box' }));
        break;
      case 'caged':
        this.open.do(signAct(one, 'caged', minute, { says: 'the queen caged' }));
        break;
      case 'dead':
        this.open.sayTaken('ten dead seen', { deadSeen: (one.collection?.deadSeen ?? 0) + 10 });
        break;
      case 'battery':
        this.open.sayTaken('battery changed', { batteryChangedAt: second });
        break;
      case 'undo':
        this.outbox.undoLast();
        break;
    }
  }

  protected sayTaken(change: Partial<Fields<'collections'>>, says: string): void {
    this.open.sayTaken(says, change);
  }

  protected closed(done: readonly string[]): void {
    this.open.say('closing down, a step done', { closingDone: done.join(',') || null });
  }

  protected stepDone(): void {
    const next = this.nextStep();
    if (next) this.closed([...this.closeDone(), next.code]);
  }

  protected close(): void {
    if (this.closeFault() !== null) return;
    this.open.say('boxes shut', { state: 'closed', boxesShut: true });
    void this.#router.navigate([...this.back()]);
  }

  protected faster(on: boolean): void {
    this.open.clock.goes(on ? 20 : 1);
  }

  protected read(kelvin: number): void {
    this.job.read(kelvin);
    const known = this.open.one()?.collection?.peakTempK ?? 0;
    if (kelvin > known) this.open.sayTaken('the box read', { peakTempK: kelvin });
  }
}
