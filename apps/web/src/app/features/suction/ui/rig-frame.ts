import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { savedWords } from '../../../shared/documents/saved-words';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { rigLink, suctionLink } from '../../../shared/routes/paths';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import type { RigStore } from '../data/rig-store';

/** The head of a page of one rig beside its sheet, and what stands there while there is no rig. */
@Component({
  selector: 'yw-rig-frame',
  imports: [PageHeader, Waiting, Failed, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let page = store().page();
    <yw-page-header place="Suction">
      <span crumb class="crumb">
        <a [routerLink]="suction">All rigs</a>
        @if (store().document(); as rig) {
          <a [routerLink]="back()">{{ rig.name }}</a>
          <span role="status" [class.bad]="bad()">{{ saved() }}</span>
        }
      </span>
      <span answer>{{ answer() }}</span>
      <ng-content select="[act]" ngProjectAs="[act]" />
    </yw-page-header>
    @switch (page.kind) {
      @case ('waiting') {
        <yw-waiting what="the rig" />
      }
      @case ('failed') {
        <yw-failed title="This rig could not be fetched" [failure]="page.failure" (retry)="store().open(id())" />
      }
      @case ('deleted') {
        <div class="sheet bin">
          <h2>“{{ page.row.document.name }}” is in the bin</h2>
          <button type="button" class="button filled" (click)="store().restore(page.row)">Take it out</button>
        </div>
      }
      @case ('data') {
        @if (store().shown()) {
          <ng-content />
        } @else {
          <p class="sheet bin">
            The parts of this rig do not go together yet. <a [routerLink]="back()">Its sheet says which.</a>
          </p>
        }
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .bad {
      color: var(--clay);
    }
    .bin {
      max-width: 60ch;
      padding: var(--s5);
    }
  `,
})
export class RigFrame {
  readonly id = input.required<string>();
  readonly store = input.required<RigStore>();
  readonly answer = input.required<string>();

  protected readonly suction = suctionLink();
  protected readonly back = computed(() => rigLink(this.id()));
  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly saved = computed(() => savedWords(this.store().saving(), this.#workspace()?.timeZone ?? 'UTC'));
  protected readonly bad = computed(() => !['saved', 'saving'].includes(this.store().saving().kind));
}
