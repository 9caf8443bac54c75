import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { ActDto, RecordDto } from '@yewridge/contract/season';
import { changed, made } from '../season/records-api';
import { ActOutbox } from './act-outbox';

const KEPT = { changes: [] };
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
    sent(first).flush(KEPT);
    sent(second).flush(KEPT);
    expect(outbox.waiting()).toBe(0);
  });

  it('go again under the same id until there is an answer', () => {
    const id = outbox.do(look('one'));
    sent(id).error(new ProgressEvent('error'));
    expect([outbox.unreachable(), outbox.waiting()]).toEqual([true, 1]);
    jasmine.clock().tick(3000);
    sent(id).flush(KEPT);
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
    sent(second).flush(KEPT);
    expect(outbox.refused().map(({ says, sentence }) => [says, sentence])).toEqual([
      ['one', 'it is before the trap was hung'],
    ]);
    outbox.dismiss(first);
    expect(outbox.refused()).toEqual([]);
  });

  it('taking back what was not sent forgets it; taking back what was sent asks the server', () => {
    const [first, second] = [outbox.do(look('one')), outbox.do(look('two'))];
    outbox.undo(second);
    sent(first).flush(KEPT);
    http.expectNone(`/api/v1/acts/${second}`);
    const third = outbox.do(look('three'));
    sent(third).flush(KEPT);
    outbox.undoLast();
    const undo = http.expectOne(`/api/v1/acts/${third}/undo`);
    expect((undo.request.body as { id: string }).id).not.toBe(third);
    undo.flush(KEPT);
    expect(outbox.last()).toBeNull();
  });

  it('done in a row on one record, the second is put upon what the first made, by the fields it means', () => {
    const caught = { id: 'c1', revision: 4, massKg: 1.2, notes: 'old', queen: null } as unknown as RecordDto<'catches'>;
    const [mass, note] = [
      outbox.do({ says: 'mass', changes: [changed('catches', caught, { massKg: 1.9 })] }),
      outbox.do({ says: 'note', changes: [changed('catches', caught, { notes: 'new' })] }),
    ];
    const first = sent(mass);
    expect((first.request.body as ActDto).changes[0]).toEqual(
      jasmine.objectContaining({ revision: 4, fields: jasmine.objectContaining({ massKg: 1.9, notes: 'old' }) }),
    );
    first.flush({ changes: [{ table: 'catches', record: { ...caught, revision: 5, massKg: 1.9 } }] });
    // Its answer is lost, and the page is closed: what goes out again is the same act, so that it is kept once.
    const lost = sent(note);
    lost.error(new ProgressEvent('error'));
    open();
    const again = sent(note);
    expect(again.request.body).toEqual(lost.request.body as object);
    const [change] = (again.request.body as ActDto).changes;
    expect(change).toEqual(
      jasmine.objectContaining({ revision: 5, fields: jasmine.objectContaining({ massKg: 1.9, notes: 'new' }) }),
    );
    expect(change).not.toEqual(jasmine.objectContaining({ only: jasmine.anything() }));
  });

  it('are sent though this device refuses to keep them, and that is said', () => {
    const refuse = spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    const id = outbox.do(look('one'));
    expect([outbox.onlyHere(), outbox.waiting()]).toEqual([true, 1]);
    sent(id).flush(KEPT);
    expect(outbox.waiting()).toBe(0);
    refuse.and.callThrough();
    const next = outbox.do(look('two'));
    expect(outbox.onlyHere()).toBeFalse();
    sent(next).flush(KEPT);
  });

  it('one that the server answers with an error for ever is set aside where it is seen, and the rest goes on', () => {
    const [first, second] = [outbox.do(look('one')), outbox.do(look('two'))];
    const fail = (): void => {
      sent(first).flush({ error: { code: 'INTERNAL', message: 'broken' } }, { status: 500, statusText: 'Error' });
      jasmine.clock().tick(3000);
    };
    for (let n = 1; n <= 4; n++) fail();
    expect([outbox.aside().length, outbox.unreachable()]).toEqual([0, true]);
    fail();
    sent(second).flush(KEPT);
    expect([outbox.waiting(), outbox.unreachable()]).toEqual([0, false]);
    // It is there after the page was closed, and goes out again as the same act.
    open();
    expect(outbox.aside().map(({ says }) => says)).toEqual(['one']);
    outbox.sendAgain(first);
    sent(first).flush(KEPT);
    expect([outbox.aside().length, outbox.waiting()]).toEqual([0, 0]);
  });

  it('a full or broken disk is no fault of the act: it waits as long as it takes', () => {
    const id = outbox.do(look('one'));
    for (const code of ['DISK_FULL', 'DISK_FAILED', 'DISK_FULL', 'DISK_FAILED', 'DISK_FULL', 'DISK_FAILED']) {
      sent(id).flush({ error: { code, message: 'no' } }, { status: 507, statusText: 'Insufficient Storage' });
      jasmine.clock().tick(3000);
    }
    expect([outbox.waiting(), outbox.aside().length]).toEqual([1, 0]);
    sent(id).flush(KEPT);
  });

  it('of another tab that waits are not overwritten', () => {
    const mine = outbox.do(look('mine'));
    const theirs = { id: 'theirs', undoes: null, act: look('theirs') };
    const list = JSON.parse(localStorage.getItem('yewridge.outbox') ?? '[]') as unknown[];
    localStorage.setItem('yewridge.outbox', JSON.stringify([...list, theirs]));
    sent(mine).flush(KEPT);
    const left = JSON.parse(localStorage.getItem('yewridge.outbox') ?? '[]') as { id: string }[];
    expect(left.map(({ id }) => id)).toEqual(['theirs']);
  });

  it('are not stopped by rubbish that lies where they are kept', () => {
    localStorage.setItem('yewridge.outbox', '{"not": a list');
    open();
    expect(outbox.waiting()).toBe(0);
  });
});
