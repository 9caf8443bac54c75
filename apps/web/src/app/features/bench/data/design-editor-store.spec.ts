import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { DesignDto, SaveDesignDto } from '@yewridge/contract/bench';
import type { Design } from '@yewridge/core/bench';
import { withValue } from '../../../shared/documents/value-at';
import { newDesign } from './design-edits';
import { DesignEditorStore } from './design-editor-store';
import { DraftKeeper } from '../../../shared/documents/draft-keeper';

const URL = '/api/v1/designs/a';
const NOW = '2026-05-14T16:20:00.000Z';
const dto = (revision: number, document: Design): DesignDto => ({
  id: 'a',
  revision,
  document,
  createdAt: NOW,
  updatedAt: NOW,
  deletedAt: null,
});

describe('bench: autosave', () => {
  const start = newDesign('box', 'Box');
  let http: HttpTestingController;
  let store: DesignEditorStore;
  const width = (value: number) => (design: Design) => withValue(design, 'sections[0].shape.width', value);

  function open(document = start, revision = 1): void {
    store = TestBed.inject(DesignEditorStore);
    store.open('a');
    http.expectOne(URL).flush(dto(revision, document));
  }
  const put = (): TestRequest => http.expectOne({ method: 'PUT', url: URL });
  const sent = (request: TestRequest): SaveDesignDto => request.request.body as SaveDesignDto;

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date(NOW));
    localStorage.clear();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting(), DesignEditorStore] });
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(() => {
    http.verify();
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  it('sends the last of many strokes once, from the revision it was read at', () => {
    open();
    for (const value of [0.3, 0.31, 0.312]) store.edit(width(value), 'width');
    jasmine.clock().tick(400);
    const request = put();
    expect(sent(request)).toEqual({ revision: 1, document: width(0.312)(start) });
    request.flush(dto(2, sent(request).document));
    expect([store.saving().kind, store.revision]).toEqual(['saved', 2]);
  });

  it('waits for the save under way when the page is left, and is in no conflict with itself', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    const first = put();
    store.edit(width(0.4));
    let left = false;
    store.flush().subscribe({ complete: () => (left = true) });
    http.expectNone({ method: 'PUT', url: URL });
    first.flush(dto(2, sent(first).document));
    const second = put();
    expect([sent(second).revision, left]).toEqual([2, false]);
    second.flush(dto(3, sent(second).document));
    expect([left, store.settled(), store.saving().kind]).toEqual([true, true, 'saved']);
    jasmine.clock().tick(400);
  });

  it('sends what was typed during a save after it, from the new revision', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    const first = put();
    store.edit(width(0.4));
    first.flush(dto(2, sent(first).document));
    jasmine.clock().tick(400);
    const second = put();
    expect(sent(second).revision).toBe(2);
    second.flush(dto(3, sent(second).document));
    expect(store.settled()).toBeTrue();
  });

  it('keeps a draft until the server has acknowledged it, and takes it up after a crash', () => {
    open();
    store.edit(width(0.3));
    expect(TestBed.inject(DraftKeeper).find<Design>('a')?.document).toEqual(width(0.3)(start));
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting(), DesignEditorStore] });
    http = TestBed.inject(HttpTestingController);
    open();
    expect(store.document()).toEqual(width(0.3)(start));
    jasmine.clock().tick(400);
    const request = put();
    request.flush(dto(2, sent(request).document));
    expect(TestBed.inject(DraftKeeper).find('a')).toBeNull();
  });

  it('tries again while the server is away', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    put().error(new ProgressEvent('error'));
    expect(store.saving().kind).toBe('kept');
    jasmine.clock().tick(2500);
    const again = put();
    again.flush(dto(2, sent(again).document));
    expect(store.saving().kind).toBe('saved');
  });

  it('knows its own save again when the answer to it was lost', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    const request = put();
    request.flush(
      { error: { code: 'REVISION_CONFLICT', message: '', current: dto(2, width(0.3)(start)) } },
      { status: 409, statusText: 'Conflict' },
    );
    expect([store.saving().kind, store.revision]).toEqual(['saved', 2]);
  });

  it('stops and asks when somebody else has saved something else', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    put().flush(
      { error: { code: 'REVISION_CONFLICT', message: '', current: dto(2, width(0.5)(start)) } },
      { status: 409, statusText: 'Conflict' },
    );
    store.edit(width(0.31));
    jasmine.clock().tick(4000);
    expect(store.saving().kind).toBe('conflict');
    store.resolve('theirs', 'copy').subscribe();
    expect(store.document()).toEqual(width(0.5)(start));
    store.undo();
    expect(store.document()).toEqual(width(0.31)(start));
    jasmine.clock().tick(400);
    const mine = put();
    expect(sent(mine).revision).toBe(2);
    mine.flush(dto(3, sent(mine).document));
  });

  it('takes no answer for a design that was left meanwhile', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    const late = put();
    store.open('b');
    http.expectOne('/api/v1/designs/b').flush({ ...dto(7, start), id: 'b' });
    late.flush(dto(2, sent(late).document));
    jasmine.clock().tick(4000);
    expect([store.revision, store.saving().kind]).toEqual([7, 'saved']);
    expect(store.document()).toEqual(start);
  });

  it('offers a design back that was deleted elsewhere, with what was typed since', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    const binned = { ...dto(2, start), deletedAt: NOW };
    put().flush({ error: { code: 'DELETED', message: '', current: binned } }, { status: 404, statusText: 'Not Found' });
    expect(store.page().kind).toBe('deleted');
    store.restore(binned);
    http.expectOne('/api/v1/designs/a/restore?revision=2').flush(dto(3, start));
    expect([store.saving().kind, store.document()]).toEqual(['conflict', width(0.3)(start)]);
  });

  it('keeps mine until the copy of it is safe', () => {
    open();
    store.edit(width(0.3));
    jasmine.clock().tick(400);
    put().flush(
      { error: { code: 'REVISION_CONFLICT', message: '', current: dto(2, width(0.5)(start)) } },
      { status: 409, statusText: 'Conflict' },
    );
    store.resolve('both', 'copy').subscribe({ error: () => undefined });
    http.expectOne('/api/v1/designs/copy').error(new ProgressEvent('error'));
    expect([store.saving().kind, store.document()]).toEqual(['conflict', width(0.3)(start)]);
  });

  it('goes on showing the last sizes that go together, and saves the others all the same', () => {
    open();
    const before = store.shown();
    store.edit((design) => withValue(design, 'sections[0].contents', [{ kind: 'frames', frame: 'dnm', count: 30 }]));
    expect(store.problems().map(({ reason }) => reason)).toEqual(['frames-too-wide']);
    expect(store.shown()).toBe(before);
    jasmine.clock().tick(400);
    const request = put();
    request.flush(dto(2, sent(request).document));
    expect(store.saving().kind).toBe('saved');
  });
});
