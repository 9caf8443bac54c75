import { DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { KeyMap } from './key-map';

describe('key map', () => {
  let pressed: string[];
  const press = (key: string, target: EventTarget = document.body, ctrlKey = false): void => {
    target.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true }));
  };
  beforeEach(() => {
    pressed = [];
    const says = (sequence: string): { sequence: string; says: string; run: () => void } => ({
      sequence,
      says: sequence,
      run: () => pressed.push(sequence),
    });
    TestBed.inject(KeyMap).add([says('g b'), says('n'), says('Ctrl+z')], TestBed.inject(DestroyRef));
  });

  it('takes a sequence only when both keys come', () => {
    press('b');
    press('g');
    press('b');
    expect(pressed).toEqual(['g b']);
  });

  it('rests while somebody types, except with Ctrl', () => {
    const input = document.body.appendChild(document.createElement('input'));
    press('n', input);
    press('z', input, true);
    input.remove();
    expect(pressed).toEqual(['Ctrl+z']);
  });

  it('lets the newest of two owners of a key have it', () => {
    TestBed.inject(KeyMap).add(
      [{ sequence: 'n', says: '', run: () => pressed.push('page') }],
      TestBed.inject(DestroyRef),
    );
    press('n');
    expect(pressed).toEqual(['page']);
  });
});
