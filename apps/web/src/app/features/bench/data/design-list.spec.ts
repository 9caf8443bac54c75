import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { DesignDto } from '@yewridge/contract/bench';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { withValue } from '../../../shared/documents/value-at';
import { SAMPLE } from '../testing/sample-design';
import { DesignActions } from './design-actions';
import { DesignListStore } from './design-list-store';

const NOW = '2026-05-14T16:20:00.000Z';
const dto = (id: string, document = SAMPLE): DesignDto => ({
  id,
  revision: 4,
  document,
  createdAt: NOW,
  updatedAt: NOW,
  deletedAt: null,
});
const LIST = (offset: number) => `/api/v1/designs?sort=name&limit=200&offset=${offset}`;

describe('bench: the list and what is done from it', () => {
  let http: HttpTestingController;
  let said: { message: string; undo?: () => void }[];
  beforeEach(() => {
    said = [];
    const toast = {
      show: (message: string, undo: () => void) => said.push({ message, undo }),
      tell: (message: string) => said.push({ message }),
    };
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: UndoToast, useValue: toast },
      ],
    });
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(() => {
    http.verify();
  });

  it('asks for page after page until it has all', () => {
    const store = TestBed.inject(DesignListStore);
    store.load();
    expect(store.state().kind).toBe('waiting');
    const page = (offset: number, items: readonly DesignDto[]): void => {
      http.expectOne(LIST(offset)).flush({ items, total: 201, limit: 200, offset });
    };
    page(0, [dto('a')]);
    page(200, [dto('b')]);
    expect(store.rows().map(({ design }) => design.id)).toEqual(['a', 'b']);
  });

  it('lists a design that cannot be computed, without figures', () => {
    const store = TestBed.inject(DesignListStore);
    store.load();
    const faulty = dto('a', withValue(SAMPLE, 'sections[1].contents[1].count', 40));
    http.expectOne(LIST(0)).flush({ items: [faulty, dto('b')], total: 2, limit: 200, offset: 0 });
    expect(store.rows().map(({ computed }) => computed !== null)).toEqual([false, true]);
  });

  it('says what failed, in the server’s words or its own', () => {
    const store = TestBed.inject(DesignListStore);
    store.load();
    http
      .expectOne(LIST(0))
      .flush({ error: { code: 'INTERNAL', message: 'Something failed.' } }, { status: 500, statusText: '' });
    let state = store.state();
    expect(state.kind === 'failed' && state.failure.code).toBe('INTERNAL');
    store.load();
    http.expectOne(LIST(0)).error(new ProgressEvent('error'));
    state = store.state();
    expect(state.kind === 'failed' && state.failure.code).toBe('UNREACHABLE');
  });

  it('deletes from the revision it knows, and brings back what was deleted', () => {
    const actions = TestBed.inject(DesignActions);
    actions.remove(dto('a'));
    http.expectOne('/api/v1/designs/a?revision=4').flush({ ...dto('a'), revision: 5, deletedAt: NOW });
    http.expectOne(LIST(0)).flush({ items: [], total: 0, limit: 200, offset: 0 });
    expect(said.map(({ message }) => message)).toEqual(['“Sample nuc” deleted']);
    said[0]?.undo?.();
    http.expectOne('/api/v1/designs/a/restore?revision=5').flush(dto('a'));
    http.expectOne(LIST(0)).flush({ items: [dto('a')], total: 1, limit: 200, offset: 0 });
  });

  it('makes a copy with a name that fits, and goes to it', () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    TestBed.inject(DesignActions).copy({ ...SAMPLE, name: 'x'.repeat(80) });
    const request = http.expectOne(({ method }) => method === 'PUT');
    const { name } = (request.request.body as { document: { name: string } }).document;
    expect([name.length, name.endsWith(', copy')]).toEqual([80, true]);
    request.flush(dto('new'));
    expect(navigate).toHaveBeenCalledTimes(1);
  });

  it('says so when a design could not be made', () => {
    TestBed.inject(DesignActions).start('cone');
    http.expectOne(({ method }) => method === 'PUT').error(new ProgressEvent('error'));
    expect(said[0]?.message).toContain('Yewridge does not answer');
  });
});
