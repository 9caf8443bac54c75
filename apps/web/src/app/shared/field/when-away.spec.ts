import { HttpClient, type HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { FieldLink } from './field-link';
import { PATIENCE_MS, whenAway } from './when-away';

const DUE = '/api/v1/rounds/due';

describe('a question to a server that may be away', () => {
  const away = signal(false);
  const asked: unknown[] = [];
  let here: unknown;
  let http: HttpClient;
  let server: HttpTestingController;
  const link = {
    away,
    heard: () => {
      away.set(false);
    },
    lost: () => {
      away.set(true);
    },
    answer: (path: string, params: unknown) => {
      asked.push([path, params]);
      return of(here);
    },
  };
  beforeEach(() => {
    away.set(false);
    asked.splice(0);
    here = undefined;
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(withInterceptors([whenAway])),
        provideHttpClientTesting(),
        { provide: FieldLink, useValue: link },
      ],
    });
    http = TestBed.inject(HttpClient);
    server = TestBed.inject(HttpTestingController);
  });
  afterEach(() => {
    server.verify();
  });
  const lose = (): void => {
    server.expectOne(DUE).error(new ProgressEvent('error'));
  };

  it('is the server’s to answer as long as it is there', () => {
    let said: unknown;
    http.get(DUE).subscribe((answer) => (said = answer));
    const { request } = server.match(DUE)[0]!;
    expect(request.headers.get('ngsw-bypass')).toBe('true');
    expect(asked).toEqual([]);
    http.get(DUE).subscribe((answer) => (said = answer));
    server.expectOne(DUE).flush({ today: '2026-05-14' });
    expect(said).toEqual({ today: '2026-05-14' });
  });

  it('is answered by this device when the server is lost, and what it says of the address is told', () => {
    here = { today: '2026-05-13' };
    let said: unknown;
    http.get(DUE, { params: { from: '2026-05-01' } }).subscribe((answer) => (said = answer));
    server.expectOne(`${DUE}?from=2026-05-01`).error(new ProgressEvent('error'));
    expect([said, away()]).toEqual([here, true]);
    expect(asked).toEqual([['rounds/due', { from: '2026-05-01' }]]);
  });

  it('goes to this device at once while the server is away', () => {
    here = { today: '2026-05-13' };
    away.set(true);
    let said: unknown;
    http.get(DUE).subscribe((answer) => (said = answer));
    expect(said).toEqual(here);
  });

  it('that this device cannot answer is tried with the server, and brings it back', () => {
    away.set(true);
    let said: unknown;
    http.get(DUE).subscribe((answer) => (said = answer));
    server.expectOne(DUE).flush({ today: '2026-05-14' });
    expect([said, away()]).toEqual([{ today: '2026-05-14' }, false]);
  });

  it('fails as before where neither knows', () => {
    let failure: unknown;
    http.get(DUE).subscribe({ error: (error: unknown) => (failure = error) });
    lose();
    expect((failure as HttpErrorResponse).status).toBe(0);
    expect(away()).toBeTrue();
  });

  it('a refusal is an answer: the server is there', () => {
    here = { today: '2026-05-13' };
    let failure: unknown;
    http.get(DUE).subscribe({ error: (error: unknown) => (failure = error) });
    server.expectOne(DUE).flush({ error: { code: 'NOT_FOUND' } }, { status: 404, statusText: 'Not Found' });
    expect([(failure as HttpErrorResponse).status, away(), asked.length]).toEqual([404, false, 0]);
  });

  it('that takes too long is answered here, where it can, and the server is taken to be away', () => {
    jasmine.clock().install();
    try {
      here = { today: '2026-05-13' };
      let said: unknown;
      http.get(DUE).subscribe((answer) => (said = answer));
      const asks = server.expectOne(DUE);
      jasmine.clock().tick(PATIENCE_MS - 1);
      expect([said, away()]).toEqual([undefined, false]);
      jasmine.clock().tick(1);
      expect([said, away(), asks.cancelled]).toEqual([here, true, true]);
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('that takes too long and is not known here is waited for', () => {
    jasmine.clock().install();
    try {
      let said: unknown;
      http.get(DUE).subscribe((answer) => (said = answer));
      const asks = server.expectOne(DUE);
      jasmine.clock().tick(PATIENCE_MS + 1);
      expect([said, away(), asks.cancelled]).toEqual([undefined, false, false]);
      asks.flush({ today: '2026-05-14' });
      expect(said).toEqual({ today: '2026-05-14' });
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('what writes is never answered here, though it tells that the server is lost', () => {
    here = { anything: true };
    let failed = false;
    http.put('/api/v1/acts/a', {}).subscribe({ error: () => (failed = true) });
    server.expectOne('/api/v1/acts/a').error(new ProgressEvent('error'));
    expect([failed, away(), asked.length]).toEqual([true, true, 0]);
  });

  it('to another address is nobody’s business', () => {
    http.get('/icons/icon-192.png').subscribe();
    const { request } = server.expectOne('/icons/icon-192.png');
    expect(request.headers.has('ngsw-bypass')).toBeFalse();
  });
});
