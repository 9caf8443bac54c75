import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { ActDto } from '@yewridge/contract/season';
import { landmarkFactors } from '@yewridge/core/evidence';
import { LANDMARK_FACTORS } from '@yewridge/core/ground';
import { of, Subject, throwError } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { LandmarkRunner } from '../../../shared/evidence/landmark-runner';
import { EvidenceRunner } from '../data/evidence-runner';
import { RunnerHere, runnerHere, stays } from './evidence-harness';

export type Tables = Readonly<Partial<Record<string, readonly object[]>>>;
const API = '/api/v1/';
/** An answer is asked for once a page has rested for a moment. */
const REST_MS = 250;

/** Old comb catches twelve of twenty at the orchard, no comb four of twenty at the weir and the gate. */
export const SPELLS = [
  ...stays(20, 12, { siteId: 'orchard', trapId: 't1', trap: 'V-01', facts: { comb: 'oldBrood', shade: 'shade' } }),
  ...stays(10, 2, { siteId: 'weir', trapId: 't2', trap: 'V-02', facts: { heightM: 5 } }),
  ...stays(10, 2, { siteId: 'gate', trapId: 't3', trap: 'V-03' }),
];

/** A page of Evidence over records that are given, with what it did and said. */
export class EvidenceScreen {
  readonly acts: ActDto[] = [];
  runner = new RunnerHere();
  fixture!: ComponentFixture<unknown>;
  element!: HTMLElement;

  async shown<T>(
    page: Type<T>,
    told: EvidenceDto | null,
    {
      tables = {},
      inputs = {},
      fails = false,
    }: { tables?: Tables; inputs?: Readonly<Record<string, string>>; fails?: boolean } = {},
  ): Promise<T> {
    this.shut();
    localStorage.clear();
    this.acts.length = 0;
    this.runner = new RunnerHere();
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: '**', component: page }]),
        {
          provide: ActOutbox,
          useValue: {
            answered: new Subject<null>(),
            asTold: (_: string, rows: unknown) => rows,
            do: (act: ActDto) => this.acts.push(act),
          },
        },
        {
          provide: LandmarkRunner,
          useValue: { all: ({ spells }: EvidenceDto) => of(landmarkFactors(spells, LANDMARK_FACTORS)) },
        },
        fails
          ? { provide: EvidenceRunner, useValue: { run: () => throwError(() => new Error('it did not converge')) } }
          : runnerHere(this.runner),
      ],
    });
    this.fixture = TestBed.createComponent(page);
    this.element = this.fixture.nativeElement as HTMLElement;
    document.body.append(this.element);
    for (const [name, value] of Object.entries(inputs)) this.fixture.componentRef.setInput(name, value);
    this.fixture.detectChanges();
    this.#answer(told, tables);
    await this.settled();
    return this.fixture.componentInstance as T;
  }

  #answer(told: EvidenceDto | null, tables: Tables): void {
    for (const asked of TestBed.inject(HttpTestingController).match(() => true)) {
      if (asked.cancelled) continue;
      const path = asked.request.url.slice(API.length);
      if (path === 'callouts') {
        asked.flush({ calls: [], kit: [], rigs: [] });
      } else if (path !== 'evidence') {
        const items = tables[path.replace('records/', '')] ?? [];
        asked.flush({ items, total: items.length, limit: 500, offset: 0 });
      } else if (told) asked.flush(told);
      else asked.flush({ error: { code: 'INTERNAL', message: 'It broke.' } }, { status: 500, statusText: 'no' });
    }
  }

  async settled(): Promise<void> {
    this.fixture.detectChanges();
    await new Promise((rested) => setTimeout(rested, REST_MS));
    this.fixture.detectChanges();
    await this.fixture.whenStable();
    this.fixture.detectChanges();
  }
  text(selector: string): string {
    return this.element.querySelector(selector)?.textContent.replace(/\s+/g, ' ') ?? '';
  }
  all(): string {
    return this.element.textContent.replace(/\s+/g, ' ');
  }
  async press(words: string): Promise<void> {
    const said = (button: HTMLElement): string => button.textContent.trim().replace(/\s+/g, ' ');
    const buttons = [...this.element.querySelectorAll<HTMLElement>('button')];
    const one = buttons.find((button) => said(button) === words);
    if (!one) throw new Error(`no button "${words}" among ${buttons.map(said).join(' | ')}`);
    one.click();
    await this.settled();
  }
  /** The fields of the changes of an act, in order. */
  fieldsOf(act: number): readonly Readonly<Record<string, unknown>>[] {
    return (this.acts[act]?.changes ?? []).map((change) => (change.op === 'put' ? change.fields : {}));
  }
  shut(): void {
    (this.element as HTMLElement | undefined)?.remove();
  }
}
