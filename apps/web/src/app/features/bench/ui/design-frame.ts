import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Icon } from '../../../shared/icons/icon';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { benchLink, designLink } from '../../../shared/routes/paths';
import type { DesignEditorStore } from '../data/design-editor-store';

/** Head and states of a page about one design besides its sheet; the page's own content stands under it. */
@Component({
  selector: 'yw-design-frame',
  imports: [PageHeader, Waiting, Failed, RouterLink, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let page = store().page();
    @let design = store().document();
    <yw-page-header place="Bench">
      <span crumb class="crumb">
        <a [routerLink]="all">All designs</a>
        @if (design) {
          <a [routerLink]="sheet()">{{ design.name }}</a>
        }
        <span>{{ what() }}</span>
      </span>
      <span answer>{{ answer() }}</span>
      <ng-container ngProjectAs="[act]">
        @if (design) {
          <ng-content select="[act]" />
          @if (edits()) {
            <button type="button" class="button" [disabled]="!store().canUndo()" (click)="store().undo()">
              <yw-icon name="undo" />Undo
            </button>
          }
          <a class="button" [routerLink]="sheet()">Back to the sheet</a>
        }
      </ng-container>
    </yw-page-header>
    @switch (page.kind) {
      @case ('waiting') {
        <yw-waiting what="the design" />
      }
      @case ('failed') {
        <yw-failed title="This design could not be fetched" [failure]="page.failure" (retry)="store().open(id())">
          <p><a [routerLink]="all">All designs</a></p>
        </yw-failed>
      }
      @case ('deleted') {
        <p class="sheet gone">
          “{{ page.row.document.name }}” is in the bin. <a [routerLink]="sheet()">Take it out there.</a>
        </p>
      }
      @case ('data') {
        <ng-content />
      }
    }
  `,
  styles: `
    .gone {
      max-width: 60ch;
      margin: 0;
      padding: var(--s5);
    }
  `,
})
export class DesignFrame {
  readonly id = input.required<string>();
  readonly store = input.required<DesignEditorStore>();
  /** What the page is about, in the crumb, and its one answer. */
  readonly what = input.required<string>();
  readonly answer = input.required<string>();
  /** Whether the page changes the design. */
  readonly edits = input(true);

  protected readonly all = benchLink();
  protected readonly sheet = computed(() => designLink(this.id()));
}
