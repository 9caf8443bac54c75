import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { SessionDto, WhoDto } from '@yewridge/contract/members';
import { of, Subject } from 'rxjs';
import { FieldLink } from '../field/field-link';
import { beginsSession } from './begins-session';
import { SessionEnds } from './session-ends';
import { SessionStore } from './session-store';
import { addressWithin, signedIn } from './signed-in';
import { whenSignedOut } from './when-signed-out';

@Component({ selector: 'yw-nowhere', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Nowhere {}

const WHO: WhoDto = { id: 'm', name: 'Ivo', role: 'helper', seesPeople: false };
const IN: SessionDto = { access: 'on', who: WHO };
const OUT: SessionDto = { access: 'on', who: null };
const ALONE: SessionDto = { access: 'off', who: { id: null, name: null, role: 'owner', seesPeople: true } };

describe('who works here', () => {
  let session: SessionStore;
  let http: HttpTestingController;
  const link = { signedOut: new Subject<void>(), rest: jasmine.createSpy('rest'), wipe: jasmine.createSpy('wipe') };

  function open(): void {
    TestBed.resetTestingModule();
    link.rest.calls.reset();
    link.wipe.calls.reset();
    link.wipe.and.returnValue(of(null));
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(withInterceptors([whenSignedOut])),
        provideHttpClientTesting(),
        provideRouter([
          { path: '', canActivateChild: [signedIn], children: [{ path: 'ground', component: Nowhere }] },
          { path: '**', component: Nowhere },
        ]),
        { provide: FieldLink, useValue: link },
      ],
    });
    session = TestBed.inject(SessionStore);
    http = TestBed.inject(HttpTestingController);
  }
  beforeEach(() => {
    localStorage.clear();
    open();
  });
  afterEach(() => {
    localStorage.clear();
  });
  const begin = async (told: SessionDto | null): Promise<void> => {
    const begun = session.begin();
    const asked = http.expectOne('/api/v1/session');
    if (told) asked.flush(told);
    else asked.error(new ProgressEvent('error'));
    await begun;
  };

  it('is asked when the app is opened, and without a signal it is whoever it was last', async () => {
    await begin(IN);
    expect([session.who(), session.out(), session.keeps()]).toEqual([WHO, false, false]);
    open();
    await begin(null);
    expect([session.who(), session.lastName()]).toEqual([WHO, 'Ivo']);
  });

  it('alone at this computer everything stands open; on a device that never asked, too', async () => {
    await begin(null);
    expect([session.session(), session.out(), session.keeps()]).toEqual([null, false, true]);
    await begin(ALONE);
    expect([session.out(), session.isOwner(), session.keeps()]).toEqual([false, true, true]);
    localStorage.setItem('yewridge.session', 'rubbish');
    open();
    expect(session.session()).toBeNull();
  });

  it('whoever signs in is known from then on; wrong is said in words', () => {
    const said: unknown[] = [];
    session.signIn({ name: 'Ivo', passphrase: 'x' }).subscribe({ error: (failure: unknown) => said.push(failure) });
    http
      .expectOne('/api/v1/session')
      .flush({ error: { code: 'WRONG_SIGN_IN', message: 'no' } }, { status: 401, statusText: 'Unauthorized' });
    expect(said).toEqual([jasmine.objectContaining({ code: 'WRONG_SIGN_IN', message: 'no' })]);
    session.signIn({ name: 'Ivo', passphrase: 'y' }).subscribe();
    http.expectOne('/api/v1/session').flush(IN);
    expect(session.who()?.name).toBe('Ivo');
    session.signOut().subscribe();
    http.expectOne({ url: '/api/v1/session', method: 'DELETE' }).flush(null);
    expect([session.out(), session.lastName()]).toEqual([true, 'Ivo']);
  });

  it('a device that was signed out elsewhere keeps nothing of what it was told, and asks to sign in', async () => {
    TestBed.inject(SessionEnds).begin();
    await begin(IN);
    await TestBed.inject(Router).navigateByUrl('/ground');
    TestBed.inject(HttpClient)
      .get('/api/v1/today')
      .subscribe({ error: () => undefined });
    const refused = { error: { code: 'SIGN_IN', message: 'no' } };
    http.expectOne('/api/v1/today').flush(refused, { status: 401, statusText: 'Unauthorized' });
    http.expectOne('/api/v1/session').flush(OUT);
    expect(session.out()).toBeTrue();
    expect(link.wipe).toHaveBeenCalledTimes(1);
    expect(link.rest.calls.mostRecent().args).toEqual([true]);
    await new Promise((resolve) => setTimeout(resolve));
    expect(TestBed.inject(Router).url).toBe('/sign-in?then=%2Fground');
    // Told once more, nothing happens twice.
    link.signedOut.next();
    expect(link.wipe).toHaveBeenCalledTimes(1);
  });

  const REFUSED = { error: { code: 'SIGN_IN', message: 'no' } };
  const refuse = (url: string): void => {
    http.expectOne(url).flush(REFUSED, { status: 401, statusText: 'Unauthorized' });
  };

  it('what was on its way while members were switched on is asked again once they are, and nobody is sent to sign in', async () => {
    TestBed.inject(SessionEnds).begin();
    await begin(ALONE);
    const client = TestBed.inject(HttpClient);
    const said: unknown[] = [];
    client.put<SessionDto>('/api/v1/access', {}, beginsSession()).subscribe((told) => {
      session.begun(told);
    });
    client.get('/api/v1/workspace').subscribe((workspace) => said.push(workspace));
    refuse('/api/v1/workspace');
    link.signedOut.next();
    // Whether it was too early for the session that begins is known once that has begun.
    http.expectNone('/api/v1/session');
    http.expectOne('/api/v1/access').flush(IN);
    for (const asked of http.match('/api/v1/session')) asked.flush(IN);
    http.expectOne('/api/v1/workspace').flush({ name: 'Vellmark' });
    expect(said).toEqual([{ name: 'Vellmark' }]);
    expect([session.who(), link.wipe.calls.count()]).toEqual([WHO, 0]);
  });

  it('a beginning that fails leaves the refusal as it was; out of reach nothing is lost', async () => {
    TestBed.inject(SessionEnds).begin();
    await begin(IN);
    const client = TestBed.inject(HttpClient);
    const failed: number[] = [];
    const fails = { error: ({ status }: { status: number }) => failed.push(status) };
    client.get('/api/v1/today').subscribe(fails);
    refuse('/api/v1/today');
    http.expectOne('/api/v1/session').error(new ProgressEvent('error'));
    expect([failed, session.out(), link.wipe.calls.count()]).toEqual([[401], false, 0]);
    client.put('/api/v1/session/passphrase', {}, beginsSession()).subscribe(fails);
    client.get('/api/v1/today').subscribe(fails);
    refuse('/api/v1/today');
    http.expectOne('/api/v1/session/passphrase').flush(null, { status: 422, statusText: 'no' });
    http.expectOne('/api/v1/session').flush(OUT);
    expect([failed, session.out(), link.wipe.calls.count()]).toEqual([[401, 422, 401], true, 1]);
  });

  it('a device without a name for it does not take any refusal for that', () => {
    session.begun(IN);
    TestBed.inject(HttpClient)
      .post('/api/v1/devices/x/readings', {})
      .subscribe({ error: () => undefined });
    const refused = { error: { code: 'UNKNOWN_KEY', message: 'no' } };
    http.expectOne('/api/v1/devices/x/readings').flush(refused, { status: 401, statusText: 'Unauthorized' });
    expect(session.out()).toBeFalse();
  });

  it('places stand open to members; whoever is out signs in first, and a guest looks', async () => {
    const router = TestBed.inject(Router);
    for (const [told, url] of [
      [IN, '/ground'],
      [ALONE, '/ground'],
      [OUT, '/sign-in?then=%2Fground'],
      [{ access: 'on', who: { ...WHO, role: 'guest' } } as SessionDto, '/look'],
    ] as const) {
      session.begun(told);
      await router.navigateByUrl('/elsewhere');
      await router.navigateByUrl('/ground');
      expect(router.url).toBe(url);
    }
  });

  it('leads back within the app, and nowhere else', () => {
    expect(addressWithin('/ground?site=old-weir')).toBe('/ground?site=old-weir');
    for (const other of [undefined, '//evil.example', 'https://evil.example', '/\\evil.example', '', '/sign-in?then=/'])
      expect(addressWithin(other)).withContext(String(other)).toBe('/');
  });
});
