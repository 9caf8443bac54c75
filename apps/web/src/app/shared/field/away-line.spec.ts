import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { ActOutbox } from '../acts/act-outbox';
import { WorkspaceStore } from '../workspace/workspace-store';
import { AwayLine } from './away-line';
import { FieldLink } from './field-link';

describe('the line that says what is shown without a signal', () => {
  const away = signal(true);
  const asOf = signal<string | null>(null);
  const waiting = signal(0);
  const workspace = signal<unknown>(null);
  function says(): string {
    TestBed.configureTestingModule({
      providers: [
        { provide: FieldLink, useValue: { away, asOf } },
        { provide: ActOutbox, useValue: { waiting } },
        { provide: WorkspaceStore, useValue: { workspace } },
      ],
    });
    const fixture = TestBed.createComponent(AwayLine);
    fixture.detectChanges();
    return (fixture.nativeElement as HTMLElement).textContent.trim();
  }
  beforeEach(() => {
    away.set(true);
    asOf.set('2026-05-14T16:20:00.000Z');
    waiting.set(0);
    workspace.set({ now: '2026-05-14T17:00:00.000Z', timeZone: 'Europe/Vienna' });
  });

  it('is silent while the server answers, whatever waits', () => {
    away.set(false);
    waiting.set(3);
    expect(says()).toBe('');
  });

  it('says the hour where the keeper is, and that nothing waits', () => {
    expect(says()).toBe('As of 18:20, no signal');
  });

  it('counts what waits, one and more', () => {
    waiting.set(1);
    expect(says()).toBe('As of 18:20, 1 thing waits to be sent');
    TestBed.resetTestingModule();
    waiting.set(3);
    expect(says()).toBe('As of 18:20, 3 things wait to be sent');
  });

  it('says the day too, once it is another', () => {
    workspace.set({ now: '2026-05-15T05:00:00.000Z', timeZone: 'Europe/Vienna' });
    expect(says()).toBe('As of Thu 14 May, 18:20, no signal');
  });

  it('says no hour of a device that was told nothing', () => {
    asOf.set(null);
    waiting.set(2);
    expect(says()).toBe('No signal, 2 things wait to be sent');
  });
});
