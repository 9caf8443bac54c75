import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { ACT_CLOCK, type ActDto, type RecordDto } from '@yewridge/contract/season';
import { Subject } from 'rxjs';
import { changed, made } from '../season/records-api';
import { FieldLink } from '../field/field-link';
import { ActOutbox } from './act-outbox';
import { type Waiting, WaitingRoom } from './waiting-room';

const KEPT = { changes: [] };
const look = (says: string): ActDto => ({
  says,
  changes: [made('visits', { deploymentId: 'd1', at: '2026-05-14T18:20', occupied: false })],
});

describe('acts on their way to the server', () => {
  let http: HttpTestingController;
  let outbox: ActOutbox;
  /** Records that were put back to an earlier state. */
  let back: Subject<void>;

  function open(): void {
    back = new Subject();
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    Object.defineProperty(TestBed.inject(FieldLink), 'putBack', { value: back });
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

  it('each is told once it is kept, refused or taken back before it went, and before the records come anew', () => {
    const told: (string | boolean)[][] = [];
    outbox.settled.subscribe(({ id, kept }) => told.push([id, kept]));
    outbox.answered.subscribe(() => told.push(['answered']));
    const [one, two, three] = [outbox.do(look('one')), outbox.do(look('two')), outbox.do(look('three'))];
    outbox.undo(three);
    sent(one).flush(KEPT);
    sent(two).flush({ error: { code: 'RULE', message: 'no', fields: [] } }, { status: 409, statusText: 'Conflict' });
    expect(told).toEqual([[three, false], [one, true], ['answered'], [two, false], ['answered']]);
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
    expect(change).toEqual(jasmine.objectContaining({ only: ['notes'] }) as never);
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

  it('of which another device said something else waits for the keeper’s word, over a closed page', () => {
    const caught = { id: 'c1', revision: 4, massKg: 1.2 } as unknown as RecordDto<'catches'>;
    const id = outbox.do({ says: 'mass', changes: [changed('catches', caught, { massKg: 1.9 })] });
    const current = { ...caught, revision: 5, massKg: 3 };
    sent(id).flush(
      {
        error: {
          code: 'REVISION_CONFLICT',
          message: 'no',
          fields: [{ path: 'changes[0].fields.massKg', message: 'x' }],
          current,
        },
      },
      { status: 409, statusText: 'Conflict' },
    );
    expect([outbox.waiting(), outbox.refused().length, outbox.met().length]).toEqual([0, 0, 1]);
    open();
    expect(outbox.met().map(({ act }) => act.says)).toEqual(['mass']);
    outbox.choose(id, 'mine');
    const again = http.expectOne(({ url }) => url.startsWith('/api/v1/acts/') && !url.endsWith(id));
    expect((again.request.body as ActDto).changes[0]).toEqual(
      jasmine.objectContaining({ revision: 5, fields: jasmine.objectContaining({ massKg: 1.9 }) }),
    );
    again.flush(KEPT);
    open();
    expect(outbox.met()).toEqual([]);
  });

  it('without a signal tell the pages at once what is to be seen, done and taken back', () => {
    const link = TestBed.inject(FieldLink);
    const told: unknown[] = [];
    outbox.answered.subscribe((tables) => told.push(tables && [...tables]));
    const first = outbox.do(look('one'));
    expect(told).toEqual([]);
    link.lost();
    const second = outbox.do(look('two'));
    outbox.undo(second);
    expect(told).toEqual([['visits'], ['visits']]);
    sent(first).flush(KEPT);
  });

  it('that show a picture send it first; without it the act waits, and once it is kept the picture is forgotten', async () => {
    const room = TestBed.inject(WaitingRoom);
    const forgotten: string[] = [];
    spyOn(room, 'picture').and.resolveTo(new Blob(['bytes']));
    spyOn(room, 'forgetPicture').and.callFake((picture) => {
      forgotten.push(picture);
      return Promise.resolve();
    });
    const photo = made('photos', { takenOn: '2026-05-14', deploymentId: 'd1' });
    const id = outbox.do({ says: 'Photo kept', changes: [photo] });
    const turns = async (): Promise<void> => {
      for (let n = 0; n < 6; n++) await Promise.resolve();
    };
    await turns();
    const address = `/api/v1/files/pictures/${photo.id}`;
    http.expectOne(address).error(new ProgressEvent('error'));
    await turns();
    http.expectNone(`/api/v1/acts/${id}`);
    jasmine.clock().tick(3000);
    await turns();
    http.expectOne(address).flush({});
    await turns();
    expect(forgotten).toEqual([]);
    sent(id).flush(KEPT);
    expect(forgotten).toEqual([photo.id]);
  });

  it('a picture whose act is taken back before it was sent is forgotten with it', () => {
    const forget = spyOn(TestBed.inject(WaitingRoom), 'forgetPicture').and.resolveTo();
    const first = outbox.do(look('one'));
    const photo = made('photos', { takenOn: '2026-05-14', deploymentId: 'd1' });
    outbox.undo(outbox.do({ says: 'Photo kept', changes: [photo] }));
    expect(forget.calls.allArgs()).toEqual([[photo.id]]);
    sent(first).flush(KEPT);
  });

  it('say when they were done and when they are sent, by this device’s clock', () => {
    jasmine.clock().mockDate(new Date('2026-05-14T10:00:00.000Z'));
    const id = outbox.do(look('one'));
    const first = sent(id);
    expect(first.request.headers.get(ACT_CLOCK)).toBe('2026-05-14T10:00:00.000Z,2026-05-14T10:00:00.000Z');
    first.error(new ProgressEvent('error'));
    jasmine.clock().tick(3000);
    const again = sent(id);
    expect(again.request.headers.get(ACT_CLOCK)).toBe('2026-05-14T10:00:00.000Z,2026-05-14T10:00:03.000Z');
    again.flush(KEPT);
  });

  it('wait while nobody is signed in, and go out once somebody is', () => {
    const id = outbox.do(look('one'));
    sent(id).flush({ error: { code: 'SIGN_IN', message: 'no' } }, { status: 401, statusText: 'Unauthorized' });
    expect([outbox.waiting(), outbox.refused().length]).toEqual([1, 0]);
    jasmine.clock().tick(3000);
    sent(id).flush(KEPT);
    expect(outbox.waiting()).toBe(0);
  });

  it('what rests on one that must be asked about waits with it, and follows it', () => {
    const caught = made('catches', { deploymentId: 'd1', foundOn: '2026-05-14' });
    const first = outbox.do({ says: 'caught', changes: [caught] });
    outbox.do({ says: 'eggs', changes: [made('followups', { catchId: caught.id, on: '2026-05-20', kind: 'laying' })] });
    const third = outbox.do(look('three'));
    const current = { id: 'c1', revision: 1, deploymentId: 'd1', foundOn: '2026-05-13' };
    sent(first).flush(
      { error: { code: 'SAME_SWARM', message: 'x', current } },
      { status: 409, statusText: 'Conflict' },
    );
    sent(third).flush(KEPT);
    expect([outbox.waiting(), outbox.met().length, outbox.refused().length]).toEqual([0, 1, 0]);
    outbox.choose(first, 'mine');
    const next = http.expectOne(({ method }) => method === 'PUT');
    const [change] = (next.request.body as ActDto).changes;
    expect(change?.op === 'put' && [change.table, change.fields['catchId']]).toEqual(['followups', 'c1']);
    next.flush(KEPT);
  });

  it('that brought a record back out of the bin say so', () => {
    const id = outbox.do(look('one'));
    const record = { id: 'v', revision: 3 } as unknown as RecordDto<'visits'>;
    sent(id).flush({ id, says: 'one', changes: [{ table: 'visits', cameBack: true, record }] });
    expect(outbox.refused().map(({ kept, sentence }) => [kept, sentence])).toEqual([
      [true, 'another device had put it into the bin. Your change brought it back.'],
    ]);
  });

  it('a backup that was put back does not have are offered again, once and in order, or left out', async () => {
    const room = TestBed.inject(WaitingRoom);
    const waiting = (id: string): Waiting => ({ id, undoes: null, act: look(id), at: '2026-05-14T10:00:00.000Z' });
    spyOn(room, 'remembered').and.resolveTo([waiting('a'), waiting('b'), waiting('c')]);
    const turns = async (): Promise<void> => {
      for (let n = 0; n < 8; n++) await Promise.resolve();
    };
    const putBack = async (known: readonly string[]): Promise<void> => {
      back.next();
      await turns();
      const asked = http.expectOne('/api/v1/acts/known');
      expect(asked.request.body).toEqual({ ids: ['a', 'b', 'c'] });
      asked.flush({ ids: known });
      await turns();
    };
    await putBack(['b']);
    expect(outbox.missed()).toBe(2);
    outbox.offerAgain(false);
    expect([outbox.missed(), outbox.waiting()]).toEqual([0, 0]);
    await putBack(['b']);
    outbox.offerAgain(true);
    sent('a').flush(KEPT);
    sent('c').flush(KEPT);
    await putBack(['a', 'b', 'c']);
    expect([outbox.missed(), outbox.waiting()]).toEqual([0, 0]);
  });

  it('that a backup lacks are asked for until there is an answer, and still offered when the page was closed', async () => {
    const room = TestBed.inject(WaitingRoom);
    spyOn(room, 'remembered').and.resolveTo([
      { id: 'a', undoes: null, act: look('a'), at: '2026-05-14T10:00:00.000Z' },
    ]);
    const turns = async (): Promise<void> => {
      for (let n = 0; n < 8; n++) await Promise.resolve();
    };
    back.next();
    await turns();
    http.expectOne('/api/v1/acts/known').error(new ProgressEvent('error'));
    await turns();
    jasmine.clock().tick(3000);
    await turns();
    http.expectOne('/api/v1/acts/known').flush({ ids: [] });
    await turns();
    open();
    expect(outbox.missed()).toBe(1);
    outbox.offerAgain(true);
    sent('a').flush(KEPT);
    open();
    expect(outbox.missed()).toBe(0);
  });

  it('another device handed over go out under their own ids, in order', () => {
    outbox.takeOver([
      { id: 'x1', at: '2026-05-14T10:00:00.000Z', act: look('one') },
      { id: 'x2', at: null, act: look('two') },
    ]);
    const first = sent('x1');
    expect(first.request.headers.get(ACT_CLOCK)?.startsWith('2026-05-14T10:00:00.000Z,')).toBeTrue();
    first.flush(KEPT);
    sent('x2').flush(KEPT);
    expect(outbox.waiting()).toBe(0);
  });

  it('let go of while they are tried are not sent by whoever comes next', () => {
    const id = outbox.do(look('one'));
    sent(id).flush({ error: { code: 'SIGN_IN', message: 'no' } }, { status: 401, statusText: 'Unauthorized' });
    outbox.letAllGo();
    jasmine.clock().tick(3000);
    http
      .match(() => true)
      .forEach((asked) => {
        asked.flush({ error: { code: 'SIGN_IN', message: 'no' } }, { status: 401, statusText: 'Unauthorized' });
      });
    jasmine.clock().tick(60_000);
    http.expectNone(() => true);
    expect([outbox.waiting(), outbox.refused()]).toEqual([0, []]);
  });

  it('are all let go of where somebody else works on this device from now on', () => {
    const first = outbox.do(look('one'));
    outbox.do(look('two'));
    expect(outbox.handOver().map(({ act }) => act.says)).toEqual(['one', 'two']);
    outbox.letAllGo();
    expect([outbox.waiting(), outbox.last(), outbox.handOver()]).toEqual([0, null, []]);
    sent(first).flush(KEPT);
    http.expectNone(({ method }) => method === 'PUT');
    open();
    expect(outbox.waiting()).toBe(0);
  });

  it('are not stopped by rubbish that lies where they are kept', () => {
    localStorage.setItem('yewridge.outbox', '{"not": a list');
    open();
    expect(outbox.waiting()).toBe(0);
  });
});
