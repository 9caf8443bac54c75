import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { SizeFieldHarness } from '../../../shared/units/size-field-harness';
import { type BoardAdded, type BoardSaid, BoardShelf } from './board-shelf';

const row = (id: string, change: Partial<Fields<'goods'>>): RecordDto<'goods'> => ({
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  id,
  ...blank('goods', { kind: 'board', name: id, count: 1, lengthM: 2.4, widthM: 0.25, thicknessM: 0.019, ...change }),
});

describe('boards and sheets in Stores', () => {
  const said: BoardSaid[] = [];
  const added: BoardAdded[] = [];
  function shown(...goods: readonly RecordDto<'goods'>[]) {
    said.length = added.length = 0;
    const fixture = TestBed.createComponent(BoardShelf);
    fixture.componentRef.setInput('goods', goods);
    fixture.componentInstance.said.subscribe((one) => said.push(one));
    fixture.componentInstance.added.subscribe((one) => added.push(one));
    fixture.detectChanges();
    return {
      element: fixture.nativeElement as HTMLElement,
      loader: TestbedHarnessEnvironment.loader(fixture),
      fixture,
    };
  }

  it('only boards and sheets, offcuts last', () => {
    const { element } = shown(
      row('rest', { offcut: true }),
      row('strap', { kind: 'strap' }),
      row('ply', { kind: 'sheet' }),
      row('fir', {}),
    );
    expect([...element.querySelectorAll('.head strong')].map(({ textContent }) => textContent)).toEqual([
      'fir',
      'ply',
      'rest',
    ]);
  });

  it('says what keeps a plan from using it: a size nobody gave, or none there and none sold', () => {
    const words = (change: Partial<Fields<'goods'>>): string =>
      shown(row('fir', change)).element.querySelector('li .says')?.textContent ?? '';
    expect(words({ thicknessM: null })).toContain('Still to say: its real length, width and thickness');
    expect(words({ count: 0 })).toContain('none can be bought');
    expect([words({ count: 0, sold: true }), words({ count: 1 })]).toEqual(['', '']);
  });

  it('tells the one thing that was said, and of which', async () => {
    const { loader, element } = shown(row('fir', {}), row('oak', { count: 3 }));
    const sizes = await loader.getAllHarnesses(SizeFieldHarness);
    await sizes[3]!.type('21');
    await sizes[3]!.leave();
    await sizes[4]!.type('11.5');
    await sizes[4]!.leave();
    const [, sold] = await loader.getAllHarnesses(MatCheckboxHarness);
    await sold!.check();
    const place = element.querySelector<HTMLInputElement>('.place input')!;
    place.value = ' shed ';
    place.dispatchEvent(new Event('blur'));
    place.value = '';
    place.dispatchEvent(new Event('blur'));
    expect(said.map(({ goods: { id }, change }) => [id, change])).toEqual([
      ['fir', { thicknessM: 0.021 }],
      ['fir', { priceEach: 11.5 }],
      ['fir', { sold: true }],
      ['fir', { place: 'shed' }],
    ]);
  });

  it('a thing without a name is not put on the list', () => {
    const { element, fixture } = shown();
    const add = [...element.querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes('Put it on the list'),
    )!;
    add.click();
    fixture.detectChanges();
    expect([added.length, element.querySelector('[role=alert]')?.textContent]).toEqual([
      0,
      'Still to say: what it is called.',
    ]);
    const box = element.querySelector<HTMLInputElement>('.add input')!;
    box.value = 'Fir 19 × 250';
    add.click();
    expect(added).toEqual([{ kind: 'board', name: 'Fir 19 × 250' }]);
    expect(box.value).toBe('');
  });
});
