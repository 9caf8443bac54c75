import { Held } from './held';

describe('what a store holds', () => {
  it('is told at once to whoever subscribes, and again at each change, the same value only once', () => {
    const held = new Held(1);
    const heard: number[] = [];
    const subscription = held.changes.subscribe((value) => heard.push(value));
    held.set(1);
    held.set(2);
    held.update((value) => value + 1);
    expect(heard).toEqual([1, 2, 3]);
    subscription.unsubscribe();
    held.set(4);
    expect(heard).toEqual([1, 2, 3]);
  });

  it('is the same as a stream, as a signal and as a value, at every moment', () => {
    const held = new Held('a');
    held.changes.subscribe((value) => {
      expect(held.value).toBe(value);
    });
    expect(held.now()).toBe('a');
    held.set('b');
    expect([held.now(), held.value]).toEqual(['b', 'b']);
  });
});
