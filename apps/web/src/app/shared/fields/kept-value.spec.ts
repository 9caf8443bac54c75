import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { KeptValue } from './kept-value';

@Component({
  imports: [KeptValue],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<input [ywKept]="record().note" [keptOf]="record()" />`,
})
class Page {
  readonly record = signal({ note: '' });
}

describe('a field that shows what is kept', () => {
  it('goes back to it when what was typed was taken back before it ever came', async () => {
    const fixture = TestBed.createComponent(Page);
    await fixture.whenStable();
    const box = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
    document.body.append(fixture.nativeElement as HTMLElement);
    box.value = 'heron nest';
    fixture.componentInstance.record.set({ note: '' });
    await fixture.whenStable();
    expect(box.value).toBe('');
    // While somebody types, the same record coming anew takes nothing away; another text does.
    box.focus();
    box.value = 'half a wo';
    fixture.componentInstance.record.set({ note: '' });
    await fixture.whenStable();
    expect(box.value).toBe('half a wo');
    fixture.componentInstance.record.set({ note: 'from another window' });
    await fixture.whenStable();
    expect(box.value).toBe('from another window');
    (fixture.nativeElement as HTMLElement).remove();
  });
});
