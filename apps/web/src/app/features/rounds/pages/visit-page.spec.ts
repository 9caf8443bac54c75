import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatRadioGroupHarness } from '@angular/material/radio/testing';
import { provideRouter, Router } from '@angular/router';
import type { ActDto } from '@yewridge/contract/season';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DAY_PROVIDERS } from '../../../shared/fields/day-adapter';
import { dueList, hanging } from '../../../shared/season/testing/hanging';
import { ScoutStepsHarness } from '../testing/scout-steps-harness';
import { VisitPage } from './visit-page';

const NOW = '2026-05-14T16:20:00.000Z';
const WORKSPACE = { kind: 'own', name: 'Ours', now: NOW, timeZone: 'Europe/Vienna', hemisphere: 'N', version: '1' };
const GEL = { id: 'b1', deploymentId: 'd1', appliedOn: '2026-05-01', carrier: 'gel', substance: 'lemongrassOil' };

describe('the page of a look', () => {
  let fixture: ComponentFixture<VisitPage>;
  let http: HttpTestingController;
  let steps: ScoutStepsHarness;
  let went: jasmine.Spy<Router['navigate']>;
  const done: ActDto[] = [];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const keep = (): HTMLButtonElement => element().querySelector<HTMLButtonElement>('button.keep')!;
  const settle = async (): Promise<void> => {
    await fixture.whenStable();
  };
  const press = async (name: RegExp): Promise<void> => {
    [...element().querySelectorAll('button')].find(({ textContent }) => name.test(textContent))!.click();
    await settle();
  };

  async function open({ traps = [hanging()], baits = [] as readonly object[] } = {}): Promise<void> {
    fixture = TestBed.createComponent(VisitPage);
    fixture.componentRef.setInput('id', 'd1');
    fixture.detectChanges();
    http.expectOne('/api/v1/workspace').flush(WORKSPACE);
    await settle();
    http.expectOne('/api/v1/rounds/due').flush(dueList(...traps));
    http
      .expectOne((asked) => asked.url.endsWith('/records/baits'))
      .flush({ items: baits, total: baits.length, limit: 20, offset: 0 });
    await settle();
    steps = await TestbedHarnessEnvironment.loader(fixture).getHarness(ScoutStepsHarness);
  }

  beforeEach(() => {
    localStorage.clear();
    done.length = 0;
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([]), ...DAY_PROVIDERS],
    });
    http = TestBed.inject(HttpTestingController);
    spyOn(TestBed.inject(ActOutbox), 'do').and.callFake((act) => {
      done.push(act);
      return 'a1';
    });
    went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });

  it('opens with nothing said; kept like that it holds the day and the minute, and nothing of bees', async () => {
    await open();
    expect(await steps.chosen()).toBeNull();
    expect(keep().textContent).toContain('All well');
    keep().click();
    const { fields } = done[0]!.changes[0] as { fields: Record<string, unknown> };
    expect(fields['at']).toBe('2026-05-14T18:20');
    for (const unsaid of ['occupied', 'scoutsPerMin', 'pollen', 'trouble', 'notes'])
      expect(fields[unsaid]).withContext(unsaid).toBeNull();
  });

  it('keeps what was touched and no more: the step of scouts, at this minute', async () => {
    await open();
    await steps.touch(/^A few/);
    await settle();
    expect(await steps.chosen()).toContain('A few');
    keep().click();
    const [act] = done;
    const [look] = act!.changes;
    expect([act!.changes.length, look!.op, look!.table]).toEqual([1, 'put', 'visits']);
    const fields = (look as { fields: Record<string, unknown> }).fields;
    expect([fields['deploymentId'], fields['at']]).toEqual(['d1', '2026-05-14T18:20']);
    expect(fields['scoutsPerMin']).toBe(3);
    expect([fields['notes'], fields['trouble'], fields['pollen']]).toEqual([null, null, null]);
  });

  it('by the arrows goes round the five steps, each kept as it is reached', async () => {
    await open();
    expect(await steps.enteredAt()).toContain('None');
    await steps.walk('on');
    await settle();
    expect(await steps.chosen()).toContain('A few');
    await steps.walk('back');
    await settle();
    expect(await steps.chosen()).toContain('None');
    await steps.walk('back');
    await settle();
    expect(await steps.chosen()).toContain('Moved in');
    expect(keep().textContent).toContain('Bees are in');
  });

  it('after bees that moved in goes to the catches, and else to the next trap or back to the round', async () => {
    await open();
    await steps.touch(/^Moved in/);
    await settle();
    keep().click();
    expect(went).toHaveBeenCalledWith(['/', 'catches']);
    await steps.touch(/^None/);
    await settle();
    keep().click();
    expect(went).toHaveBeenCalledWith(['/', 'rounds']);
  });

  it('says what would go in again, and asks for a lure where nobody knows what was in', async () => {
    await open({ baits: [{ ...GEL, massKg: 0.0005, dose: null, doseUnit: null, removedOn: null }] });
    const tick = await TestbedHarnessEnvironment.loader(fixture).getHarness(
      MatCheckboxHarness.with({ label: 'Bait refreshed' }),
    );
    await tick.check();
    expect(element().textContent).toContain('The same again:');
    expect(element().textContent).toContain('gel');
    await press(/Another lure/);
    expect(element().querySelector('yw-lure-rows')).not.toBeNull();
  });

  it('tells what is wrong only when it is said, and unfolds it without saying anything', async () => {
    await open();
    await steps.touch(/^None/);
    await press(/Something wrong/);
    const group = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatRadioGroupHarness);
    expect(await group.getCheckedValue()).toBeNull();
    keep().click();
    const fields = (done[0]!.changes[0] as { fields: Record<string, unknown> }).fields;
    expect(fields['trouble']).toBeNull();
  });

  it('warns of a ladder above two metres', async () => {
    await open({ traps: [hanging({ heightM: 2.01 })] });
    expect(element().textContent).toContain('one holds the ladder');
  });

  for (const [nextAccess, closed] of [
    ['2026-05-14', false],
    ['2026-05-16', true],
    [null, true],
  ] as const) {
    it(`on a day before the owner lets anybody in says so: next on ${nextAccess ?? 'no day'}`, async () => {
      const trap = hanging();
      await open({ traps: [{ ...trap, due: { ...trap.due, nextAccess } }] });
      expect(element().textContent.includes('The owner does not let you in today.')).toBe(closed);
    });
  }

  it('at two metres needs no second person', async () => {
    await open({ traps: [hanging({ heightM: 2 })] });
    expect(element().textContent).not.toContain('one holds the ladder');
  });

  it('of a stay that is over says so instead of a form', async () => {
    fixture = TestBed.createComponent(VisitPage);
    fixture.componentRef.setInput('id', 'gone');
    fixture.detectChanges();
    http.expectOne('/api/v1/workspace').flush(WORKSPACE);
    http.expectOne('/api/v1/rounds/due').flush(dueList());
    http
      .expectOne((asked) => asked.url.endsWith('/records/baits'))
      .flush({ items: [], total: 0, limit: 20, offset: 0 });
    await settle();
    expect(element().querySelector('yw-empty, yw-failed')).not.toBeNull();
    expect(element().querySelector('yw-scout-steps')).toBeNull();
  });
});
