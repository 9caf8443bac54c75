import { ChangeDetectionStrategy, Component } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatProgressBarHarness } from '@angular/material/progress-bar/testing';
import type { ApiFailure } from '../http/api-failure';
import { Failed, Waiting } from './states';

@Component({
  imports: [Waiting, Failed],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-waiting what="the traps" />
    <yw-failed title="The traps could not be fetched" [failure]="failure" (retry)="tried = tried + 1" />`,
})
class Host {
  readonly failure = { code: 'UNREACHABLE', message: 'The server does not answer.' } as ApiFailure;
  tried = 0;
}

describe('while a page waits, and when it fails', () => {
  let fixture: ComponentFixture<Host>;
  const bars = (): Promise<MatProgressBarHarness[]> =>
    TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatProgressBarHarness);
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;

  beforeEach(() => {
    jasmine.clock().install();
    fixture = TestBed.createComponent(Host);
    fixture.detectChanges();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  it('says at once what it waits for, and shows a bar after half a second, not before', async () => {
    expect(element().querySelector('[role=status]')?.textContent).toBe('Fetching the traps …');
    jasmine.clock().tick(499);
    fixture.detectChanges();
    expect(element().querySelector('mat-progress-bar')).toBeNull();
    jasmine.clock().tick(1);
    fixture.detectChanges();
    expect(element().querySelector('mat-progress-bar')?.getAttribute('aria-label')).toBe('Fetching the traps');
    jasmine.clock().uninstall();
    const [bar] = await bars();
    expect(await bar!.getMode()).toBe('indeterminate');
    jasmine.clock().install();
  });

  it('says why it failed, with the code, and offers another try', () => {
    const alert = element().querySelector('[role=alert]')!;
    expect(alert.textContent).toContain('The server does not answer.');
    expect(alert.textContent).toContain('Code UNREACHABLE');
    alert.querySelector('button')!.click();
    expect(fixture.componentInstance.tried).toBe(1);
  });
});
