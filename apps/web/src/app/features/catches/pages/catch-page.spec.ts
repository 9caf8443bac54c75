import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { CatchCardDto, CatchPlanDto } from '@yewridge/contract/catches';
import { type ActDto, blank, type ChangeDto } from '@yewridge/contract/season';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { TodayClock } from '../../../shared/season/today-clock';
import { card, META, NOW, plan, told, TODAY } from '../testing/colonies';
import { CatchPage } from './catch-page';

const stay = { ...META, id: 'd1', ...blank('deployments', { trapId: 't1', siteId: 's1', hungOn: '2026-04-05' }) };

describe('the page of a catch', () => {
  let fixture: ComponentFixture<CatchPage>;
  let element: HTMLElement;
  let acts: ActDto[];

  async function shown(one: CatchCardDto, steps: CatchPlanDto | null): Promise<void> {
    localStorage.clear();
    acts = [];
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        {
          provide: TodayClock,
          useValue: { today: () => TODAY, minute: () => NOW, hemisphere: () => 'N' },
        },
      ],
    });
    spyOn(TestBed.inject(ActOutbox), 'do').and.callFake((act) => {
      acts.push(act);
      return 'act';
    });
    fixture = TestBed.createComponent(CatchPage);
    fixture.componentRef.setInput('id', one.caught.id);
    element = fixture.nativeElement as HTMLElement;
    const http = TestBed.inject(HttpTestingController);
    const answer = (request: TestRequest): void => {
      const { url } = request.request;
      if (url.endsWith('/catches/board')) request.flush({ today: TODAY, cards: [one] });
      else if (url.endsWith('/plan')) request.flush(steps);
      else if (url.endsWith('/records/deployments/d1')) request.flush(stay);
      else request.flush({ items: [], total: 0, limit: 100, offset: 0 });
    };
    // Each answer may ask the next question.
    for (let round = 0; round < 4; round++) {
      fixture.detectChanges();
      for (const request of http.match(() => true)) answer(request);
      await fixture.whenStable();
    }
    fixture.detectChanges();
  }
  const press = (name: string): void => {
    const found = [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === name);
    if (!found) throw new Error(`no button “${name}”`);
    found.click();
    fixture.detectChanges();
  };
  const fieldsOf = (change: ChangeDto | undefined): Readonly<Record<string, unknown>> =>
    change?.op === 'put' ? change.fields : {};

  it('says eggs as one thing that happened, on the day that stands there, and nothing else', async () => {
    await shown(
      card(
        { wentTo: 'West apiary' },
        { stage: 'hived', takenDownOn: '2026-05-13', followups: told(['2026-05-13', 'hived']) },
      ),
      null,
    );
    expect(element.querySelector('h1')!.textContent).toContain('hived');
    press('Eggs seen');
    expect(acts.length).toBe(1);
    expect(acts[0]!.says).toBe('V-11: eggs seen');
    expect(acts[0]!.changes.map((change) => (change.op === 'put' ? change.table : ''))).toEqual(['followups']);
    expect(fieldsOf(acts[0]!.changes[0])).toEqual(
      blank('followups', { catchId: 'c1', on: TODAY, kind: 'laying' }) as never,
    );
  });

  it('carrying bees home ends the stay of the trap in the same act, whether or not a plan is known', async () => {
    for (const steps of [null, plan(card())]) {
      await shown(card({ wentTo: 'West apiary' }), steps);
      press('Carried away');
      const [ended, caught] = acts[0]!.changes;
      expect(fieldsOf(ended)).toEqual(
        jasmine.objectContaining({ takenDownOn: TODAY, endReason: 'occupied', hungOn: '2026-04-05' }),
      );
      expect(fieldsOf(caught)).toEqual(jasmine.objectContaining({ wentTo: 'West apiary', foundOn: '2026-05-13' }));
      TestBed.resetTestingModule();
    }
  });

  it('a step is marked with the minute of the clock, and with that record alone', async () => {
    await shown(card(), plan(card()));
    const closing = [...element.querySelectorAll('yw-plan-track li')].find(({ textContent }) =>
      textContent.includes('Close the entrance'),
    );
    closing!.querySelector<HTMLButtonElement>('button')!.click();
    expect(acts[0]!.changes.length).toBe(1);
    expect(fieldsOf(acts[0]!.changes[0])).toEqual({
      catchId: 'c1',
      code: 'closeAtDusk',
      state: 'done',
      at: NOW,
      reason: null,
    });
  });

  it('bees out of a structure get no step of a trap, and what they need instead', async () => {
    const taken = card(
      { method: 'cutOut', deploymentId: null, place: 'hop kiln' },
      { trapId: null, number: null, siteId: null, stage: 'held' },
    );
    await shown(taken, { ...plan(taken), way: 'structure', steps: [] });
    expect(element.textContent).toContain('The steps of a trap do not apply to these bees.');
    expect(element.textContent).not.toContain('Close the entrance');
  });

  it('without a place there is no sunset to go by, and the page says what to say', async () => {
    await shown(
      card(
        { deploymentId: null, method: 'shaken' },
        { trapId: null, number: null, siteId: null, place: '', stage: 'held' },
      ),
      null,
    );
    expect(element.textContent).toContain('Say the place, and the steps follow.');
  });

  it('an after-swarm stays one whatever it weighs, and a prime swarm has its class by its mass', async () => {
    await shown(card({ massKg: 0.7, size: 'secondary' }), null);
    expect(element.querySelector('h1')!.textContent).toContain('0.7 kg, after-swarm');
    const box = element.querySelector<HTMLInputElement>('yw-size-field input')!;
    box.dispatchEvent(new Event('focus'));
    for (const text of ['2', '2.', '2.5']) {
      box.value = text;
      box.dispatchEvent(new Event('input'));
    }
    // Nobody has said 2 kg on the way.
    expect(acts).toEqual([]);
    box.dispatchEvent(new Event('blur'));
    expect(acts.length).toBe(1);
    expect(fieldsOf(acts[0]!.changes[0])).toEqual(jasmine.objectContaining({ massKg: 2.5, size: 'secondary' }));
  });

  describe('while the records change around what is being done', () => {
    const boxes = (): readonly boolean[] =>
      [...element.querySelectorAll<HTMLInputElement>('yw-queen-signs input')].map(({ checked }) => checked);
    const tick = (place: number): void => {
      element.querySelectorAll<HTMLInputElement>('yw-queen-signs input')[place]!.click();
      fixture.detectChanges();
    };
    const answerBoard = async (one: CatchCardDto): Promise<void> => {
      const http = TestBed.inject(HttpTestingController);
      for (const request of http.match(({ url }) => url.endsWith('/catches/board')))
        request.flush({ today: TODAY, cards: [one] });
      await fixture.whenStable();
      fixture.detectChanges();
    };

    it('a second tick stays ticked when the answer to the first comes after it', async () => {
      await shown(card(), null);
      (TestBed.inject(ActOutbox).do as jasmine.Spy).and.callThrough();
      const http = TestBed.inject(HttpTestingController);
      tick(0);
      const first = http.expectOne(({ method }) => method === 'PUT');
      tick(1);
      expect(boxes()).toEqual([true, true, false, false]);
      const kept = card({ queenSigns: 'clustering' });
      const after = { ...kept, caught: { ...kept.caught, revision: 2 } };
      first.flush({ changes: [{ table: 'catches', record: after.caught }] });
      await answerBoard(after);
      expect(boxes()).toEqual([true, true, false, false]);
      const second = http.expectOne(({ method }) => method === 'PUT');
      expect(fieldsOf((second.request.body as ActDto).changes[0])['queenSigns']).toBe('clustering,fanning');
    });

    it('half a place stays as typed', async () => {
      const of = card(
        { deploymentId: null, method: 'shaken' },
        { trapId: null, number: null, siteId: null, place: '' },
      );
      await shown(of, null);
      const place = [...element.querySelectorAll<HTMLInputElement>('yw-swarm-place input')].at(-1)!;
      place.value = '47.4';
      place.dispatchEvent(new Event('input'));
      fixture.detectChanges();
      TestBed.inject(ActOutbox).took({ id: null, says: '' });
      await answerBoard({ ...of, caught: { ...of.caught, notes: 'by another', revision: 2 } });
      expect([...element.querySelectorAll<HTMLInputElement>('yw-swarm-place input')].at(-1)!.value).toBe('47.4');
    });
  });
});
