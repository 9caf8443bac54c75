import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import type { Fields } from '@yewridge/contract/season';
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { fileName, saveBlob } from '../../../shared/print/save-blob';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { OpenCall } from '../data/open-call';
import { pastCosts } from '../data/past-costs';
import { ownersReport, reportPdf } from '../data/report';
import { CallFrame } from '../ui/call-frame';

const LINES: readonly KeptLine<'callouts'>[] = [
  { field: 'found', says: 'what was found' },
  { field: 'done', says: 'what was done' },
  { field: 'left', says: 'what is left' },
  { field: 'repair', says: 'what is to be repaired' },
  { field: 'fee', says: 'fee' },
  { field: 'travelKm', says: 'way' },
];

/** The report for the owner, one page: in the keeper's words, or in what the record says by itself. */
@Component({
  selector: 'yw-report-page',
  imports: [CallFrame, KeptFields, PhotoStrip],
  providers: [OpenCall],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-call-frame [inner]="true" answer="What the owner is told" [open]="open">
      <button act type="button" class="button filled" (click)="save()">Save as PDF</button>
      @if (open.one(); as one) {
        <div class="halves">
          <section class="sheet" aria-labelledby="words">
            <h2 id="words">Your words</h2>
            <p class="note">Where you write nothing, the report says what the record says.</p>
            <yw-kept-fields
              table="callouts"
              [lines]="lines"
              [kept]="one.call"
              (said)="say($event.change, $event.act)"
            />
            @if (costs(); as says) {
              <p class="note">{{ says }}</p>
            }
            <h2>Photos</h2>
            <p class="note">Tick those that go on the page, two at most.</p>
            <yw-photo-strip choosable [of]="{ field: 'calloutId', id: id() }" (chosen)="photos.set($event)" />
            @if (ofCatch(); as photo) {
              <p class="note">Of the catch it became:</p>
              <yw-photo-strip choosable [of]="photo" (chosen)="caughtPhotos.set($event)" />
            }
          </section>
          <article class="sheet" aria-label="The report">
            <h2>{{ report().title }}</h2>
            <p class="note">{{ report().sub }}</p>
            @if (failed()) {
              <p role="alert">The PDF could not be made. Try again, or leave the photos out.</p>
            }
            @for (part of report().parts; track part.head) {
              <h3>{{ part.head }}</h3>
              <p class="text">{{ part.text }}</p>
            }
          </article>
        </div>
      }
    </yw-call-frame>
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: var(--s4);
      align-items: start;
    }
    section,
    article {
      display: grid;
      gap: var(--s2);
      padding: var(--s4);
    }
    h2 {
      font-size: 18px;
    }
    p {
      margin: 0;
    }
    .note {
      color: var(--ink-2);
    }
    .text {
      white-space: pre-line;
    }
    @media (max-width: 900px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class ReportPage {
  readonly id = input.required<string>();
  protected readonly open = inject(OpenCall);
  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly lines = LINES;
  protected readonly photos = signal<readonly string[]>([]);
  protected readonly caughtPhotos = signal<readonly string[]>([]);
  protected readonly failed = signal(false);
  protected readonly ofCatch = computed(() => {
    const catchId = this.open.one()?.call.catchId ?? null;
    return catchId === null ? null : ({ field: 'catchId', id: catchId } as const);
  });
  /** What other jobs took: nothing of it is in the report. */
  protected readonly costs = computed(() => {
    const one = this.open.one();
    return one && pastCosts(this.open.all(), one);
  });
  protected readonly report = computed(() => {
    const one = this.open.one();
    return one ? ownersReport(one) : { title: '', sub: '', parts: [] };
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.open.open(id);
      });
    });
  }

  protected say(change: Partial<Fields<'callouts'>>, says: string): void {
    this.open.say(says, change);
  }

  protected async save(): Promise<void> {
    try {
      const photos = await Promise.all([...this.photos(), ...this.caughtPhotos()].map(dataAddress));
      const pdf = await reportPdf(this.report(), this.#workspace()?.name ?? '', photos);
      saveBlob(pdf, `report-${fileName(this.open.one()?.call.place ?? 'call')}.pdf`);
      this.failed.set(false);
    } catch {
      this.failed.set(true);
    }
  }
}

/** A picture of ours as it goes into a PDF. */
async function dataAddress(address: string): Promise<string> {
  const blob = await (await fetch(address)).blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => {
      resolve(typeof reader.result === 'string' ? reader.result : '');
    };
    reader.onerror = () => {
      reject(new Error('the picture could not be read'));
    };
    reader.readAsDataURL(blob);
  });
}
