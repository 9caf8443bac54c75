import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import type { TableName } from '@yewridge/contract/season';
import { rowLink } from '../../../shared/routes/paths';
import type { BookColumn, BookLine } from '../data/book-words';

/** A page of the book as a ledger: a row a line, its first column the way to it. Sorting is the server's, over all rows. */
@Component({
  selector: 'yw-book-table',
  imports: [MatTableModule, MatSortModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="sheet wide-table" tabindex="0" role="region" [attr.aria-label]="name()">
    <table
      mat-table
      matSort
      matSortDisableClear
      [dataSource]="lines()"
      [trackBy]="byId"
      [matSortActive]="field()"
      [matSortDirection]="direction()"
      (matSortChange)="turn($event)"
    >
      @for (column of columns(); track column.field; let first = $first) {
        <ng-container [matColumnDef]="column.field">
          @if (column.sorts) {
            <th
              *matHeaderCellDef
              mat-header-cell
              [mat-sort-header]="column.field"
              [arrowPosition]="column.figure ? 'before' : 'after'"
              [class.figure]="column.figure"
            >
              {{ column.label }}
            </th>
          } @else {
            <th *matHeaderCellDef mat-header-cell>{{ column.label }}</th>
          }
          <td *matCellDef="let line" mat-cell [class.figure]="column.figure" [class.lead]="first">
            @if (first) {
              <a class="row-link" [routerLink]="rowLink(table(), line.id)" [attr.aria-label]="line.head">{{
                line.cells[column.field] || line.id
              }}</a>
            } @else {
              <span class="said">{{ line.cells[column.field] }}</span>
            }
          </td>
        </ng-container>
      }
      <tr *matHeaderRowDef="fields()" mat-header-row></tr>
      <tr *matRowDef="let line; columns: fields()" mat-row></tr>
      <tr *matNoDataRow>
        <td class="nothing">{{ empty() }}</td>
      </tr>
    </table>
  </div>`,
  styles: `
    .lead {
      font-weight: 600;
      white-space: nowrap;
    }
    .said {
      display: block;
      overflow: hidden;
      max-width: 34ch;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    th {
      white-space: nowrap;
    }
  `,
})
export class BookTable {
  readonly table = input.required<TableName>();
  readonly name = input.required<string>();
  readonly columns = input.required<readonly BookColumn[]>();
  readonly lines = input.required<readonly BookLine[]>();
  /** A field, a minus before it when downwards. */
  readonly sort = input.required<string>();
  readonly empty = input.required<string>();
  readonly sorted = output<string>();

  protected readonly rowLink = rowLink;
  protected readonly fields = computed(() => this.columns().map(({ field }) => field));
  protected readonly field = computed(() => this.sort().replace(/^-/, ''));
  protected readonly direction = computed(() => (this.sort().startsWith('-') ? 'desc' : 'asc'));

  protected readonly byId = (_: number, { id }: BookLine): string => id;

  protected turn({ active, direction }: Sort): void {
    this.sorted.emit(direction === 'desc' ? `-${active}` : active);
  }
}
