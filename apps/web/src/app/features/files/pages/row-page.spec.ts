import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { type ActDto, blank, type RecordDto } from '@yewridge/contract/season';
import { Subject } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { RecordFieldHarness } from '../../../shared/records/record-field-harness';
import { RowPage } from './row-page';

const apple = (revision: number, on: string): RecordDto<'phenology'> => ({
  id: 'p1',
  revision,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  ...blank('phenology', { species: 'Apple', stage: 'fullBloom', on }),
});

describe('a row of the book', () => {
  let fixture: ComponentFixture<RowPage>;
  let element: HTMLElement;
  let acts: ActDto[];
  let answered: Subject<void>;
  let settled: Subject<{ id: string; kept: boolean }>;

  /** What the server holds comes anew. */
  async function comes(row: RecordDto<'phenology'>): Promise<void> {
    const http = TestBed.inject(HttpTestingController);
    for (let round = 0; round < 3; round++) {
      for (const request of http.match(() => true)) {
        const { url } = request.request;
        request.flush(url.endsWith('/records/phenology/p1') ? row : { items: [], total: 0, limit: 500, offset: 0 });
      }
      fixture.detectChanges();
      await fixture.whenStable();
    }
  }
  beforeEach(async () => {
    localStorage.clear();
    acts = [];
    answered = new Subject();
    settled = new Subject();
    const send = (act: ActDto): string => `act ${acts.push(act)}`;
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: ActOutbox, useValue: { answered, settled, do: send } },
      ],
    });
    fixture = TestBed.createComponent(RowPage);
    fixture.componentRef.setInput('table', 'phenology');
    fixture.componentRef.setInput('id', 'p1');
    element = fixture.nativeElement as HTMLElement;
    fixture.detectChanges();
    await comes(apple(1, '2026-04-27'));
  });
  const field = (label: string): Promise<RecordFieldHarness> =>
    TestbedHarnessEnvironment.loader(fixture).getHarness(RecordFieldHarness.with({ label }));
  const keep = (): HTMLButtonElement =>
    [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'Keep it')!;
  const dayText = (): string => element.querySelector<HTMLInputElement>('yw-day input')!.value;

  it('can be kept once something in it is other than it was, and all of it is whole', async () => {
    expect(keep().disabled).toBeTrue();
    const species = await field('species');
    await species.type('Pear');
    expect(keep().disabled).toBeFalse();
    await species.type('Apple');
    expect(keep().disabled).toBeTrue();
    await (await field('day')).type('31.2.');
    await fixture.whenStable();
    expect(keep().disabled).toBeTrue();
  });

  it('what is needed and taken away is asked for', async () => {
    await (await field('species')).type('');
    expect(element.querySelector('.missing')!.textContent).toContain('species');
    expect(keep().disabled).toBeTrue();
  });

  it('refused, what was typed stays; kept, it follows the row again', async () => {
    await (await field('day')).type('4.6.2026');
    keep().click();
    expect(acts.length).toBe(1);
    answered.next();
    await comes(apple(1, '2026-04-27'));
    expect(dayText()).toBe('4 Jun 2026');
    await (await field('day')).type('28.4.2026');
    keep().click();
    answered.next();
    await comes(apple(2, '2026-04-28'));
    expect([dayText(), keep().disabled]).toEqual(['28 Apr 2026', true]);
    // Changed elsewhere meanwhile: nobody has touched this field since.
    answered.next();
    await comes(apple(3, '2026-04-29'));
    expect(dayText()).toBe('29 Apr 2026');
  });

  it('a new row has a page of its own once it is kept; refused, what was typed stays, and it is kept once', async () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate');
    fixture.componentRef.setInput('id', 'new');
    fixture.detectChanges();
    await comes(apple(1, '2026-04-27'));
    await (await field('species')).type('Blackthorn');
    await (await field('stage')).choose('full bloom');
    await (await field('day')).type('4.6.2026');
    keep().click();
    fixture.detectChanges();
    expect([keep().disabled, navigate.calls.count()]).toEqual([true, 0]);
    settled.next({ id: 'act 1', kept: false });
    answered.next();
    await comes(apple(1, '2026-04-27'));
    expect([dayText(), keep().disabled, navigate.calls.count()]).toEqual(['4 Jun 2026', false, 0]);
    await (await field('day')).type('4.4.2026');
    keep().click();
    settled.next({ id: 'another act', kept: true });
    expect(navigate).not.toHaveBeenCalled();
    settled.next({ id: 'act 2', kept: true });
    const change = acts[1]!.changes[0]!;
    expect(navigate).toHaveBeenCalledOnceWith(jasmine.arrayContaining([change.id]), { replaceUrl: true });
  });

  it('a field somebody is writing in is left alone when the row comes anew', async () => {
    await (await field('species')).type('Crab apple');
    answered.next();
    await comes(apple(2, '2026-04-29'));
    expect(dayText()).toBe('29 Apr 2026');
    keep().click();
    const change = acts[0]!.changes[0]!;
    expect(change.op === 'put' ? [change.revision, change.fields['species'], change.fields['on']] : []).toEqual([
      2,
      'Crab apple',
      '2026-04-29',
    ]);
  });
});
