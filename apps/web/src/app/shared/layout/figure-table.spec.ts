import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatTableHarness } from '@angular/material/table/testing';
import { provideRouter } from '@angular/router';
import { type Cell, type FigureColumn, type FigureRow, FigureTable } from './figure-table';

const OLD_WEIR: Cell = { text: 'Old weir', link: ['/', 'ground'] };

@Component({
  imports: [FigureTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-figure-table label="Sites" [columns]="columns()" [rows]="rows()" />`,
})
class Host {
  readonly columns = signal<readonly FigureColumn[]>([
    { id: 'site', name: 'site' },
    { id: 'caught', name: 'catches', figure: true },
  ]);
  readonly rows = signal<readonly FigureRow[]>([
    { cells: { site: OLD_WEIR, caught: '3' }, on: true },
    { cells: { site: 'Cider press', caught: { text: '0', bad: true, also: ['in two seasons'] } } },
    { cells: { site: 'Bell loft' } },
  ]);
}

describe('a table of figures', () => {
  const open = async (heads = true): Promise<{ element: HTMLElement; table: MatTableHarness }> => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(Host);
    const { columns } = fixture.componentInstance;
    if (!heads) columns.update((all) => all.map((one) => ({ ...one, name: '' })));
    const table = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatTableHarness);
    return { element: fixture.nativeElement as HTMLElement, table };
  };

  it('shows each row by the columns, a text or a cell alike, and nothing where nothing is said', async () => {
    const { table } = await open();
    expect(await table.getCellTextByColumnName()).toEqual({
      site: { text: ['Old weir', 'Cider press', 'Bell loft'], headerText: ['site'], footerText: [] },
      caught: { text: ['3', '0in two seasons', ''], headerText: ['catches'], footerText: [] },
    });
  });

  it('leads on where a cell has a link, and marks the chosen row and what is wrong', async () => {
    const { element } = await open();
    expect(element.querySelector('a')?.getAttribute('href')).toBe('/ground');
    expect(element.querySelectorAll('tr.on').length).toBe(1);
    expect(element.querySelector('.bad')?.textContent).toBe('0');
  });

  it('has no head where no column has a name', async () => {
    expect((await (await open()).table.getHeaderRows()).length).toBe(1);
    TestBed.resetTestingModule();
    expect((await (await open(false)).table.getHeaderRows()).length).toBe(0);
  });
});
