import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { ActDto, RecordDto } from '@yewridge/contract/season';
import type { KeptDto } from '@yewridge/contract/shared';
import { batchParts, type Design, planBatch } from '@yewridge/core/bench';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { CuttingDesk } from '../data/cutting-desk';
import { planText } from '../data/kept-plan';
import { stockRows } from '../data/stock-rows';
import type { WorkshopStore } from '../data/workshop-store';
import { batch, DeskOfTest, goods, nuc, nucs, ply } from '../testing/workshop-data';
import { BatchesPage } from './batches-page';
import { SawPage } from './saw-page';
import { WorkshopPage } from './workshop-page';

const WORKSPACE = {
  kind: 'own',
  name: 'Ours',
  now: '2026-05-14T16:20:00.000Z',
  timeZone: 'Europe/Vienna',
  hemisphere: 'N',
  version: '1',
};
const FIR = goods('fir', { name: 'Fir 250' });
interface There {
  readonly goods?: readonly RecordDto<'goods'>[];
  readonly batches?: readonly RecordDto<'batches'>[];
  readonly designs?: readonly KeptDto<Design>[];
}

describe('pages of the workshop', () => {
  let http: HttpTestingController;
  let fixture: ComponentFixture<unknown>;
  let desk: DeskOfTest;
  let went: jasmine.Spy<Router['navigate']>;
  const done: ActDto[] = [];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (of: string): string => element().querySelector(of)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  const texts = (of: string): readonly string[] =>
    [...element().querySelectorAll(of)].map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
  const button = (name: RegExp): HTMLButtonElement =>
    [...element().querySelectorAll('button')].find((one) => name.test(one.textContent.trim()))!;
  const fieldsOf = (n: number): Readonly<Record<string, unknown>> => {
    const [change] = done[n]!.changes as unknown as readonly {
      readonly fields: Record<string, unknown>;
      readonly only?: readonly string[];
    }[];
    return Object.fromEntries(
      Object.entries(change!.fields).filter(([name, value]) =>
        change!.only ? change!.only.includes(name) : value !== null,
      ),
    );
  };
  /** Into the box by that label, which is left then. */
  const typeInto = (label: string, value: string): void => {
    const named = [...element().querySelectorAll('label')].find(({ textContent }) => textContent.includes(label));
    const box = element().querySelector<HTMLInputElement>(`#${named?.getAttribute('for') ?? ''}`)!;
    box.dispatchEvent(new Event('focus'));
    box.value = value;
    box.dispatchEvent(new Event('input'));
    box.dispatchEvent(new Event('blur'));
  };
  const rest = (): void => {
    for (const ms of [200, 600, 200]) {
      jasmine.clock().tick(ms);
      fixture.detectChanges();
    }
  };

  function open<T>(page: Type<T>, inputs: Readonly<Record<string, unknown>>, there: There): void {
    fixture = TestBed.createComponent(page);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    for (const asked of http.match('/api/v1/workspace')) asked.flush(WORKSPACE);
    const page_ = (items: readonly unknown[]): object => ({ items, total: items.length, limit: 500, offset: 0 });
    for (const asked of http.match(({ url }) => url.endsWith('/records/goods')))
      asked.flush(page_(there.goods ?? [FIR, ply()]));
    for (const asked of http.match(({ url }) => url.endsWith('/records/batches')))
      asked.flush(page_(there.batches ?? []));
    for (const asked of http.match(({ url }) => url.endsWith('/designs')))
      asked.flush(page_(there.designs ?? [nuc, nucs]));
    for (const asked of http.match(({ url }) => url.endsWith('/rigs'))) asked.flush(page_([]));
    fixture.detectChanges();
    rest();
    for (const asked of http.match(({ url }) => url.endsWith('/versions')))
      asked.flush([{ version: 3, document: nuc.document, frozenAt: '', traps: [] }]);
    rest();
  }

  beforeEach(() => {
    localStorage.clear();
    jasmine.clock().install().mockDate(new Date('2026-05-14T16:20:00Z'));
    done.length = 0;
    desk = new DeskOfTest();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: CuttingDesk, useValue: desk },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    spyOn(TestBed.inject(ActOutbox), 'do').and.callFake((act) => {
      done.push(act);
      return 'act';
    });
    went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });
  afterEach(() => {
    fixture.destroy();
    jasmine.clock().uninstall();
  });

  it('a design in the workshop: its answer, its parts, its boards, and nothing written by looking', () => {
    open(WorkshopPage, { id: 'new', design: 'nuc' }, {});
    expect(text('h1')).toBe('1 trap from 1 board and a sheet, € 50 each');
    expect(texts('yw-parts-list .what strong')).toEqual(['5-frame deep side', '5-frame deep end', 'Floor', 'Cover']);
    expect(texts('yw-boards-plan .piece').length).toBeGreaterThan(3);
    expect(text('.block')).toContain('version 3');
    expect(done).toEqual([]);
  });

  it('the first thing that is said makes the batch, with that and no more, and the address is its own', () => {
    open(WorkshopPage, { id: 'new', design: 'nuc' }, {});
    typeInto('How many of', '5');
    rest();
    expect(fieldsOf(0)).toEqual({ name: nuc.document.name, lines: 'nuc:5' });
    expect(went.calls.mostRecent().args[0].slice(0, 3)).toEqual(['/', 'bench', 'workshop']);
  });

  it('what cannot be cut is named, with a way on; two boards edge to edge are one touch', () => {
    open(WorkshopPage, { id: 'new', design: 'nuc' }, { goods: [goods('slim', { widthM: 0.2 }), ply()] });
    expect(text('h1')).toContain('not all of it can be cut');
    expect(texts('.plan [role=alert]')[0]).toContain('no board here is wide enough (200 mm at most)');
    expect(button(/^It is cut/).disabled).toBeTrue();
    button(/^Make wide pieces/).click();
    expect(fieldsOf(0)).toEqual({ name: nuc.document.name, lines: 'nuc:1', edgeJoined: true });
  });

  it('while a plan is worked out it says how far it is, can be stopped, and the figures of before do not pose as new', () => {
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b')] });
    const before = text('h1');
    expect(before).toContain('2 traps from');
    desk.held = true;
    (fixture.componentInstance as { store: { view: { reload: () => void } } }).store.view.reload();
    for (const asked of http.match(({ url }) => url.endsWith('/records/goods')))
      asked.flush({ items: [goods('fir', { priceEach: 20 }), ply()], total: 2, limit: 500, offset: 0 });
    for (const asked of http.match(({ url }) => url.endsWith('/records/batches')))
      asked.flush({ items: [batch('b')], total: 1, limit: 500, offset: 0 });
    for (const asked of http.match(({ url }) => url.endsWith('/designs')))
      asked.flush({ items: [nuc], total: 1, limit: 500, offset: 0 });
    for (const asked of http.match(({ url }) => url.endsWith('/rigs')))
      asked.flush({ items: [], total: 0, limit: 500, offset: 0 });
    rest();
    expect(text('.running')).toContain('Planning 2 of 3');
    expect(text('h1')).toContain('being planned');
    button(/^Stop/).click();
    rest();
    expect(desk.calledOff).toContain('plan');
    expect(text('.running')).toContain('This is the plan of before');
    desk.held = false;
    button(/^Plan again/).click();
    rest();
    expect(text('.running')).toBe('');
    expect(text('h1')).toContain('2 traps from');
  });

  it('wet boards are said, and one touch has them cut wider; how wet is then asked of the design', () => {
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b')], goods: [goods('fir', { wet: true }), ply()] });
    expect(text('.running')).toContain('Wet: fir. It will dry narrower.');
    button(/^Cut it wider/).click();
    expect(fieldsOf(0)).toEqual({ wetAllowance: true, plan: null });
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b', { wetAllowance: true })] });
    expect(text('.setup .says')).toContain('how wet the boards are');
    const wet = { ...nuc, document: { ...nuc.document, boards: { moisture: 25 } } };
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b', { wetAllowance: true })], designs: [wet] });
    expect(texts('yw-parts-list small')[0]).toMatch(/cut 2[\d.]+ to be 244\.5 when dry/);
    expect(text('.setup .says')).toBe('');
  });

  it('a piece that does not fit stays, with why; one that fits is kept with the whole plan', () => {
    const many = batch('b', { lines: 'nuc:4' });
    open(WorkshopPage, { id: 'b' }, { batches: [many] });
    const key = (piece: Element | undefined, name: string): void => {
      piece?.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
      rest();
    };
    const pieces = [...element().querySelectorAll('yw-boards-plan .piece')];
    const side = pieces.find((piece) => piece.getAttribute('aria-label')?.startsWith('side on A1'));
    key(side, 'ArrowDown');
    expect(texts('.plan [role=alert]')[0]).toMatch(/A2 is [\d.]+ mm too short for the side\. It stays where it was\./);
    expect(done).toEqual([]);
    const last = pieces.filter((piece) => piece.getAttribute('aria-label')?.includes(' on A')).at(-1);
    key(last, 'ArrowDown');
    expect(Object.keys(fieldsOf(0))).toEqual(['plan']);
    expect(String(fieldsOf(0)['plan'])).toContain('"version":1');
  });

  it('it is cut: one act takes boards from Stores and puts what is worth keeping there', () => {
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b')], goods: [goods('fir', { count: 4 }), ply({ count: 1 })] });
    button(/^It is cut/).click();
    fixture.detectChanges();
    expect(text('.asks p')).toMatch(/^3 boards and sheets are taken from Stores\. \d+ offcuts go there\.$/);
    const box = element().querySelector<HTMLInputElement>('.asks input')!;
    box.value = ' shed ';
    button(/^Put it into Stores/).click();
    rest();
    expect(fieldsOf(0)['cutOn']).toBe('2026-05-14');
    const [, ...rest_] = done[0]!.changes as unknown as readonly { id: string; fields: Record<string, unknown> }[];
    const fir = rest_.find(({ id }) => id === 'fir');
    expect(fir?.fields['count']).toBeLessThan(4);
    const offcuts = rest_.filter(({ fields }) => fields['offcut'] === true);
    expect(offcuts.length).toBeGreaterThan(0);
    expect(new Set(offcuts.map(({ fields }) => fields['place']))).toEqual(new Set(['shed']));
  });

  /** What a batch of two nucs is sawn from, as it would be kept. */
  function keptText(have: number): string {
    const stock = stockRows([goods('fir', { count: have }), ply()]);
    const { sawn } = batchParts([{ id: 'nuc', design: nuc.document, count: 2 }]);
    const plan = planBatch({ parts: sawn, stock, kerf: 0.003, trimStart: 0.01, trimEnd: 0 });
    return planText(sawn, plan, stock);
  }

  it('a plan that was cut stays as it was sawn, whatever the design and Stores have become, and nothing of it changes', () => {
    const cut = batch('b', { cutOn: '2026-05-01', plan: keptText(2) });
    const wider = { ...nuc, document: { ...nuc.document, sections: [{ ...nuc.document.sections[0]!, wall: 0.03 }] } };
    open(WorkshopPage, { id: 'b' }, { batches: [cut], goods: [], designs: [wider] });
    expect(text('h1')).toBe('2 traps from 2 boards and a sheet, € 31 each');
    expect(texts('yw-boards-plan .letter')).toEqual(['A1', 'A2']);
    expect(element().querySelectorAll('yw-sheet-plan').length).toBe(1);
    expect(text('yw-buy-list li')).toContain('from Stores');
    expect(button(/^It is cut/)).toBeUndefined();
    expect(element().querySelector('.batch yw-size-field')).toBeNull();
    expect(element().querySelector('.setup')).toBeNull();
    expect(element().querySelector('yw-corner-view yw-segments')).toBeNull();
    const { store } = fixture.componentInstance as { store: WorkshopStore };
    store.setCount('nuc', 5);
    store.planAnew();
    expect(done).toEqual([]);
  });

  it('boards that were taken from Stores meanwhile are named, and it cannot be cut off from what is not there', () => {
    const kept = batch('b', { plan: keptText(2) });
    open(WorkshopPage, { id: 'b' }, { batches: [kept], goods: [goods('fir', { count: 1 }), ply()] });
    expect(text('.plan [role=alert]')).toContain('Stores has 1 of fir, this plan takes 2.');
    expect(button(/^It is cut/).disabled).toBeTrue();
  });

  it('a batch is called what the keeper calls it, said once', () => {
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b')] });
    const box = element().querySelector<HTMLInputElement>('yw-name-line input')!;
    for (const value of ['M', 'March boxes']) {
      box.value = value;
      box.dispatchEvent(new Event('input'));
    }
    box.dispatchEvent(new Event('blur'));
    box.dispatchEvent(new Event('blur'));
    expect(done.length).toBe(1);
    expect(fieldsOf(0)).toEqual({ name: 'March boxes' });
  });

  it('a corner is joined another way: the design itself is saved', () => {
    open(WorkshopPage, { id: 'new', design: 'nuc' }, {});
    const rabbet = [...element().querySelectorAll<HTMLButtonElement>('yw-corner-view button')].find(({ textContent }) =>
      textContent.includes('rabbet'),
    );
    rabbet?.click();
    const saved = http.expectOne('/api/v1/designs/nuc');
    expect((saved.request.body as { revision: number; document: Design }).document.sections[0]?.joint).toBe('rabbet');
    saved.flush({ ...nuc, revision: 2 });
    rest();
    http.match(() => true);
  });

  it('a design that was deleted is said, and the rest of the batch goes on', () => {
    open(WorkshopPage, { id: 'b' }, { batches: [batch('b', { lines: 'nuc:1,gone:3' })] });
    expect(text('.batch')).toContain('A design of this batch was deleted since.');
    open(WorkshopPage, { id: 'x' }, {});
    expect(text('yw-empty h2')).toBe('There is nothing to saw here');
  });

  it('at the saw each cut and step is ticked and kept; a tick taken back is gone', () => {
    open(SawPage, { id: 'b' }, { batches: [batch('b', { ticks: '["A1-2"]' })] });
    expect(text('h1')).toMatch(/^\d+ of \d+ pieces to cut$/);
    const [first, second] = element().querySelectorAll<HTMLInputElement>('mat-checkbox input');
    first?.click();
    second?.click();
    rest();
    // With the first tick the plan stands: what is sawn must not be planned otherwise.
    expect(fieldsOf(0)).toEqual({ ticks: '["A1-2","A1-1"]', plan: jasmine.stringMatching(/^\{"version":1/) });
    expect(fieldsOf(1)['ticks']).toBe('[]');
  });

  it('all batches: what waits to be sawn, and what the boards in Stores would make', () => {
    open(
      BatchesPage,
      {},
      {
        batches: [batch('b'), batch('c', { name: 'Old', cutOn: '2026-04-01' })],
        goods: [goods('fir', { count: 6 }), ply({ count: 2 })],
      },
    );
    http.match(() => true);
    rest();
    expect(text('h1')).toBe('2 traps wait to be sawn');
    expect(texts('section:first-child li small')).toEqual([
      `2 × ${nuc.document.name}`,
      `2 × ${nuc.document.name}; cut 1 Apr 2026`,
    ]);
    expect(desk.asked.map(({ kind }) => kind)).toContain('fits');
    expect(texts('[aria-labelledby=fits] li').length).toBeGreaterThan(4);
  });

  it('without a board in Stores it says what to type', () => {
    open(BatchesPage, {}, { goods: [FIR] });
    http.match(() => true);
    rest();
    expect(text('[aria-labelledby=fits] p')).toContain('Type what you have');
    expect(text('h1')).toBe('Nothing waits to be sawn');
  });
});
