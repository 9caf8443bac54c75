import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type ComponentRef, type Type } from '@angular/core';
import { type Content, type Design, designLoad, designSuitability, hungFrames } from '@yewridge/core/bench';
import { choose, tick } from '../../../shared/fields/testing/choose';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { ContentsStrip } from './contents-strip';
import { SchoolList } from './school-list';
import { SetupPanel } from './setup-panel';
import { SuitabilityPanel } from './suitability-panel';

interface Drawn<T> {
  readonly fixture: ComponentFixture<T>;
  readonly ref: ComponentRef<T>;
  readonly component: T;
  readonly element: HTMLElement;
}

async function draw<T>(type: Type<T>, inputs: Readonly<Record<string, unknown>>): Promise<Drawn<T>> {
  const fixture = TestBed.createComponent(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return {
    fixture,
    ref: fixture.componentRef,
    component: fixture.componentInstance,
    element: fixture.nativeElement as HTMLElement,
  };
}

const click = (element: HTMLElement, words: string): void => {
  const found = [...element.querySelectorAll<HTMLElement>('button, label')].find(({ textContent }) =>
    textContent.replace(/\s+/g, ' ').includes(words),
  );
  if (!found) throw new Error(`nothing says “${words}”`);
  found.click();
};
const { room, door } = readingsOf(SAMPLE);

describe('bench: contents strip', () => {
  const nuc = SAMPLE.sections[1]!;
  const fills = (contents: readonly Content[]): string =>
    hungFrames(contents)
      .map(({ fill }) => fill)
      .join(' ');

  async function strip(): Promise<{ element: HTMLElement; seen: string[]; slot: (n: number) => HTMLButtonElement }> {
    const { component, element } = await draw(ContentsStrip, { section: nuc, tools: true });
    const seen: string[] = [];
    component.arranged.subscribe((how) => seen.push(fills(how(nuc.contents))));
    const slot = (n: number): HTMLButtonElement => element.querySelectorAll<HTMLButtonElement>('.slot')[n]!;
    return { element, seen, slot };
  }

  it('a click makes a frame the next kind, Delete leaves it out, Alt with an arrow moves it', async () => {
    const { seen, slot } = await strip();
    slot(0).click();
    slot(0).dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete' }));
    slot(0).dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', altKey: true }));
    expect(seen).toEqual([
      'comb starter starter starter starter',
      'starter starter starter starter',
      'starter oldComb starter starter starter',
    ]);
  });

  it('puts four in the middle and pushes them to one side', async () => {
    const { element, seen } = await strip();
    click(element, 'Four in the middle');
    click(element, 'Push to one side');
    expect(seen).toEqual(['oldComb starter starter starter', 'oldComb starter starter starter starter']);
  });

  it('says what a slot holds and what a click would do, empty places too', async () => {
    const { component, element } = await draw(ContentsStrip, { section: { ...nuc, contents: [] } });
    const seen: string[] = [];
    component.arranged.subscribe((how) => seen.push(fills(how([]))));
    const places = element.querySelectorAll<HTMLButtonElement>('.slot');
    expect([places.length, places[0]!.ariaLabel]).toEqual([5, 'Empty place. Click: hang a frame']);
    places[2]!.click();
    expect(seen).toEqual(['starter']);
  });
});

describe('bench: suitability panel', () => {
  const inputs = { design: SAMPLE, judged: designSuitability(SAMPLE, room, door.area), system: 'metric' };

  it('says that it ranks, and opens the working of a factor', async () => {
    const { element, ref } = await draw(SuitabilityPanel, inputs);
    expect(element.textContent).toContain('Ranking aid, not a catch chance.');
    click(element, 'Volume');
    ref.changeDetectorRef.detectChanges();
    expect(element.querySelector('yw-working-panel')?.textContent).toContain('Evidence strong');
  });

  it('tries a scent in words, and takes it back to what the box tells', async () => {
    const { fixture, component, element, ref } = await draw(SuitabilityPanel, inputs);
    const said: unknown[] = [];
    component.tried.subscribe(({ field, value }) => said.push([field, value]));
    click(element, 'Try a site');
    ref.changeDetectorRef.detectChanges();
    await choose(fixture, 'Scent', 'lure alone');
    ref.setInput('design', { ...SAMPLE, site: { odour: 0.8 } });
    await choose(fixture, 'Scent', 'by its contents');
    expect(said).toEqual([
      ['odour', 0.8],
      ['odour', undefined],
    ]);
  });
});

describe('bench: schools', () => {
  it('a school is chosen with its price beside it; the tests without a reason are no choice', async () => {
    const design: Design = { ...SAMPLE, schools: { room: { school: 'small-swarm', reason: '' } } };
    const { component, element, ref } = await draw(SchoolList, { design });
    const said: unknown[] = [];
    component.chosen.subscribe((choice) => said.push(choice));
    click(element, 'Room');
    ref.changeDetectorRef.detectChanges();
    expect(element.textContent).toContain('costs 6 % by the field experiments');
    element.querySelector<HTMLInputElement>('input[type=radio]')!.click();
    const why = element.querySelector<HTMLInputElement>('input[type=text]')!;
    why.value = 'Many sites';
    why.dispatchEvent(new Event('input'));
    expect(said).toEqual([
      { dispute: 'room', choice: undefined },
      { dispute: 'room', choice: { school: 'small-swarm', reason: 'Many sites' } },
    ]);
  });
});

describe('bench: openings, hanging and load', () => {
  const gap = {
    id: 'gap',
    label: 'Slot',
    place: 'inner-cover',
    opening: { kind: 'slot', width: 0.1, height: 0.01 },
    count: 1,
    closedForRide: false,
  } as const;
  const design: Design = { ...SAMPLE, gaps: [gap], hanging: { style: 'wire' } };
  const inputs = { design, load: designLoad(design, room.net), problems: [], system: 'metric' };

  it('shows what an opening adds, and the caution of the way it hangs', async () => {
    const { element } = await draw(SetupPanel, inputs);
    expect(element.textContent).toContain('10.0 cm², gap 10 mm');
    expect(element.querySelector('yw-caution')?.textContent).toContain('Never stand below it.');
    expect(element.textContent).toContain('Type the working load from the label');
  });

  it('turns an opening into mesh and says that it is closed for the way', async () => {
    const { fixture, component } = await draw(SetupPanel, { ...inputs, chosen: 'gap' });
    const said: unknown[] = [];
    component.gapReplaced.subscribe(({ opening }) => said.push(opening.kind));
    component.changed.subscribe(({ field, value }) => said.push([field, value]));
    await choose(fixture, 'Opening', 'Mesh');
    await tick(fixture, 'closed when it travels');
    expect(said).toEqual(['mesh', ['closedForRide', true]]);
  });
});
