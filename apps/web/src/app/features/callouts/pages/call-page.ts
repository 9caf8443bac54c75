import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { CallDto } from '@yewridge/contract/callouts';
import type { Fields } from '@yewridge/contract/season';
import { type CallQueenSign, honeyOf, lossOf } from '@yewridge/core/callouts';
import { reasonSaid, verdictSaid, whomSaid, whomToCall } from '../../../shared/calls/call-words';
import { Caution } from '../../../shared/layout/caution';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import { KeptFields } from '../../../shared/records/kept-fields';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { callLinks, catchLink, groundLink } from '../../../shared/routes/paths';
import { capital } from '../../../shared/units/format';
import { AskNext } from '../ui/ask-next';
import { CallFrame } from '../ui/call-frame';
import { CallMoves } from '../ui/call-moves';
import { CallSteps } from '../ui/call-steps';
import { QueenPanel } from '../ui/queen-panel';
import { type TaskChange, signAct, taskAct, unsignAct } from '../data/call-acts';
import { callAnswer } from '../data/call-answer';
import { aboutLines, lossLines, nestLines } from '../data/call-lines';
import { CALLER_TEXT } from '../data/caller-text';
import { restSaid } from '../data/heat-words';
import { honeyLabel, honeyLabelPdf } from '../data/honey-label';
import { OpenCall } from '../data/open-call';
import { honeySaid, lossSaid } from '../data/taken-words';
import { SIGN_NAMES } from '../data/work-words';
import { REUNITE_NAMES } from '../../../shared/calls/call-words';

const AFTER: readonly string[] = ['closed', 'resting', 'reunited', 'settled', 'united', 'lost'];
const AT_REST: readonly string[] = ['closed', 'resting'];
const BEFORE: readonly string[] = ['called', 'planned', 'onSite'];

/** One call-out: what to ask, whether to go, what to do next, and what became of the bees. */
@Component({
  selector: 'yw-call-page',
  imports: [AskNext, CallFrame, CallMoves, CallSteps, Caution, KeptFields, PhotoStrip, QueenPanel, RouterLink],
  providers: [OpenCall],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './call-page.html',
  styleUrl: './call-page.scss',
})
export class CallPage {
  readonly id = input.required<string>();
  /** Touched on the map. */
  readonly lat = input<string>();
  readonly lon = input<string>();

  readonly #router = inject(Router);
  protected readonly open = inject(OpenCall);
  protected readonly callerText = CALLER_TEXT;
  protected readonly copied = signal(false);
  protected readonly labelFailed = signal(false);
  protected readonly reasonSaid = reasonSaid;
  protected readonly catchLink = catchLink;

  readonly #kind = computed(() => this.open.one()?.call.kind ?? 'unknown');
  protected readonly about = computed(() => aboutLines(this.#kind(), this.open.view.data()?.sites ?? []));
  protected readonly nest = computed(() => nestLines(this.#kind()));
  protected readonly ground = groundLink();
  protected readonly links = computed(() => callLinks(this.id()));
  protected readonly answer = computed(() => {
    const [one, triage] = [this.open.one(), this.open.triage()];
    if (!one || !triage) return 'A call';
    return callAnswer(one, {
      triage,
      time: this.open.time(),
      plan: this.open.plan(),
      day: this.open.day(),
      now: this.open.now(),
    });
  });
  /** Said in the page's answer while the call waits; later it stands here. */
  protected readonly verdict = computed(() => {
    const triage = this.open.triage();
    return !triage || this.open.one()?.call.state === 'called' ? 'Why' : verdictSaid(triage);
  });
  protected readonly whom = computed(() => {
    const triage = this.open.triage();
    return triage ? whomToCall(triage).map((code) => capital(whomSaid(code))) : [];
  });
  protected readonly before = computed(() => BEFORE.includes(this.open.one()?.call.state ?? ''));
  protected readonly after = computed(() => AFTER.includes(this.open.one()?.call.state ?? ''));
  /** The heat clock goes on while bees are shut in: what the box bears, and how long it has stood. */
  protected readonly atRest = computed(() => {
    const one = this.open.one();
    const heat = this.open.time()?.heat;
    if (!one || !heat || !AT_REST.includes(one.call.state)) return [];
    return restSaid(heat, this.open.still(), this.open.now());
  });
  protected readonly losses = computed(() => lossLines(this.open.one()));
  protected readonly loss = computed(() => {
    const one = this.open.one();
    return one?.collection ? lossSaid(lossOf(one.call, one.collection)) : null;
  });
  protected readonly honey = computed(() => {
    const one = this.open.one();
    const use = one && honeyOf(one.call, one.collection, one.pieces);
    return use && honeySaid(use);
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.open.open(id);
      });
    });
    effect(() => {
      const one = this.open.one();
      if (one !== null && this.lat() !== undefined) {
        untracked(() => {
          this.#touched(one);
        });
      }
    });
  }

  /** The place that was touched becomes the call's, once: the address forgets it. */
  #touched(one: CallDto): void {
    const [lat, lon] = [Number(this.lat() ?? NaN), Number(this.lon() ?? NaN)];
    if (!Number.isFinite(lat) || !Number.isFinite(lon)) return;
    void this.#router.navigate([], { queryParams: {}, replaceUrl: true });
    if (one.call.lat !== lat || one.call.lon !== lon) this.say({ lat, lon }, 'the place on the map');
  }

  protected say(change: Partial<Fields<'callouts'>>, says: string): void {
    this.open.say(says, change);
  }

  protected sayTaken(change: Partial<Fields<'collections'>>, says: string): void {
    this.open.sayTaken(says, change);
  }

  protected sign(sign: CallQueenSign): void {
    const one = this.open.one();
    if (one) this.open.do(signAct(one, sign, this.open.now(), { says: SIGN_NAMES[sign].toLowerCase() }));
  }

  protected unsign(id: string): void {
    const one = this.open.one();
    if (one) this.open.do(unsignAct(one, id));
  }

  protected mark(change: TaskChange): void {
    const one = this.open.one();
    if (one) this.open.do(taskAct(one, change, REUNITE_NAMES[change.code]));
  }

  protected async saveLabel(): Promise<void> {
    const one = this.open.one();
    const label = one && honeyLabel(one);
    if (!one || !label) return;
    try {
      saveBlob(await honeyLabelPdf(label), `honey-${fileName(one.call.place)}.pdf`);
      this.labelFailed.set(false);
    } catch {
      this.labelFailed.set(true);
    }
  }

  protected async copy(): Promise<void> {
    await navigator.clipboard.writeText(CALLER_TEXT);
    this.copied.set(true);
  }
}
