import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatSortHarness } from '@angular/material/sort/testing';
import { MatTableHarness } from '@angular/material/table/testing';
import { provideRouter } from '@angular/router';
import { type BookRow, bookTable } from '../data/book-words';
import { BookTable } from './book-table';

const looks = [
  { id: 'a', deploymentId: 'd1', at: '2026-05-13T17:05', occupied: false, scoutsPerMin: 25, action: 'none' },
  { id: 'b', deploymentId: 'd1', at: '2026-05-12T17:05', occupied: null, scoutsPerMin: 3, action: 'none' },
].map((fields) => ({
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  pollen: null,
  notes: null,
  ...fields,
})) as unknown as readonly BookRow[];
const names = new Map([['deployments', new Map([['d1', 'V-07 at Old weir']])]]);

@Component({
  imports: [BookTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-book-table
    table="visits"
    name="visits"
    [columns]="ledger().columns"
    [lines]="ledger().lines"
    [sort]="sort()"
    empty="No row yet."
    (sorted)="sort.set($event)"
  />`,
})
class Host {
  readonly rows = signal(looks);
  readonly sort = signal('-at');
  readonly ledger = (): ReturnType<typeof bookTable> => bookTable('visits', this.rows(), { system: 'metric', names });
}

describe('a page of the book as a ledger', () => {
  let fixture: ComponentFixture<Host>;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    fixture = TestBed.createComponent(Host);
  });

  it('shows the columns in which some row says something, what a row leads with first', async () => {
    const table = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatTableHarness);
    expect(await table.getCellTextByIndex()).toEqual([
      ['13 May 2026, 17:05', 'V-07 at Old weir', '25'],
      ['12 May 2026, 17:05', 'V-07 at Old weir', '3'],
    ]);
  });

  it('names the way to a row by all that the row is, not by its day alone', async () => {
    await fixture.whenStable();
    const link = (fixture.nativeElement as HTMLElement).querySelector('a');
    expect(link?.getAttribute('aria-label')).toBe('13 May 2026, 17:05, V-07 at Old weir');
    expect(link?.getAttribute('href')).toBe('/files/book/visits/a');
  });

  it('asks for the other order when a column is pressed, and offers none by what is only a link', async () => {
    const sort = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatSortHarness);
    const heads = await sort.getSortHeaders();
    expect(await Promise.all(heads.map((head) => head.getLabel()))).toEqual(['day and hour', 'scouts a minute']);
    expect(await heads[0]!.getSortDirection()).toBe('desc');
    await heads[0]!.click();
    expect(fixture.componentInstance.sort()).toBe('at');
    await heads[1]!.click();
    expect(fixture.componentInstance.sort()).toBe('scoutsPerMin');
  });

  it('says so where there is no row', async () => {
    fixture.componentInstance.rows.set([]);
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('No row yet.');
  });
});
