import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { GateSettingDto, ManometerReadingDto } from '@yewridge/contract/suction';
import { STARTING_RIGS } from '@yewridge/core/suction';
import { NEVER, Observable, type Subscriber } from 'rxjs';
import { RigsApi } from '../data/rigs-api';
import { WorkerDesk } from '../data/worker-desk';
import { CalibratePage } from './calibrate-page';

const { rig } = STARTING_RIGS.find(({ layout }) => layout === 'topBox')!;
const NOW = '2026-05-14T16:20:00.000Z';
const stored = { id: 'r', revision: 1, document: rig, createdAt: NOW, updatedAt: NOW, deletedAt: null };

/** Every stream that was opened and is not yet closed. */
const open = new Map<Subscriber<ManometerReadingDto>, GateSettingDto>();

class ApiOfTest extends RigsApi {
  override manometer(_: string, setting: GateSettingDto): Observable<ManometerReadingDto> {
    return new Observable((listener) => {
      open.set(listener, setting);
      return () => open.delete(listener);
    });
  }
}

describe('calibrating by a manometer', () => {
  let fixture: ComponentFixture<CalibratePage>;
  let element: HTMLElement;

  beforeEach(() => {
    localStorage.clear();
    open.clear();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: RigsApi, useClass: ApiOfTest },
        { provide: WorkerDesk, useValue: { run: () => NEVER } },
      ],
    });
    fixture = TestBed.createComponent(CalibratePage);
    fixture.componentRef.setInput('id', 'r');
    fixture.detectChanges();
    const http = TestBed.inject(HttpTestingController);
    http.expectOne('/api/v1/rigs/r').flush(stored);
    for (const request of http.match('/api/v1/rigs/r/versions')) request.flush([]);
    element = fixture.nativeElement as HTMLElement;
    fixture.detectChanges();
    element.querySelector<HTMLInputElement>('mat-checkbox input')!.click();
    fixture.detectChanges();
  });
  afterEach(() => {
    localStorage.clear();
  });

  const button = (name: string): HTMLButtonElement => {
    const found = [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === name);
    if (!found) throw new Error(`no button “${name}”`);
    return found;
  };
  const press = (name: string): void => {
    button(name).click();
    fixture.detectChanges();
  };
  const setGate = (opening: number): void => {
    const gate = element.querySelector<HTMLInputElement>('input[type=range]')!;
    gate.value = `${opening}`;
    gate.dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const says = (boxUnderPressure: number, stop = false): void => {
    for (const [listener, setting] of open) {
      listener.next({ ...setting, boxUnderPressure, nozzleSpeed: 12, count: 1, at: NOW, simulated: true, stop });
    }
    fixture.detectChanges();
  };

  it('hears one setting at a time, however often the gate is moved', () => {
    press('Listen to the manometer');
    for (const opening of [0.6, 0.35, 0]) setGate(opening);
    expect([...open.values()]).toEqual([{ opening: 0, portClosed: false }]);
    expect(button('Take this reading').disabled).toBeTrue();
    says(512);
    press('Take this reading');
    expect(element.querySelectorAll('fieldset').length).toBe(1);
    press('Stop listening');
    expect(open.size).toBe(0);
  });

  it('shows what to do: four settings, set at a press, and which of them is read', () => {
    const setting = (name: RegExp): HTMLElement =>
      [...element.querySelectorAll<HTMLElement>('yw-reading-plan li')].find((one) => name.test(one.textContent))!;
    expect(element.querySelectorAll('yw-reading-plan li').length).toBe(4);
    setting(/Half open/)
      .querySelector('button')!
      .click();
    fixture.detectChanges();
    expect(element.textContent).toContain('Gate set to 0.50 of its travel');
    press('Type a reading');
    expect(setting(/Half open/).textContent).toContain('Reading 1');
    expect(setting(/Half open/).querySelector('button')).toBeNull();
    expect(setting(/wide open/).textContent).toMatch(/As described it would show \d+ Pa in the box/);
  });

  it('stops by itself at a pressure that hurts the box, and shows what was read', () => {
    press('Listen to the manometer');
    says(2400, true);
    expect(open.size).toBe(0);
    expect(element.textContent).toMatch(/Simulated: 2[\s,]?400 Pa in the box/);
    expect(button('Listen to the manometer').disabled).toBeFalse();
  });

  it('listens no more when the port is shut with too little bleed, and says what it needs', () => {
    press('Listen to the manometer');
    setGate(0.25);
    const port = [...element.querySelectorAll('mat-checkbox')].find((one) => one.textContent.includes('with a plate'))!;
    port.querySelector('input')!.click();
    fixture.detectChanges();
    expect(open.size).toBe(0);
    expect(element.querySelector('[role=alert]')?.textContent).toContain('at least 0.3 open; it is 0.25');
    expect(button('Listen to the manometer').disabled).toBeTrue();
    setGate(0.3);
    expect(button('Listen to the manometer').disabled).toBeFalse();
  });
});
