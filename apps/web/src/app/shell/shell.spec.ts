import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Title } from '@angular/platform-browser';
import { provideRouter, Router, TitleStrategy } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { FEATURES, type WorkspaceDto } from '@yewridge/contract/shared';
import { KeptTexts } from '../shared/kept/kept-texts';
import { PageHeader } from '../shared/layout/page-header';
import { Failed } from '../shared/layout/states';
import { ActOutbox } from '../shared/acts/act-outbox';
import { DemoClock } from '../shared/workspace/demo-clock';
import { ThemeChoice } from '../shared/theme/theme-choice';
import { UnitChoice } from '../shared/units/unit-choice';
import { App } from './app';
import { PageTitle } from './page-title';
import { PLACES } from './places';
import { SettingsPage } from './settings-page';

const DEMO: WorkspaceDto = {
  kind: 'demo',
  name: 'Vellmark Swarm Watch',
  now: '2026-05-14T16:20:00.000Z',
  timeZone: 'Europe/Vienna',
  hemisphere: 'N',
  version: '1',
  tiles: null,
};

describe('shell', () => {
  beforeEach(() => {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: 'settings', title: 'Settings', component: SettingsPage }]),
        { provide: TitleStrategy, useClass: PageTitle },
      ],
    });
  });
  afterEach(() => {
    localStorage.clear();
  });

  it('has a place for every feature that is built, and for no other', () => {
    expect(PLACES.map(({ path }) => path)).toEqual([...FEATURES]);
  });

  it('says of a page whose code cannot be fetched that it is not here yet, until another is opened', async () => {
    const router = TestBed.inject(Router);
    router.resetConfig([
      { path: '', pathMatch: 'full', component: SettingsPage },
      { path: 'settings', component: SettingsPage },
      { path: 'files', loadComponent: () => Promise.reject(new TypeError('Failed to fetch')) },
    ]);
    const fixture = TestBed.createComponent(App);
    const said = (): string | undefined =>
      (fixture.nativeElement as HTMLElement).querySelector('.not-here')?.textContent.trim();
    await router.navigateByUrl('/settings');
    fixture.detectChanges();
    expect(said()).toBeUndefined();
    await expectAsync(router.navigateByUrl('/files')).toBeRejected();
    fixture.detectChanges();
    expect(said()).toContain('That page is not on this device yet.');
    await router.navigateByUrl('/');
    await router.navigateByUrl('/settings?again');
    fixture.detectChanges();
    expect(said()).toBeUndefined();
  });

  async function header(workspace: WorkspaceDto | null): Promise<string> {
    const fixture = TestBed.createComponent(PageHeader);
    fixture.componentRef.setInput('place', 'Bench');
    const request = TestBed.inject(HttpTestingController).expectOne('/api/v1/workspace');
    if (workspace) request.flush(workspace);
    else request.error(new ProgressEvent('error'));
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
  }

  it('says that the demo is one, by the clock of the demo', async () => {
    expect(await header(DEMO)).toContain('Thu, 14 May 2026, 18:20demo clock, Vellmark Swarm Watch');
  });

  it('puts the demo’s clock on once for two touches, and asks for everything anew', async () => {
    const fixture = TestBed.createComponent(DemoClock);
    const http = TestBed.inject(HttpTestingController);
    http.expectOne('/api/v1/workspace').flush(DEMO);
    await fixture.whenStable();
    let answered = 0;
    TestBed.inject(ActOutbox).answered.subscribe(() => (answered += 1));
    const element = fixture.nativeElement as HTMLElement;
    const dayOn = [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'Day on');
    dayOn?.click();
    dayOn?.click();
    const request = http.expectOne('/api/v1/workspace/clock');
    expect(request.request.body).toEqual({ by: 'day', from: DEMO.now });
    request.flush({ ...DEMO, now: '2026-05-15T16:20:00.000Z' });
    await fixture.whenStable();
    expect(element.textContent).toContain('Fri, 15 May 2026, 18:20');
    expect(answered).toBe(1);

    // A clock that cannot be put on says why, and stands where it stood.
    dayOn?.click();
    http.expectOne('/api/v1/workspace/clock').error(new ProgressEvent('error'));
    await fixture.whenStable();
    expect(element.querySelector('[role=alert]')?.textContent).toContain('stands still');
    expect(element.textContent).toContain('Fri, 15 May 2026, 18:20');
  });

  it('says nothing of a demo over a keeper’s own records, or while it does not know', async () => {
    expect(await header({ ...DEMO, kind: 'own' })).not.toContain('demo clock');
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    expect(await header(null)).not.toContain('demo clock');
  });

  it('puts the place first into the title of the window', async () => {
    await RouterTestingHarness.create();
    await TestBed.inject(Router).navigateByUrl('/settings');
    expect(TestBed.inject(Title).getTitle()).toBe('Settings, Yewridge');
  });

  it('changes the light of the page and remembers it', () => {
    TestBed.inject(ThemeChoice).choose('dusk');
    TestBed.tick();
    expect(document.documentElement.dataset['theme']).toBe('dusk');
    expect(localStorage.getItem('yewridge.theme')).toBe('dusk');
    TestBed.inject(ThemeChoice).choose('day');
    TestBed.tick();
  });

  it('takes a remembered word that it does not know for none', () => {
    localStorage.setItem('yewridge.units', 'cubits');
    expect(TestBed.inject(UnitChoice).system()).toBe('metric');
  });

  it('a failure shows the server’s words, its code, and a way on', async () => {
    const fixture = TestBed.createComponent(Failed);
    fixture.componentRef.setInput('title', 'The designs could not be fetched');
    fixture.componentRef.setInput('failure', {
      code: 'INTERNAL',
      message: 'Something failed.',
      fields: [],
      current: null,
    });
    let tries = 0;
    fixture.componentInstance.retry.subscribe(() => tries++);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    expect(element.textContent).toContain('Something failed.');
    expect(element.textContent).toContain('Code INTERNAL');
    element.querySelector('button')?.click();
    expect(tries).toBe(1);
  });
});

describe('texts that could not be used', () => {
  afterEach(() => {
    sessionStorage.clear();
  });

  it('are kept by record and field, and forgotten when they are mended', () => {
    const texts = new KeptTexts();
    texts.open('a');
    texts.keep('box:shape.width', 'wide');
    const again = new KeptTexts();
    again.open('a');
    expect(again.find('box:shape.width')).toBe('wide');
    again.keep('box:shape.width', null);
    texts.open('a');
    expect(texts.find('box:shape.width')).toBeNull();
    texts.open('b');
    expect(texts.find('box:shape.width')).toBeNull();
  });

  it('survive a storage that holds rubbish', () => {
    sessionStorage.setItem('yewridge.texts.a', '{"not": a list');
    const texts = new KeptTexts();
    expect(() => {
      texts.open('a');
    }).not.toThrow();
    expect(texts.find('x')).toBeNull();
  });
});
