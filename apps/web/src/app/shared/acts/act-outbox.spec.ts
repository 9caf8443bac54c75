import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { ActDto } from '@yewridge/contract/season';
import { made } from '../season/records-api';
import { ActOutbox } from './act-outbox';

const look = (says: string): ActDto => ({
  says,
  changes: [made('visits', { deploymentId: 'd1', at: '2026-05-14T18:20', occupied: false })],
});

describe('acts on their way to the server', () => {
  let http: HttpTestingController;
  let outbox: ActOutbox;

  function open(): void {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    http = TestBed.inject(HttpTestingController);
    outbox = TestBed.inject(ActOutbox);
  }
  beforeEach(() => {
    jasmine.clock().install();
    localStorage.clear();
    open();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.clear();
  });
  const sent = (id: string): ReturnType<HttpTestingController['expectOne']> => http.expectOne(`/api/v1/acts/${id}`);

  it('go one after the other, in the order they were done', () => {
    const [first, second] = [outbox.do(look('one')), outbox.do(look('two'))];
    http.expectNone(`/api/v1/acts/${second}`);
    sent(first).flush({});
    sent(second).flush({});
    expect(outbox.waiting()).toBe(0);
  });

  it('go again under the same id until there is an answer', () => {
    const id = outbox.do(look('one'));
    sent(id).error(new ProgressEvent('error'));
    expect([outbox.unreachable(), outbox.waiting()]).toEqual([true, 1]);
    jasmine.clock().tick(3000);
    sent(id).flush({});
    expect([outbox.unreachable(), outbox.waiting()]).toEqual([false, 0]);
  });

  it('survive a closed page', () => {
    const id = outbox.do(look('one'));
    sent(id).error(new ProgressEvent('error'));
    open();
    expect(outbox.waiting()).toBe(1);
    expect((sent(id).request.body as ActDto).says).toBe('one');
  });

  it('a refused one stands aside with its sentence, and the next goes on', () => {
    const [first, second] = [outbox.do(look('one')), outbox.do(look('two'))];
    sent(first).flush(
      { error: { code: 'RULE', message: 'no', fields: [{ path: 'at', message: 'it is before the trap was hung' }] } },
      { status: 409, statusText: 'Conflict' },
    );
    sent(second).flush({});
    expect(outbox.refused().map(({ says, sentence }) => [says, sentence])).toEqual([
      ['one', 'it is before the trap was hung'],
    ]);
    outbox.dismiss(first);
    expect(outbox.refused()).toEqual([]);
  });

  it('taking back what was not sent forgets it; taking back what was sent asks the server', () => {
    const [first, second] = [outbox.do(look('one')), outbox.do(look('two'))];
    outbox.undo(second);
    sent(first).flush({});
    http.expectNone(`/api/v1/acts/${second}`);
    const third = outbox.do(look('three'));
    sent(third).flush({});
    outbox.undoLast();
    const undo = http.expectOne(`/api/v1/acts/${third}/undo`);
    expect((undo.request.body as { id: string }).id).not.toBe(third);
    undo.flush({});
    expect(outbox.last()).toBeNull();
  });

  it('are not stopped by rubbish that lies where they are kept', () => {
    localStorage.setItem('yewridge.outbox', '{"not": a list');
    open();
    expect(outbox.waiting()).toBe(0);
  });
});
