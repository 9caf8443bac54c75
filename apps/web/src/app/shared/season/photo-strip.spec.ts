import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { type ActDto, blank } from '@yewridge/contract/season';
import { of, Subject } from 'rxjs';
import { ActOutbox } from '../acts/act-outbox';
import { WaitingRoom } from '../acts/waiting-room';
import { FieldLink } from '../field/field-link';
import { ROOM_IS_SHORT } from '../field/room-left';
import { PhotoStrip } from './photo-strip';
import { TodayClock } from './today-clock';

const photo = (id: string, notes: string | null = null): object => ({
  id,
  revision: 1,
  createdAt: '',
  updatedAt: '',
  deletedAt: null,
  ...blank('photos', { takenOn: '2026-05-10', siteId: 's', notes }),
});

describe('the photos of a site', () => {
  let fixture: ComponentFixture<PhotoStrip>;
  let http: HttpTestingController;
  let acts: ActDto[];
  let room: Map<string, Blob>;
  let short: boolean;
  let keeps: boolean;
  let askedSmall: string[];
  const away = signal(false);
  const smallOnes = new Map<string, Blob>();

  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const images = (): readonly HTMLImageElement[] => [...root().querySelectorAll('img')];
  const alert = (): string => root().querySelector('[role=alert]')?.textContent.trim() ?? '';
  const settled = async (): Promise<void> => {
    for (let n = 0; n < 20; n++) {
      await new Promise((later) => setTimeout(later, 5));
      fixture.detectChanges();
    }
  };
  async function shown(...rows: readonly object[]): Promise<void> {
    fixture = TestBed.createComponent(PhotoStrip);
    fixture.componentRef.setInput('of', { field: 'siteId', id: 's' });
    fixture.detectChanges();
    http
      .expectOne((asked) => asked.url === '/api/v1/records/photos')
      .flush({ items: rows, total: rows.length, limit: 500, offset: 0 });
    await settled();
  }
  async function picture(): Promise<File> {
    const canvas = new OffscreenCanvas(40, 30);
    canvas.getContext('2d')!.fillRect(0, 0, 40, 30);
    return new File([await canvas.convertToBlob({ type: 'image/png' })], 'tree.png', { type: 'image/png' });
  }
  async function add(file: File): Promise<void> {
    const input = root().querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(file);
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await settled();
  }
  beforeEach(() => {
    acts = [];
    room = new Map();
    askedSmall = [];
    [short, keeps] = [false, true];
    away.set(false);
    smallOnes.clear();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: ActOutbox, useValue: { answered: new Subject(), do: (act: ActDto) => acts.push(act) } },
        {
          provide: WaitingRoom,
          useValue: {
            pictureIds: () => Promise.resolve([...room.keys()]),
            picture: (id: string) => Promise.resolve(room.get(id) ?? null),
            keepPicture: (id: string, blob: Blob) => {
              if (!keeps) return Promise.reject(new Error('no'));
              room.set(id, blob);
              return Promise.resolve();
            },
          },
        },
        {
          provide: FieldLink,
          useValue: {
            away,
            small: (id: string) => {
              askedSmall = [...askedSmall, id].sort();
              return of(smallOnes.get(id) ?? null);
            },
          },
        },
        { provide: ROOM_IS_SHORT, useValue: () => Promise.resolve(short) },
        { provide: TodayClock, useValue: { today: () => '2026-05-14' } },
      ],
    });
    http = TestBed.inject(HttpTestingController);
  });

  it('stand with what was noted of them, or their day, and one that waits here is shown from here', async () => {
    room.set('mine', await picture());
    smallOnes.set('tree', await picture());
    await shown(photo('tree', 'the forked ash'), photo('mine'));
    expect(images().map(({ alt }) => alt)).toEqual(['the forked ash', '10 May 2026']);
    expect(images()[1]!.src).toMatch(/^blob:/);
    expect(root().textContent).not.toContain('The picture is not on this');
  });

  it('without the server, what was taken along stands for it, small; what was not is said, and asked for once', async () => {
    away.set(true);
    smallOnes.set('tree', await picture());
    smallOnes.set('broken', new Blob(['no picture']));
    // The server of these tests has none of them: each fails by itself.
    await shown(photo('tree', 'the ash'), photo('far', 'far off'), photo('broken', 'spoilt'));
    expect(images().map(({ alt, src }) => [alt, src.slice(0, 5)])).toEqual([['the ash', 'blob:']]);
    expect(root().textContent.match(/The picture is not on this device\./g)?.length).toBe(2);
    expect(askedSmall).toEqual(['broken', 'far', 'tree']);
  });

  it('one that is added is kept here, made an act, and shown at once', async () => {
    await shown();
    await add(await picture());
    expect(room.size).toBe(1);
    const [change] = acts[0]!.changes;
    expect(change).toEqual(jasmine.objectContaining({ table: 'photos', id: [...room.keys()][0]! }));
    expect(change?.op === 'put' ? [change.fields['siteId'], change.fields['takenOn']] : []).toEqual([
      's',
      '2026-05-14',
    ]);
    expect(alert()).toBe('');
  });

  it('with less than 50 MB free none is kept here: it is sent at once, or, without a signal, that is said and it may be tried again', async () => {
    short = true;
    await shown();
    await add(await picture());
    const sent = http.expectOne((asked) => asked.url.startsWith('/api/v1/files/pictures/'));
    expect(acts.length).withContext('the picture goes first').toBe(0);
    sent.flush({});
    await settled();
    expect([acts.length, room.size]).toEqual([1, 0]);

    away.set(true);
    await add(await picture());
    expect(alert()).toContain('Less than 50 MB are free on this device, so it keeps no more photos');
    expect(acts.length).toBe(1);
    short = false;
    root().querySelector<HTMLButtonElement>('[role=alert] button')!.click();
    await settled();
    expect([acts.length, room.size, alert()]).toEqual([2, 1, '']);
  });

  it('of a device that keeps nothing another reason is said', async () => {
    keeps = false;
    away.set(true);
    await shown();
    await add(await picture());
    expect(alert()).toContain('This device keeps no pictures, and there is no signal to send it');
  });

  it('what is no picture is said by its name, and nothing is kept', async () => {
    await shown();
    await add(new File(['hello'], 'notes.txt', { type: 'text/plain' }));
    expect(alert()).toContain('notes.txt is no picture that this browser can read.');
    expect([acts.length, room.size]).toEqual([0, 0]);
  });

  it('are put into the bin one by one, and ticked where some use is made of them', async () => {
    await shown(photo('tree', 'the ash'), photo('door', 'the door'));
    const bins = [...root().querySelectorAll<HTMLButtonElement>('li button')];
    bins[1]!.click();
    expect(acts[0]!.changes).toEqual([{ op: 'delete', table: 'photos', id: 'door', revision: 1 }]);
    const chosen: (readonly string[])[] = [];
    fixture.componentInstance.chosen.subscribe((addresses) => chosen.push(addresses));
    fixture.componentRef.setInput('choosable', true);
    fixture.detectChanges();
    const boxes = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatCheckboxHarness);
    await boxes[0]!.check();
    await boxes[0]!.uncheck();
    expect(chosen.map((list) => list.length)).toEqual([1, 0]);
  });
});
