import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { ActOutbox } from '../shared/acts/act-outbox';
import { FieldLink } from '../shared/field/field-link';
import { WorkspaceStore } from '../shared/workspace/workspace-store';
import { SettingsPage } from './settings-page';

describe('what settings say of this device without a signal', () => {
  const [keeps, asOf] = [signal<boolean | null>(null), signal<string | null>(null)];
  const workspace = { kind: 'own', name: 'x', version: '1', now: '2026-05-14T17:00:00Z', timeZone: 'Europe/Vienna' };
  function says(): string {
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        { provide: FieldLink, useValue: { keeps, asOf, away: signal(false) } },
        { provide: ActOutbox, useValue: { waiting: signal(0) } },
        { provide: WorkspaceStore, useValue: { workspace: signal(workspace) } },
      ],
    });
    const fixture = TestBed.createComponent(SettingsPage);
    fixture.detectChanges();
    return (fixture.nativeElement as HTMLElement).querySelector('[aria-labelledby=field] p')?.textContent ?? '';
  }

  it('that it is being read, that it is here and of when, or that this device keeps nothing', () => {
    expect(says()).toBe('What the field needs is being taken along.');
    TestBed.resetTestingModule();
    keeps.set(true);
    asOf.set('2026-05-14T16:20:00Z');
    expect(says()).toBe('What the field needs is on this device, as of 18:20.');
    TestBed.resetTestingModule();
    keeps.set(false);
    expect(says()).toContain('This device keeps nothing');
  });
});
