import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { RecordDto } from '@yewridge/contract/season';
import { changed } from '../season/records-api';
import { UnitChoice } from '../units/unit-choice';
import { ActOutbox } from './act-outbox';
import type { MetAct } from './met-act';
import { MetActs } from './met-acts';

const CATCH = { id: 'c', revision: 2, massKg: 1.2, queen: null } as unknown as RecordDto<'catches'>;

describe('two values of one field, as they are shown', () => {
  const met = signal<readonly MetAct[]>([]);
  const chosen: unknown[] = [];
  function shown(): HTMLElement {
    TestBed.configureTestingModule({
      providers: [
        { provide: ActOutbox, useValue: { met, choose: (...how: unknown[]) => chosen.push(how) } },
        { provide: UnitChoice, useValue: { system: signal('imperial') } },
      ],
    });
    const fixture = TestBed.createComponent(MetActs);
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  }
  beforeEach(() => {
    chosen.splice(0);
    const act = { says: 'V-11: weighed', changes: [changed('catches', CATCH, { massKg: 2, queen: 'laying' })] };
    const current = { ...CATCH, revision: 3, massKg: 1, queen: 'none' } as unknown as RecordDto<'catches'>;
    met.set([{ id: 'a', act, table: 'catches', place: 0, fields: ['massKg', 'queen'], current }]);
  });
  const rows = (page: HTMLElement): readonly (readonly string[])[] =>
    [...page.querySelectorAll('tbody tr')].map((row) => [...row.children].map((cell) => cell.textContent.trim()));

  it('stand side by side in the reader’s units, with what was done', () => {
    const page = shown();
    expect(page.querySelector('[role=alert]')?.textContent).toContain('V-11: weighed');
    expect(rows(page)).toEqual([
      ['mass', '4.4 lb', '2.2 lb'],
      ['queen', 'laying', 'none'],
    ]);
  });

  it('one is picked by its button', () => {
    const [mine, other] = [...shown().querySelectorAll('button')];
    mine?.click();
    other?.click();
    expect(chosen).toEqual([
      ['a', 'mine'],
      ['a', 'other'],
    ]);
  });

  it('nothing is shown where nothing met', () => {
    met.set([]);
    expect(shown().textContent.trim()).toBe('');
  });
});
