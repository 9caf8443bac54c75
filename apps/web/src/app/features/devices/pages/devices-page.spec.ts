import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatTableHarness } from '@angular/material/table/testing';
import { provideRouter } from '@angular/router';
import type { DeviceReadingDto, DevicesDto } from '@yewridge/contract/devices';
import { Subject } from 'rxjs';
import { ReadingStream } from '../../../shared/devices/reading-stream';
import { DevicesPage } from './devices-page';

const DEVICES: DevicesDto = {
  now: '2026-05-14T16:20:00.000Z',
  seq: 2,
  devices: [
    {
      id: 'weir',
      kind: 'trapSensor',
      name: 'Weir 1',
      trapId: 't7',
      number: 'V-07',
      simulated: false,
      createdAt: '2026-05-01T10:00:00.000Z',
      removedAt: null,
      readings: 2,
      last: {
        seq: 2,
        deviceId: 'weir',
        at: '2026-05-14T18:00',
        instant: '2026-05-14T16:00:00.000Z',
        perMin: 24,
        insideC: 17.4,
        massKg: 3.42,
        source: 'measured',
      },
    },
  ],
  traps: [
    { trapId: 't7', number: 'V-07', site: 'Old weir' },
    { trapId: 't9', number: 'V-09', site: null },
  ],
};

describe('the page of devices', () => {
  let fixture: ComponentFixture<DevicesPage>;
  let http: HttpTestingController;
  /** Readings as they come in. */
  let comes: Subject<DeviceReadingDto>;
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent;

  beforeEach(async () => {
    comes = new Subject();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: ReadingStream, useValue: { after: () => comes, lost: () => false } },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    fixture = TestBed.createComponent(DevicesPage);
    fixture.detectChanges();
    http.expectOne('/api/v1/devices').flush(DEVICES);
    await fixture.whenStable();
    for (const one of http.match((asked) => asked.url.endsWith('/readings'))) one.flush({ items: [] });
  });

  it('shows each sensor in a row: where it hangs, what it told last, and when', async () => {
    const table = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatTableHarness);
    const [row] = await table.getRows();
    const cells = await row!.getCellTextByColumnName();
    expect(cells['name']).toContain('Weir 1');
    expect(cells['name']).toContain('in V-07 at Old weir');
    expect([cells['bees'], cells['inside'], cells['mass']]).toEqual(['24', '17 °C', '3.4 kg']);
    expect(cells['told']).toContain('Thu 14 May, 18:00');
    expect(cells['told']).toContain('2 readings');
  });

  it('keeps a reading that came in while the list was fetched anew, and counts none twice', async () => {
    const [weir] = DEVICES.devices;
    const kilograms = (seq: number): DeviceReadingDto => ({
      ...weir!.last!,
      seq,
      instant: `2026-05-14T16:0${seq}:00.000Z`,
      massKg: seq,
    });
    for (const seq of [3, 4, 5]) comes.next(kilograms(seq));
    await fixture.whenStable();
    expect(text()).toContain('5 readings');
    // Asked when three were there, answered when five were.
    fixture.componentInstance['view'].reload();
    http
      .expectOne('/api/v1/devices')
      .flush({ ...DEVICES, seq: 3, devices: [{ ...weir!, readings: 3, last: kilograms(3) }] });
    await fixture.whenStable();
    expect(text()).toContain('5.0 kg');
    expect(text()).toContain('5 readings');
    fixture.componentInstance['view'].reload();
    http
      .expectOne('/api/v1/devices')
      .flush({ ...DEVICES, seq: 5, devices: [{ ...weir!, readings: 5, last: kilograms(5) }] });
    comes.next(kilograms(6));
    await fixture.whenStable();
    expect(text()).toContain('6 readings');
  });

  it('says what is missing before it registers, sends nothing until then, and shows the key once', async () => {
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const press = async (name: string): Promise<void> => {
      const all = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
      all.find((one) => one.textContent.trim() === name)!.click();
      await fixture.whenStable();
    };
    await press('Register it');
    expect(text()).toContain('Choose the trap it hangs in.');
    const trap = await loader.getHarness(MatAutocompleteHarness);
    await trap.enterText('v-09');
    expect(await Promise.all((await trap.getOptions()).map((one) => one.getText()))).toEqual(['V-09']);
    await trap.selectOption({ text: 'V-09' });
    await press('Register it');
    expect(text()).toContain('Give it a name, as it is written on it.');
    await (await loader.getHarness(MatInputHarness.with({ selector: '[formcontrolname=name]' }))).setValue(' Press 1 ');
    await press('Register it');
    const sent = http.expectOne({ method: 'POST', url: '/api/v1/devices' });
    expect(sent.request.body).toEqual({ kind: 'trapSensor', name: 'Press 1', trapId: 't9' });
    sent.flush({ device: { ...DEVICES.devices[0]!, id: 'p1', name: 'Press 1' }, key: 'secret-key' });
    await fixture.whenStable();
    expect(text()).toContain('secret-key');
    await press('I have noted it');
    expect(text()).not.toContain('secret-key');
  });

  it('asks before a key stops working, and says so when the server refuses', async () => {
    const button = (name: RegExp): HTMLButtonElement =>
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find((one) => name.test(one.textContent))!;
    button(/^\s*Remove “Weir 1”/).click();
    await fixture.whenStable();
    http.expectNone({ method: 'DELETE', url: '/api/v1/devices/weir' });
    button(/Remove it/).click();
    const asked = http.expectOne({ method: 'DELETE', url: '/api/v1/devices/weir' });
    asked.flush(
      { error: { code: 'NOT_FOUND', message: 'Nothing like that is kept.' } },
      { status: 404, statusText: 'no' },
    );
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent).toBeTruthy();
  });
});
