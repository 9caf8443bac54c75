import { type ComponentRef, type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { designChecks, designDrawing, designLoad, fitOptions } from '@yewridge/core/bench';
import { choose, tick } from '../../../shared/fields/testing/choose';
import { entranceRows, sectionRows } from '../data/stack-rows';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { Band } from './band';
import { ConflictBar } from '../../../shared/documents/conflict-bar';
import { designWords } from '../data/page-words';
import { DesignCard } from './design-card';
import { DesignSheet } from './design-sheet';
import { EntranceEditor } from './entrance-editor';
import { ReadingsPanel } from './readings-panel';
import { SectionEditor } from './section-editor';
import { StackPanel } from './stack-panel';

interface Drawn<T> {
  readonly fixture: ComponentFixture<T>;
  readonly ref: ComponentRef<T>;
  readonly component: T;
  readonly element: HTMLElement;
  /** The button whose words begin like this. */
  readonly button: (words: string) => HTMLButtonElement;
  readonly press: (words: string) => void;
}

/** Draws a component from literals, as a page would. */
async function draw<T>(type: Type<T>, inputs: Readonly<Record<string, unknown>>): Promise<Drawn<T>> {
  const fixture = TestBed.createComponent(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const button = (words: string): HTMLButtonElement => {
    const found = [...element.querySelectorAll('button')].find(({ textContent, ariaLabel }) =>
      (ariaLabel ?? textContent).replace(/\s+/g, ' ').trim().startsWith(words),
    );
    if (!found) throw new Error(`no button “${words}”`);
    return found;
  };
  const press = (words: string): void => {
    button(words).click();
    fixture.detectChanges();
  };
  return { fixture, ref: fixture.componentRef, component: fixture.componentInstance, element, button, press };
}

const readings = readingsOf(SAMPLE);
const load = designLoad(SAMPLE, readings.room.net);
const common = {
  design: SAMPLE,
  readings,
  load,
  judged: { document: SAMPLE, readings, suitability: null, checks: designChecks(SAMPLE, readings) },
  system: 'metric',
};

describe('bench: readings panel', () => {
  const fits = fitOptions({ design: SAMPLE, system: 'metric', newId: 'new' });

  it('opens and closes the working of one figure, or of all', async () => {
    const { element, press } = await draw(ReadingsPanel, { ...common, fits });
    press('Show working: door');
    expect(element.querySelectorAll('yw-working-panel').length).toBe(1);
    press('Show working');
    expect(element.querySelectorAll('yw-working-panel').length).toBe(5);
    press('Hide working');
    expect(element.querySelectorAll('yw-working-panel').length).toBe(0);
  });

  it('hands over the design that a click would make', async () => {
    const { component, press } = await draw(ReadingsPanel, { ...common, fits });
    const taken: string[] = [];
    component.fitted.subscribe(({ option }) => taken.push(option.kind));
    press('Make it 40 L: raise the base');
    expect(taken).toEqual(['raise-base']);
  });

  it('says that its figures are old, or that no single change is enough', async () => {
    const looking = await draw(ReadingsPanel, { ...common, fits: null });
    expect(looking.element.textContent).toContain('Looking for ways …');
    expect(looking.element.textContent).not.toContain('It fits');
    const old = await draw(ReadingsPanel, { ...common, fits: [], stale: true });
    expect(old.element.textContent).toContain('From the last sizes that fit together.');
    expect(old.element.textContent).toContain('Mend the fault first.');
    const far = await draw(ReadingsPanel, { ...common, fits: [] });
    expect(far.element.textContent).toContain('No single change brings this stack to 40 L.');
  });
});

describe('bench: stack panel', () => {
  const inputs = {
    design: SAMPLE,
    sections: sectionRows(SAMPLE, readings, [], 'metric'),
    entrances: entranceRows(SAMPLE, readings, [], 'metric'),
    system: 'metric',
  };

  it('moves a section by buttons, and not past the ends', async () => {
    const { component, button, press } = await draw(StackPanel, { ...inputs, chosen: { id: 'nuc' } });
    const moves: unknown[] = [];
    component.moved.subscribe((move) => moves.push(move));
    expect(button('Move Nuc up').disabled).toBeTrue();
    press('Move Nuc down');
    expect(moves).toEqual([{ id: 'nuc', to: 0 }]);
  });

  it('keeps the last section of a stack', async () => {
    const single = { ...SAMPLE, sections: SAMPLE.sections.slice(0, 1) };
    const { button } = await draw(StackPanel, {
      ...inputs,
      design: single,
      sections: sectionRows(single, null, [], 'metric'),
      chosen: { id: 'base' },
    });
    expect(button('remove Base').disabled).toBeTrue();
  });

  it('takes no empty name and says why', async () => {
    const { ref, component, element } = await draw(StackPanel, { ...inputs, chosen: { id: 'whole' } });
    const changes: unknown[] = [];
    component.changed.subscribe((change) => changes.push(change));
    const box = element.querySelector<HTMLInputElement>('.whole input')!;
    box.value = '   ';
    box.dispatchEvent(new Event('input'));
    ref.changeDetectorRef.detectChanges();
    expect(changes).toEqual([]);
    box.value = ' Ash nuc ';
    box.dispatchEvent(new Event('input'));
    expect(changes).toEqual([{ part: 'whole', field: 'name', value: 'Ash nuc' }]);
  });

  it('shows a fault at the head of its row, in words', async () => {
    const faulty = { ...inputs.sections[0]!, faults: [{ field: 'contents', sentence: 'The frames need more room.' }] };
    const { element } = await draw(StackPanel, { ...inputs, sections: [faulty, inputs.sections[1]!] });
    expect(element.querySelector('.look')?.textContent).toContain('Look: The frames need more room.');
  });
});

describe('bench: part editors', () => {
  it('a section changes its shape, its frames and where they hang', async () => {
    const [row] = sectionRows(SAMPLE, readings, [], 'metric');
    const { fixture, component, press } = await draw(SectionEditor, { row });
    const said: unknown[] = [];
    component.changed.subscribe((change) => said.push(change));
    component.replaced.subscribe((how) => {
      const { shape, contents } = how(row!.section);
      said.push([shape.kind, contents.length]);
    });
    await choose(fixture, 'With', 'foundation');
    await choose(fixture, 'They hang', 'in the middle');
    await choose(fixture, 'Shape', 'Tube');
    press('Take out entry 1');
    press('Put something in');
    const menu = [...document.querySelectorAll<HTMLButtonElement>('.mat-mdc-menu-item')];
    menu.find(({ textContent }) => textContent.includes('Feeder'))?.click();
    expect(said).toEqual([
      { field: 'contents[0].fill', value: 'foundation' },
      { field: 'contents[0].arrangement', value: 'centre' },
      ['cylinder', 0],
      ['box', 1],
      ['box', 3],
    ]);
  });

  it('a door gets and loses its nail, and turns its disc', async () => {
    const [row] = entranceRows(SAMPLE, readings, [], 'metric');
    const { fixture, ref, component } = await draw(EntranceEditor, { row });
    const said: unknown[] = [];
    component.changed.subscribe(({ value }) => said.push(value));
    await tick(fixture, 'a nail or wire across it');
    const disc = { ...SAMPLE.entrances[0]!, opening: { kind: 'disc', diameter: 0.04, position: 'open' } };
    ref.setInput('row', { ...row, entrance: disc });
    ref.changeDetectorRef.detectChanges();
    await choose(fixture, 'Turned to', 'excluder');
    expect(said).toEqual([
      { kind: 'hole', diameter: 0.038 },
      jasmine.objectContaining({ position: 'excluder', slots: 6, slotWidth: 0.0042 }),
    ]);
  });

  it('a fault of the guard stands at its nails', async () => {
    const [row] = entranceRows(SAMPLE, readings, [], 'metric');
    const { element, fixture } = await draw(EntranceEditor, {
      row: { ...row!, faults: [{ field: 'opening.guard', sentence: 'Too many nails.' }] },
    });
    await fixture.whenStable();
    expect(element.querySelector('[data-field="door:opening.guard.diameter"]')?.textContent).toContain(
      'Too many nails.',
    );
  });
});

describe('bench: sheets', () => {
  const sheet = {
    design: SAMPLE,
    readings,
    system: 'metric',
    drawing: designDrawing(SAMPLE),
    version: '3',
    date: '14 May',
    width: 592,
    height: 700,
  };

  it('the drawing says what it shows to those who cannot see it', async () => {
    const { element } = await draw(DesignSheet, sheet);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe(
      'Drawing of Sample nuc: front and side, 36.0 L gross, door 10.2 cm²',
    );
  });

  it('the title block carries name, version, scale, units, date and wood', async () => {
    const { element } = await draw(DesignSheet, sheet);
    for (const text of ['Sample nuc', '3', '1 : 7', 'mm', '14 May', 'Pine']) {
      expect([...element.querySelectorAll('text')].map(({ textContent }) => textContent.trim())).toContain(text);
    }
  });

  it('a click on a dimension opens its field', async () => {
    const { component, element } = await draw(DesignSheet, sheet);
    const picked: unknown[] = [];
    component.picked.subscribe((ref) => picked.push(ref));
    element.querySelector('.dimension')!.dispatchEvent(new MouseEvent('click'));
    expect(picked).toEqual([{ id: 'base', field: 'shape.height' }]);
  });

  it('a card without readings says what to do', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const design = { id: 'a', revision: 1, document: SAMPLE, createdAt: '', updatedAt: '', deletedAt: null };
    const broken = await draw(DesignCard, {
      row: { design, computed: null },
      number: 1,
      system: 'metric',
      pixelsPerMetre: 100,
    });
    expect(broken.element.textContent).toContain('Cannot be computed yet');
    const row = { design, computed: { readings, drawing: sheet.drawing } };
    const whole = await draw(DesignCard, { row, number: 1, system: 'imperial', pixelsPerMetre: 100 });
    expect(whole.element.textContent).toContain('8.9 gal net');
  });

  it('a door off the axis of the band stands at its end', async () => {
    const at = async (area: number): Promise<string> =>
      (await draw(Band, { area, system: 'metric' })).element.querySelector('.value')?.getAttribute('d') ?? '';
    expect(await at(1)).toBe(await at(0.01));
    expect(await at(0)).not.toBe(await at(0.01));
  });

  it('a conflict shows both sides and three ways on', async () => {
    const theirs = {
      id: 'a',
      revision: 2,
      document: { ...SAMPLE, name: 'Theirs' },
      createdAt: '',
      updatedAt: '',
      deletedAt: null,
    };
    const { component, element, press } = await draw(ConflictBar, {
      what: 'design',
      mine: designWords(SAMPLE, 'metric'),
      theirs: designWords(theirs.document, 'metric'),
    });
    const chosen: string[] = [];
    component.chosen.subscribe((choice) => chosen.push(choice));
    for (const words of ['Keep both', 'Keep mine', 'Take theirs']) press(words);
    expect(chosen).toEqual(['both', 'mine', 'theirs']);
    expect(element.textContent).toContain('“Sample nuc”, 36.0 L gross, 2 in the stack, 1 door');
    const faulty = {
      ...SAMPLE,
      sections: [{ ...SAMPLE.sections[0]!, wall: 9, sizes: 'outside' as const }],
      entrances: [],
    };
    const other = await draw(ConflictBar, {
      what: 'design',
      mine: designWords(faulty, 'metric'),
      theirs: designWords(theirs.document, 'metric'),
    });
    expect(other.element.textContent).toContain('cannot be computed yet, 1 in the stack, no door');
  });
});
