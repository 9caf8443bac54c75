import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import type { Fields } from '@yewridge/contract/season';
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { OpenCall } from '../data/open-call';
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
            @if (of(); as photo) {
              <h2>Photos</h2>
              <p class="note">The first two go on the page.</p>
              <yw-photo-strip #strip [of]="photo" />
            }
          </section>
          <article class="sheet" aria-label="The report">
            <h2>{{ report().title }}</h2>
            <p class="note">{{ report().sub }}</p>
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
  protected readonly of = computed(() => {
    const catchId = this.open.one()?.call.catchId ?? null;
    return catchId === null ? null : ({ field: 'catchId', id: catchId } as const);
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
    const blob = await reportPdf(this.report(), this.#workspace()?.name ?? '', await photosOnPage());
    const link = document.createElement('a');
    link.href = URL.createObjectURL(blob);
    link.download = 'report.pdf';
    link.click();
    URL.revokeObjectURL(link.href);
  }
}

/** The first two pictures of the strip, as they are on the page. */
async function photosOnPage(): Promise<readonly string[]> {
  const pictures = [...document.querySelectorAll<HTMLImageElement>('yw-photo-strip img')].slice(0, 2);
  return Promise.all(
    pictures.map(async (picture) => {
      const blob = await (await fetch(picture.src)).blob();
      return new Promise<string>((resolve, reject) => {
        const reader = new FileReader();
        reader.onload = () => {
          resolve(typeof reader.result === 'string' ? reader.result : '');
        };
        reader.onerror = () => {
          reject(new Error('the picture could not be read'));
        };
        reader.readAsDataURL(blob);
      });
    }),
  );
}
