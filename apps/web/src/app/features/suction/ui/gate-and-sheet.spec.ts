import { Component, ChangeDetectionStrategy, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { airCourse, gateLanes, type Rig, rigReadings, STARTING_RIGS, withOpening } from '@yewridge/core/suction';
import type { PartId } from '../data/rig-parts';
import { AirSheet } from './air-sheet';
import { GateLanes } from './gate-lanes';
import { PartList } from './part-list';
import { ReadingLines } from './reading-lines';

const rigOf = (layout: string): Rig => STARTING_RIGS.find((one) => one.layout === layout)!.rig;

@Component({
  selector: 'yw-sheet-host',
  imports: [AirSheet, GateLanes, PartList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-air-sheet
      [rig]="rig()"
      [readings]="read()"
      [course]="course()"
      [lane]="null"
      system="metric"
      [width]="width()"
      (picked)="picked.set($event)"
    />
    <yw-gate-lanes
      [rig]="rig()"
      [readings]="read()"
      [lanes]="lanes()"
      system="metric"
      [width]="600"
      [pixelsPerMetre]="3780"
      (moved)="opening.set($event)"
    />
    <yw-part-list [rig]="rig()" [problems]="[]" system="metric" [chosen]="picked()" (picked)="picked.set($event)" />
  `,
})
class SheetHost {
  readonly layout = signal('walkUp');
  readonly width = signal(806);
  readonly opening = signal(0.3);
  readonly picked = signal<PartId | null>(null);
  readonly rig = (): Rig => withOpening(rigOf(this.layout()), this.opening());
  readonly read = (): ReturnType<typeof rigReadings> => rigReadings(this.rig());
  readonly course = (): ReturnType<typeof airCourse> => airCourse(this.rig(), this.read());
  readonly lanes = (): ReturnType<typeof gateLanes> => gateLanes(this.rig());
}

describe('the sheet of a rig', () => {
  let fixture: ComponentFixture<SheetHost>;
  let root: HTMLElement;
  beforeEach(async () => {
    fixture = TestBed.createComponent(SheetHost);
    root = fixture.nativeElement as HTMLElement;
    await fixture.whenStable();
  });
  const slider = (): Element => root.querySelector('[role=slider]')!;
  const press = async (key: string, shiftKey = false): Promise<void> => {
    slider().dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true, cancelable: true }));
    await fixture.whenStable();
  };

  for (const layout of ['walkUp', 'topBox', 'downDraught', 'splitDeep']) {
    for (const width of [806, 360]) {
      it(`${layout} is drawn with every station and no figure that is none, ${width} wide`, async () => {
        fixture.componentInstance.layout.set(layout);
        fixture.componentInstance.width.set(width);
        await fixture.whenStable();
        const drawn = root.querySelector('yw-air-sheet')!.innerHTML;
        expect(drawn).not.toMatch(/NaN|undefined|Infinity/);
        expect(root.querySelectorAll('yw-air-sheet [role=button]').length).toBe(7);
        expect(root.querySelector('title')?.textContent).toMatch(/m\/s in the hose/);
      });
    }
  }

  it('a balloon opens its part, and the list shows which is open', async () => {
    root
      .querySelector<SVGElement>('yw-air-sheet [aria-label="5 Screen"]')!
      .dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await fixture.whenStable();
    const open = root.querySelector('yw-part-list [aria-expanded=true]');
    expect(open?.textContent).toContain('Screen');
  });

  it('the handle says what it means and moves by half a millimetre, five with Shift, to its ends', async () => {
    expect(slider().getAttribute('aria-valuetext')).toMatch(/^27 mm open, 9\.\d m\/s in the hose, carries surely$/);
    await press('ArrowRight');
    expect(slider().getAttribute('aria-valuetext')).toContain('27.5 mm open');
    await press('ArrowLeft', true);
    expect(slider().getAttribute('aria-valuetext')).toContain('22.5 mm open');
    await press('End');
    expect(fixture.componentInstance.opening()).toBe(1);
    await press('ArrowRight');
    expect(fixture.componentInstance.opening()).toBe(1);
    await press('Home');
    expect(fixture.componentInstance.opening()).toBe(0);
  });

  it('each nozzle has a lane, fitted or not', () => {
    expect(root.querySelectorAll('yw-gate-lanes .lane').length).toBe(2);
    expect(root.querySelectorAll('yw-gate-lanes .mark').length).toBe(2);
  });
});

describe('reading lines', () => {
  it('open their working one by one', async () => {
    const fixture = TestBed.createComponent(ReadingLines);
    fixture.componentRef.setInput('lines', [
      {
        id: 'a',
        pieces: [{ big: '4' }, { small: ' m/s' }],
        working: { formula: 'f = g', inputs: [], source: 's', sure: 'u' },
      },
    ]);
    await fixture.whenStable();
    const root = fixture.nativeElement as HTMLElement;
    expect(root.querySelector('p')?.textContent.trim()).toBe('4 m/s');
    root.querySelector('button')!.click();
    await fixture.whenStable();
    expect(root.textContent).toContain('f = g');
  });
});
