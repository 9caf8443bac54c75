import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { DAY_PROVIDERS } from '../../../shared/fields/day-adapter';
import { RecordFieldHarness } from '../../../shared/records/record-field-harness';
import { type KitSaid, KitShelf } from './kit-shelf';

const kit = (id: string, change: Partial<Fields<'kit'>>): RecordDto<'kit'> => ({
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  id,
  ...blank('kit', { code: 'suit', count: 3, ...change }),
});

describe('the shelf of kit for call-outs', () => {
  const said: KitSaid[] = [];
  const added: string[] = [];
  function shown(...rows: readonly RecordDto<'kit'>[]) {
    said.length = added.length = 0;
    TestBed.configureTestingModule({ providers: [...DAY_PROVIDERS] });
    const fixture = TestBed.createComponent(KitShelf);
    fixture.componentRef.setInput('kit', rows);
    fixture.componentInstance.said.subscribe((one) => said.push(one));
    fixture.componentInstance.added.subscribe((one) => added.push(one));
    fixture.detectChanges();
    return {
      element: fixture.nativeElement as HTMLElement,
      loader: TestbedHarnessEnvironment.loader(fixture),
      fixture,
    };
  }

  it('stands in the order of the list before leaving, and asks for a charge of batteries alone', () => {
    const { element } = shown(
      kit('c', { code: 'phone' }),
      kit('b', { code: 'battery' }),
      kit('a', { code: 'beeBox', name: 'oak' }),
    );
    const heads = [...element.querySelectorAll('strong')].map(({ textContent }) => textContent);
    expect(heads).toEqual(['Box for the bees, oak', 'Charged batteries', 'Telephone, charged']);
    const charged = [...element.querySelectorAll('li')].map(({ textContent }) => textContent.includes('charged on'));
    expect(charged).toEqual([false, true, false]);
  });

  it('tells the one thing that was said, and of which', async () => {
    const { loader, element } = shown(kit('a', { lent: 1 }), kit('b', { lent: 0 }));
    // To whom is asked where something is lent out.
    expect(element.textContent.split('lent to').length).toBe(2);
    await (await loader.getHarness(RecordFieldHarness.with({ label: 'lent to' }))).type('Alma');
    expect(said.map(({ kit: { id }, change, act }) => [id, change, act])).toEqual([
      ['a', { lentTo: 'Alma' }, 'Veils and suits, lent to'],
    ]);
  });

  it('puts on the shelf what was chosen, and says what is missing before', async () => {
    const { element, loader, fixture } = shown();
    expect(element.textContent).toContain('Nothing counted yet.');
    const put = element.querySelector<HTMLButtonElement>('.add .button')!;
    put.click();
    fixture.detectChanges();
    expect(element.textContent).toContain('Still to say: what it is.');
    expect(added).toEqual([]);
    await (await loader.getHarness(MatSelectHarness)).clickOptions({ text: 'Ladder' });
    put.click();
    fixture.detectChanges();
    expect(added).toEqual(['ladder']);
    expect(element.textContent).not.toContain('Still to say');
  });
});
