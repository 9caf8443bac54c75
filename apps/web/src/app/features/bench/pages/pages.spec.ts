import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { DesignDto } from '@yewridge/contract/bench';
import type { DesignVersionDto } from '@yewridge/contract/stores';
import { type Design, startingPoint } from '@yewridge/core/bench';
import { choose } from '../../../shared/fields/testing/choose';
import { ComparePage } from './compare-page';
import { LoadPage } from './load-page';
import { StartPage } from './start-page';
import { SwarmSizePage } from './swarm-size-page';
import { TrueSizePage } from './true-size-page';
import { VersionsPage } from './versions-page';

const NOW = '2026-05-14T16:20:00.000Z';
const dto = (id: string, document: Design): DesignDto => ({
  id,
  revision: 2,
  document,
  createdAt: NOW,
  updatedAt: NOW,
  deletedAt: null,
});
const nuc = dto('nuc', startingPoint('nuc-over-base'));

describe('bench: pages beside the sheet', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(() => {
    localStorage.clear();
  });

  async function open<T>(type: Type<T>, inputs: Readonly<Record<string, string>> = {}): Promise<ComponentFixture<T>> {
    const fixture = TestBed.createComponent(type);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    for (const request of http.match('/api/v1/designs/nuc')) request.flush(nuc);
    await fixture.whenStable();
    return fixture;
  }
  const words = <T>(fixture: ComponentFixture<T>): string =>
    (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
  it('a starting point is made into a design of its own', async () => {
    const fixture = await open(StartPage);
    const begin = (fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>(
      '[aria-label="Start from this: Five-frame nuc"]',
    );
    begin?.click();
    const made = http.expectOne(({ method, url }) => method === 'PUT' && url.startsWith('/api/v1/designs/'));
    expect(made.request.body).toEqual({ revision: 0, document: startingPoint('single-nuc') });
  });

  it('the picture shows where the tape goes, and the box tells what it holds while it is measured', async () => {
    const fixture = await open(StartPage);
    expect(words(fixture)).toContain('It holds 42.7 L');
    await choose(fixture, 'It is a', 'Tube');
    expect(words(fixture)).toContain('Across the opening through its middle.');
    expect(words(fixture)).toContain('It holds 39.6 L');
  });

  it('hang and load answers with a day, and says what a ladder bears', async () => {
    const fixture = await open(LoadPage, { id: 'nuc' });
    expect(words(fixture)).toMatch(/Down before day \d+: then it is 20.0 kg/);
    await choose(fixture, 'Flow', 'dearth');
    expect(words(fixture)).toContain('Under 20.0 kg for 120 days');
    await choose(fixture, 'Ladder', 'ANSI III');
    expect(words(fixture)).toContain('is over the ladder’s 90.7 kg');
  });

  it('true size asks for the card first, remembers it, and shows every position of a disc', async () => {
    const disc: Design = {
      ...nuc.document,
      entrances: [{ ...nuc.document.entrances[0]!, opening: { kind: 'disc', diameter: 0.04, position: 'open' } }],
    };
    const fixture = TestBed.createComponent(TrueSizePage);
    fixture.componentRef.setInput('id', 'disc');
    fixture.detectChanges();
    http.expectOne('/api/v1/designs/disc').flush(dto('disc', disc));
    await fixture.whenStable();
    expect(words(fixture)).toContain('Hold a bank card against the screen');
    const fits = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes('It fits'),
    );
    fits?.click();
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).querySelectorAll('figure').length).toBe(3);
    expect(Object.keys(localStorage).some((key) => key.startsWith('yewridge.screen-scale.'))).toBeTrue();
  });

  it('compares up to four, the fifth cannot be ticked', async () => {
    const all = ['a', 'b', 'c', 'd', 'e'].map((id) => dto(id, { ...nuc.document, name: `Nuc ${id}` }));
    const fixture = await open(ComparePage, { ids: 'a,b,c,d' });
    http.expectOne(({ url }) => url === '/api/v1/designs').flush({ items: all, total: 5, limit: 200, offset: 0 });
    await fixture.whenStable();
    expect(words(fixture)).toContain('4 designs, alike in all');
    const boxes = [
      ...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLInputElement>('input[type=checkbox]'),
    ];
    expect(boxes.map(({ checked, disabled }) => [checked, disabled])).toEqual([
      [true, false],
      [true, false],
      [true, false],
      [true, false],
      [false, true],
    ]);
  });

  it('versions tell what changed, and an old one can be taken back', async () => {
    const lower = { ...nuc.document, sections: nuc.document.sections.slice(1) };
    const versions: readonly DesignVersionDto[] = [
      { version: 1, document: lower, frozenAt: NOW, traps: [{ id: 't', number: 'V-01' }] },
    ];
    const fixture = await open(VersionsPage, { id: 'nuc' });
    http.expectOne('/api/v1/designs/nuc/versions').flush(versions);
    await fixture.whenStable();
    expect(words(fixture)).toContain('Version 2, not built yet; V-01 keeps version 1');
    expect(words(fixture)).toContain('Section “Base, empty” added');
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
      .find(({ textContent }) => textContent.includes('Make the design version 1 again'))
      ?.click();
    await fixture.whenStable();
    expect(fixture.componentInstance.store.document()).toEqual(lower);
    fixture.componentInstance.store.undo();
    expect(fixture.componentInstance.store.document()).toEqual(nuc.document);
  });

  it('a swarm is sized three ways, two figures of it', async () => {
    const fixture = await open(SwarmSizePage);
    expect(words(fixture)).toContain('About 11,000 bees, 1.5 kg');
    await choose(fixture, 'How', 'by frames covered');
    expect(words(fixture)).toContain('About 6,500 bees, 0.9 kg');
    await choose(fixture, 'How', 'by the cluster');
    expect(words(fixture)).toContain('Rough: 0.6 to 1.5 times');
  });
});
