import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { RecordsApi } from './records-api';

describe('records of a table', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    http = TestBed.inject(HttpTestingController);
  });
  const answer = (offset: number, count: number, total: number): void => {
    const asked = http.expectOne(
      ({ url, params }) => url.endsWith('/records/ways') && (params.get('offset') ?? '0') === `${offset}`,
    );
    const items = Array.from({ length: count }, (_, n) => ({ id: `w${offset + n}` }));
    asked.flush({ items, total, limit: 500, offset });
  };
  const all = (): { readonly ids: readonly string[] | null } => {
    const told: { ids: readonly string[] | null } = { ids: null };
    TestBed.inject(RecordsApi)
      .all('ways')
      .subscribe((rows) => {
        told.ids = rows.map(({ id }) => id);
      });
    return told;
  };

  it('come page after page until all are there', () => {
    const told = all();
    answer(0, 500, 1001);
    expect(told.ids).toBeNull();
    answer(500, 500, 1001);
    answer(1000, 1, 1001);
    expect(told.ids?.length).toBe(1001);
    expect(told.ids?.at(-1)).toBe('w1000');
    http.verify();
  });

  it('that fit on one page are asked for once, none as well', () => {
    const told = all();
    answer(0, 500, 500);
    expect(told.ids?.length).toBe(500);
    const none = all();
    answer(0, 0, 0);
    expect(none.ids).toEqual([]);
    http.verify();
  });
});
