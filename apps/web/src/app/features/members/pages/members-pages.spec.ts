import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { MatSlideToggleHarness } from '@angular/material/slide-toggle/testing';
import { ActivatedRoute, provideRouter } from '@angular/router';
import type {
  MemberDto,
  MembersDto,
  NetworkDto,
  PasskeyAnswerDto,
  PasskeysDto,
  SessionDto,
} from '@yewridge/contract/members';
import { BehaviorSubject, type Observable, of, throwError } from 'rxjs';
import type { Type } from '@angular/core';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { FieldLink } from '../../../shared/field/field-link';
import { SessionStore } from '../../../shared/session/session-store';
import { LEAVE } from '../data/leave';
import { deviceFault, PASSKEY_DEVICE } from '../data/passkey-device';
import { JoinPage } from './join-page';
import { LookPage } from './look-page';
import { MembersPage } from './members-page';
import { SignInPage } from './sign-in-page';

const SECRET = 'fr4G-H9GEKaKtdZkcvWliDwOF7_cKKATIOsh3yAplTE';
const person = (id: string, name: string, role: MemberDto['role']): MemberDto => ({
  id,
  name,
  role,
  seesPeople: role !== 'helper',
  createdAt: '',
  removedAt: null,
});
const OWNER: SessionDto = { access: 'on', who: { id: 'o', name: 'Rosa', role: 'owner', seesPeople: true } };
const MEMBERS: MembersDto = { members: [person('o', 'Rosa', 'owner'), person('k', 'Ada', 'keeper')], invitations: [] };
const DOOR: NetworkDto = { open: false, addresses: [], authority: null, fault: null };

describe('pages by which somebody comes in', () => {
  let http: HttpTestingController;
  let left: string[];
  const fragment = new BehaviorSubject<string | null>(null);
  let waiting = 0;
  /** What the device answers when it is asked for a passkey. */
  let answers: Observable<PasskeyAnswerDto>;
  const KEY: PasskeyAnswerDto = {
    id: 'k1',
    rawId: 'k1',
    type: 'public-key',
    response: {},
    clientExtensionResults: {},
  };
  const outbox = {
    waiting: () => waiting,
    handOver: () => [],
    letAllGo: jasmine.createSpy('letAllGo'),
    answered: of(),
    last: () => null,
  };

  function open<T>(page: Type<T>): ComponentFixture<T> {
    left = [];
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: ActivatedRoute, useValue: { fragment } },
        { provide: ActOutbox, useValue: outbox },
        { provide: PASSKEY_DEVICE, useValue: { there: () => true, make: () => answers, show: () => answers } },
        { provide: LEAVE, useValue: (address: string) => left.push(address) },
        { provide: FieldLink, useValue: { away: () => false, asOf: () => null, wipe: () => of(null) } },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(page);
    fixture.detectChanges();
    return fixture;
  }
  const root = (fixture: ComponentFixture<unknown>): HTMLElement => fixture.nativeElement as HTMLElement;
  const press = (fixture: ComponentFixture<unknown>, name: string | RegExp): void => {
    const found = [...root(fixture).querySelectorAll('button')].find(({ textContent }) =>
      typeof name === 'string' ? textContent.trim() === name : name.test(textContent),
    );
    if (!found) throw new Error(`no button ${String(name)}`);
    found.click();
    fixture.detectChanges();
  };
  const type = async (loader: HarnessLoader, ...texts: readonly string[]): Promise<void> => {
    const boxes = await loader.getAllHarnesses(MatInputHarness);
    for (const [n, text] of texts.entries()) await boxes[n]!.setValue(text);
  };
  const alert = (fixture: ComponentFixture<unknown>): string =>
    root(fixture).querySelector('[role=alert]')?.textContent ?? '';
  beforeEach(() => {
    localStorage.clear();
    waiting = 0;
    answers = of(KEY);
    fragment.next(null);
    outbox.letAllGo.calls.reset();
  });
  afterEach(() => {
    localStorage.clear();
  });

  it('signing in says what is wrong, and leads to where one meant to go', async () => {
    const fixture = open(SignInPage);
    fixture.componentRef.setInput('then', '/ground');
    const loader = TestbedHarnessEnvironment.loader(fixture);
    press(fixture, 'Sign in');
    expect(alert(fixture)).toBe('Type a name: it stands under what is written.');
    await type(loader, ' Ivo ', 'wrong');
    press(fixture, 'Sign in');
    const first = http.expectOne('/api/v1/session');
    expect(first.request.body).toEqual({ name: 'Ivo', passphrase: 'wrong' });
    // Pressed again while it is asked, nothing more is sent.
    press(fixture, 'Sign in');
    http.expectNone('/api/v1/session');
    const slow = {
      error: { code: 'TOO_OFTEN', message: 'x', fields: [{ path: '', message: 'Try once more in 60 s.' }] },
    };
    first.flush(slow, { status: 429, statusText: 'Too Many' });
    fixture.detectChanges();
    expect(alert(fixture)).toBe('Try once more in 60 s.');
    press(fixture, 'Sign in');
    http.expectOne('/api/v1/session').flush(OWNER);
    expect(left).toEqual(['/ground']);
  });

  it('what one did waits for them: under another name it is not sent, and let go only when that is said twice', async () => {
    waiting = 2;
    localStorage.setItem('yewridge.last-member', 'Ivo');
    const fixture = open(SignInPage);
    expect(root(fixture).textContent).toContain('2 things done by Ivo wait on this device.');
    await type(TestbedHarnessEnvironment.loader(fixture), 'Ada', 'her passphrase');
    press(fixture, 'Sign in');
    expect(alert(fixture)).toContain('would be sent under your name');
    http.expectNone('/api/v1/session');
    press(fixture, 'Let it go');
    expect(outbox.letAllGo).not.toHaveBeenCalled();
    press(fixture, 'Let it go for good');
    expect(outbox.letAllGo).toHaveBeenCalledTimes(1);
    waiting = 0;
    press(fixture, 'Sign in');
    http.expectOne('/api/v1/session').flush(OWNER);
    expect(left).toEqual(['/']);
  });

  it('a passkey signs in without anything typed; one that was not confirmed is said', () => {
    answers = throwError(() => ({ code: 'WRONG_PASSKEY', message: 'Nothing was confirmed.', fields: [] }));
    const fixture = open(SignInPage);
    press(fixture, 'Sign in with a passkey');
    http.expectOne('/api/v1/session/passkey/asked').flush({ challenge: 'c' });
    http.expectNone('/api/v1/session/passkey');
    fixture.detectChanges();
    expect(alert(fixture)).toBe('Nothing was confirmed.');
    answers = of(KEY);
    press(fixture, 'Sign in with a passkey');
    http.expectOne('/api/v1/session/passkey/asked').flush({ challenge: 'c' });
    const shown = http.expectOne('/api/v1/session/passkey');
    expect(shown.request.body).toEqual(KEY);
    shown.flush(OWNER);
    expect([left, TestBed.inject(SessionStore).who()?.name]).toEqual([['/'], 'Rosa']);
  });

  it('where another’s things wait, the passkey has to be theirs: the server is told whose', () => {
    waiting = 1;
    localStorage.setItem('yewridge.last-member', 'Ivo');
    const fixture = open(SignInPage);
    press(fixture, 'Sign in with a passkey');
    http.expectOne('/api/v1/session/passkey/asked').flush({ challenge: 'c' });
    const shown = http.expectOne('/api/v1/session/passkey');
    expect(shown.request.body).toEqual({ ...KEY, onlyAs: 'Ivo' });
    const theirs = { error: { code: 'RULE', message: 'x', fields: [{ path: '', message: 'this passkey is Ada’s' }] } };
    shown.flush(theirs, { status: 409, statusText: 'Conflict' });
    fixture.detectChanges();
    expect([alert(fixture), left]).toEqual(['this passkey is Ada’s', []]);
  });

  it('a link says as what it lets in, and joins once', async () => {
    fragment.next(SECRET);
    const fixture = open(JoinPage);
    const asked = http.expectOne('/api/v1/invitations/opened');
    expect(asked.request.body).toEqual({ secret: SECRET });
    asked.flush({ role: 'helper', workspace: 'Vellmark', expiresAt: '2026-05-16T16:20:00Z', renews: null });
    fixture.detectChanges();
    expect(root(fixture).querySelector('h1')?.textContent).toContain('Join Vellmark as a helper');
    await type(TestbedHarnessEnvironment.loader(fixture), 'Ivo', 'wet boots again', 'wet boots again');
    press(fixture, 'Join');
    const join = http.expectOne('/api/v1/invitations/joined');
    expect(join.request.body).toEqual({ secret: SECRET, name: 'Ivo', passphrase: 'wet boots again' });
    join.flush({ access: 'on', who: { id: 'i', name: 'Ivo', role: 'helper', seesPeople: false } });
    expect([left, TestBed.inject(SessionStore).who()?.name]).toEqual([['/'], 'Ivo']);
  });

  it('joining on a device where somebody’s acts wait is refused until they are sent', async () => {
    waiting = 1;
    localStorage.setItem('yewridge.last-member', 'Ada');
    fragment.next(SECRET);
    const fixture = open(JoinPage);
    http
      .expectOne('/api/v1/invitations/opened')
      .flush({ role: 'helper', workspace: 'Vellmark', expiresAt: '2026-05-16T16:20:00Z', renews: null });
    fixture.detectChanges();
    await type(TestbedHarnessEnvironment.loader(fixture), 'Ivo', 'wet boots again', 'wet boots again');
    press(fixture, 'Join');
    http.expectNone('/api/v1/invitations/joined');
    expect(alert(fixture)).toContain('1 thing done by Ada waits on this device, and would be sent under your name');
  });

  it('why a device made or showed no passkey is said by what is to be done', () => {
    expect(deviceFault('NotAllowedError')).toContain('Nothing was confirmed on this device');
    expect(deviceFault('AbortError')).toBe(deviceFault('NotAllowedError'));
    expect(deviceFault('InvalidStateError')).toContain('keeps a passkey of yours already');
    expect(deviceFault('SecurityError')).toContain('by the name of its computer');
    expect(deviceFault('UnknownError')).toContain('another device');
  });

  it('a link without its secret, or one that is over, says what to do', () => {
    expect(root(open(JoinPage)).textContent).toContain('Open the whole link, as it was sent');
    TestBed.resetTestingModule();
    fragment.next(SECRET);
    const fixture = open(JoinPage);
    const over = { error: { code: 'INVITATION_OVER', message: 'Ask the owner for a new one.' } };
    http.expectOne('/api/v1/invitations/opened').flush(over, { status: 410, statusText: 'Gone' });
    fixture.detectChanges();
    expect(alert(fixture)).toContain('Ask the owner for a new one.');
  });

  it('a guest’s link opens the season; on a device that is in already it is asked at once', () => {
    fragment.next(SECRET);
    const fixture = open(LookPage);
    http
      .expectOne('/api/v1/invitations/visited')
      .flush({ access: 'on', who: { id: null, name: null, role: 'guest', seesPeople: false } });
    http.expectOne('/api/v1/guest').flush({
      today: '2026-05-14',
      season: 2026,
      hanging: 1,
      catches: 0,
      arrivals: [],
      cells: [{ lat: 47.4, lon: 13.2, hanging: 1, catches: 0 }],
    });
    fixture.detectChanges();
    expect(root(fixture).querySelector('h1')?.textContent).toContain('1 trap hangs; no swarm was caught yet');
    expect(root(fixture).querySelectorAll('.cell').length).toBe(1);
    TestBed.resetTestingModule();
    open(LookPage);
    http.expectNone('/api/v1/invitations/visited');
    http.expectOne('/api/v1/guest');
  });

  describe('of an owner', () => {
    let fixture: ComponentFixture<MembersPage>;
    let loader: HarnessLoader;
    let ways: PasskeysDto;
    const PHONE = { id: 'k1', device: 'Firefox on Android', createdAt: '2026-05-14T10:00:00Z', lastUsedAt: null };
    async function answered(members: MembersDto = MEMBERS, network: NetworkDto = DOOR): Promise<void> {
      for (let round = 0; round < 3; round++) {
        fixture.detectChanges();
        for (const asked of http.match(() => true)) {
          const { url } = asked.request;
          if (url.endsWith('/members')) asked.flush(members);
          else if (url.endsWith('/network')) asked.flush(network);
          else if (url.endsWith('/sessions')) asked.flush({ items: [] });
          else if (url.endsWith('/passkeys')) asked.flush(ways);
          else asked.flush({});
        }
        await fixture.whenStable();
      }
    }
    beforeEach(async () => {
      ways = { items: [], passphrase: true, fault: null };
      fixture = open(MembersPage);
      TestBed.inject(SessionStore).begun(OWNER);
      loader = TestbedHarnessEnvironment.loader(fixture);
      await answered();
    });
    const sent = (method: string, url: string): unknown =>
      http.expectOne({ method, url: `/api/v1/${url}` }).request.body;

    it('a keeper who becomes a helper is no longer told landowners; the other way round they are', async () => {
      const pick = await loader.getHarness(MatSelectHarness.with({ selector: '[aria-label="What Ada may do"]' }));
      await pick.clickOptions({ text: 'helper' });
      expect(sent('PUT', 'members/k')).toEqual({ role: 'helper', seesPeople: false });
    });

    it('is asked before somebody goes, and with or without the name', async () => {
      press(fixture, /^\s*Remove Ada\s*$/);
      http.expectNone('/api/v1/members/k');
      press(fixture, 'Remove the name too');
      const asked = http.expectOne(({ method, url }) => method === 'DELETE' && url === '/api/v1/members/k');
      expect(asked.request.params.get('name')).toBe('erased');
      asked.flush(person('k', 'Ada', 'keeper'));
      await answered();
    });

    it('a refusal is said, and what stands there is what is kept', async () => {
      press(fixture, /^\s*Remove Rosa\s*$/);
      press(fixture, 'Remove, keep the name');
      const only = {
        error: { code: 'RULE', message: 'x', fields: [{ path: 'role', message: 'this is the only owner' }] },
      };
      http.expectOne(({ method }) => method === 'DELETE').flush(only, { status: 409, statusText: 'Conflict' });
      await answered();
      expect(alert(fixture)).toBe('this is the only owner');
    });

    it('a passkey is made with the passphrase typed once more, and stands in the list afterwards', async () => {
      press(fixture, 'Make a passkey');
      await (await loader.getHarness(MatInputHarness.with({ selector: '[type=password]' }))).setValue('pear tree');
      press(fixture, 'Make a passkey');
      const asked = http.expectOne('/api/v1/session/passkeys/asked');
      expect(asked.request.body).toEqual({ passphrase: 'pear tree' });
      asked.flush({ challenge: 'c' });
      const kept = http.expectOne({ method: 'POST', url: '/api/v1/session/passkeys' });
      expect(kept.request.body).toEqual(KEY);
      kept.flush(PHONE);
      ways = { ...ways, items: [PHONE] };
      await answered();
      const list = root(fixture).querySelector('[aria-label="Your passkeys"]');
      expect(list?.textContent).toMatch(/Firefox on Android made .*, not used yet/);
      expect(root(fixture).querySelector('[role=status]')?.textContent).toContain(
        'Next time sign in with your passkey',
      );
    });

    it('without a confirmation on the device nothing is kept, and it is said', async () => {
      answers = throwError(() => ({ code: 'WRONG_PASSKEY', message: 'Nothing was confirmed.', fields: [] }));
      press(fixture, 'Make a passkey');
      press(fixture, 'Make a passkey');
      http.expectOne('/api/v1/session/passkeys/asked').flush({ challenge: 'c' });
      http.expectNone({ method: 'POST', url: '/api/v1/session/passkeys' });
      await answered();
      expect(alert(fixture)).toBe('Nothing was confirmed.');
    });

    it('with a passkey the passphrase may go; without one no form asks for it any more', async () => {
      ways = { ...ways, items: [PHONE] };
      fixture.componentInstance['ways'].reload();
      await answered();
      press(fixture, 'Make another, or drop the passphrase');
      await (await loader.getHarness(MatInputHarness.with({ selector: '[type=password]' }))).setValue('pear tree');
      press(fixture, 'Drop my passphrase');
      const asked = http.expectOne('/api/v1/session/passphrase');
      expect(asked.request.body).toEqual({ passphrase: 'pear tree', next: null });
      ways = { ...ways, passphrase: false };
      asked.flush(OWNER);
      await answered();
      expect(root(fixture).textContent).toContain('You have no passphrase');
      expect(root(fixture).querySelector('yw-change-passphrase')).toBeNull();
      press(fixture, /^\s*Remove the passkey of|^\s*Remove\s+the passkey/);
      http.expectOne({ method: 'DELETE', url: '/api/v1/session/passkeys/k1' });
    });

    it('at an address that has no name no passkey is offered, and it is said why', async () => {
      ways = { ...ways, fault: 'A passkey goes by a name.' };
      fixture.componentInstance['ways'].reload();
      await answered();
      expect(root(fixture).textContent).toContain('A passkey goes by a name.');
      expect(() => {
        press(fixture, 'Make a passkey');
      }).toThrowError();
    });

    it('phones are let in by one switch; why not is said beside it', async () => {
      const toggle = await loader.getHarness(MatSlideToggleHarness);
      await toggle.check();
      const asked = http.expectOne({ method: 'PUT', url: '/api/v1/network' });
      expect(asked.request.body).toEqual({ open: true });
      asked.flush(DOOR);
      await answered(MEMBERS, { ...DOOR, fault: 'This computer is in no network just now.' });
      expect(root(fixture).textContent).toContain('in no network just now');
    });

    it('an invitation is shown once, with its code, and then among the links that open', async () => {
      const pick = await loader.getHarness(MatSelectHarness.with({ selector: '[aria-label="As a"]' }));
      await pick.clickOptions({ text: 'guest' });
      press(fixture, 'Make a link');
      const asked = http.expectOne('/api/v1/invitations');
      expect(asked.request.body).toEqual({ role: 'guest', note: '' });
      const invitation = {
        id: 'i',
        role: 'guest' as const,
        note: '',
        createdAt: '',
        expiresAt: '2026-08-12T10:00:00Z',
      };
      asked.flush({ invitation, secret: SECRET });
      await answered({ ...MEMBERS, invitations: [invitation] });
      expect(root(fixture).querySelector('.address')?.textContent.trim()).toBe(`${location.origin}/look#${SECRET}`);
      press(fixture, 'I have it');
      expect(root(fixture).textContent).not.toContain(SECRET);
      press(fixture, /^\s*Take it back/);
      http.expectOne({ method: 'DELETE', url: '/api/v1/invitations/i' });
    });
  });
});
