import { TestBed } from '@angular/core/testing';
import { SwUpdate, type VersionEvent } from '@angular/service-worker';
import { Subject } from 'rxjs';
import { NewVersion } from './new-version';

describe('a newer app', () => {
  const events = new Subject<VersionEvent>();
  const says = (updates: object | null): (() => string) => {
    TestBed.configureTestingModule({ providers: updates ? [{ provide: SwUpdate, useValue: updates }] : [] });
    const fixture = TestBed.createComponent(NewVersion);
    return () => {
      fixture.detectChanges();
      return (fixture.nativeElement as HTMLElement).textContent.trim();
    };
  };
  const event = (type: VersionEvent['type']): VersionEvent => ({ type }) as VersionEvent;

  it('is offered once it lies ready, not while it comes or fails to', () => {
    const now = says({ isEnabled: true, versionUpdates: events });
    for (const type of ['NO_NEW_VERSION_DETECTED', 'VERSION_DETECTED', 'VERSION_INSTALLATION_FAILED'] as const) {
      events.next(event(type));
      expect(now()).withContext(type).toBe('');
    }
    events.next(event('VERSION_READY'));
    expect(now()).toContain('A newer Yewridge lies ready.');
    expect(now()).toContain('Open it now');
  });

  it('is nobody’s business where the app is not kept on the device', () => {
    const now = says({ isEnabled: false, versionUpdates: events });
    events.next(event('VERSION_READY'));
    expect(now()).toBe('');
    TestBed.resetTestingModule();
    expect(says(null)()).toBe('');
  });
});
