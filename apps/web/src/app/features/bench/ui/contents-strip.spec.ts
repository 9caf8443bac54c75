import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { DesignSection } from '@yewridge/core/bench';
import { FrameStripHarness } from '../testing/frame-strip-harness';
import { SAMPLE } from '../testing/sample-design';
import { type Arranging, ContentsStrip } from './contents-strip';

/** A box for four frames, with three in it. */
const BOX: DesignSection = {
  ...SAMPLE.sections[1]!,
  shape: { kind: 'box', length: 0.468, width: 0.16, height: 0.246 },
  contents: [
    { kind: 'frames', frame: 'langstroth-deep', count: 1, fill: 'oldComb' },
    { kind: 'frames', frame: 'langstroth-deep', count: 2, fill: 'starter' },
  ],
};

@Component({
  imports: [ContentsStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-contents-strip [section]="section()" [tools]="true" (arranged)="arrange($event)" />`,
})
class Host {
  readonly section = signal(BOX);
  arrange(how: Arranging): void {
    this.section.update((section) => ({ ...section, contents: how(section.contents) }));
  }
  fills(): readonly string[] {
    return this.section().contents.flatMap((one) =>
      one.kind === 'frames' ? new Array<string>(one.count ?? 1).fill(one.fill ?? '') : [],
    );
  }
}

describe('the strip of frames', () => {
  let fixture: ComponentFixture<Host>;
  let strip: FrameStripHarness;
  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    strip = await TestbedHarnessEnvironment.loader(fixture).getHarness(FrameStripHarness);
  });

  it('has a place for each frame and for each that still goes in, and says what a click makes of it', async () => {
    const places = await strip.places();
    expect(places.length).toBe(4);
    expect(places.slice(0, 3).map((place) => place.split(',')[0])).toEqual(['Frame 1', 'Frame 2', 'Frame 3']);
    expect(places[3]).toBe('Empty place. Click: hang a frame');
    expect(await strip.words()).not.toBe('no frames hang in it');
  });

  it('hangs a frame in an empty place, and leaves it out again at the next click', async () => {
    await strip.click(3);
    expect(fixture.componentInstance.fills()).toEqual(['oldComb', 'starter', 'starter', 'starter']);
    await strip.click(3);
    expect(fixture.componentInstance.fills()).toEqual(['oldComb', 'starter', 'starter']);
  });

  it('makes a frame the next kind with every click, as its place says, until it is left out', async () => {
    const seen: (string | undefined)[] = [];
    for (let n = 0; n < 5; n++) {
      await strip.click(0);
      seen.push(fixture.componentInstance.fills()[0]);
    }
    expect(seen).toEqual(['comb', 'foundation', 'empty', 'starter', 'starter']);
    expect(fixture.componentInstance.fills()).toEqual(['starter', 'starter']);
    expect((await strip.places())[0]).toContain('Click: leave it out');
  });

  it('takes two quick clicks for two, though the page was not drawn between them', async () => {
    await strip.clickTwice(0);
    expect(fixture.componentInstance.fills()).toEqual(['foundation', 'starter', 'starter']);
    await strip.clickTwice(3);
    expect(fixture.componentInstance.fills().length).toBe(5);
  });

  it('moves a frame by Alt and an arrow, never into an empty place or off the end', async () => {
    await strip.take(0, 'right');
    expect(fixture.componentInstance.fills()).toEqual(['starter', 'oldComb', 'starter']);
    await strip.take(2, 'right');
    await strip.take(0, 'left');
    expect(fixture.componentInstance.fills()).toEqual(['starter', 'oldComb', 'starter']);
  });

  it('leaves a frame out by Delete, and nothing where there is none', async () => {
    await strip.leaveOut(0);
    expect(fixture.componentInstance.fills()).toEqual(['starter', 'starter']);
    await strip.leaveOut(3);
    expect(fixture.componentInstance.fills()).toEqual(['starter', 'starter']);
  });

  it('says so when no frame hangs in it', async () => {
    fixture.componentInstance.arrange(() => []);
    expect(await strip.words()).toBe('no frames hang in it');
    expect((await strip.places()).length).toBe(4);
  });
});
