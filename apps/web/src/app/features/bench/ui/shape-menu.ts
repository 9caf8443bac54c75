import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { MatMenuModule, MatMenuTrigger } from '@angular/material/menu';
import { SHAPE_KINDS, type Shape } from '@yewridge/core/bench';
import { Icon } from '../../../shared/icons/icon';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { SHAPE_NAMES } from '../data/names';

/** Which shape to begin with. */
@Component({
  selector: 'yw-shape-menu',
  imports: [MatMenuModule, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      #opener
      type="button"
      [class]="look()"
      [matMenuTriggerFor]="menu"
      [matMenuTriggerRestoreFocus]="false"
      (menuClosed)="focusAfterMenu(opener)"
    >
      {{ label() }}
    </button>
    <mat-menu #menu="matMenu">
      @for (kind of kinds; track kind) {
        <button mat-menu-item type="button" (click)="picked.emit(kind)">
          <span class="line"><yw-icon [name]="kind" />{{ names[kind] }}</span>
        </button>
      }
    </mat-menu>
  `,
  styles: `
    .line {
      display: flex;
      align-items: center;
      gap: var(--s3);
    }
  `,
})
export class ShapeMenu {
  readonly label = input.required<string>();
  readonly look = input('button');
  readonly picked = output<Shape['kind']>();

  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly kinds = SHAPE_KINDS;
  protected readonly names = SHAPE_NAMES;
  protected readonly trigger = viewChild.required(MatMenuTrigger);

  open(): void {
    this.trigger().openMenu();
  }
}
