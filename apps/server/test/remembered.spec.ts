import { Remembered } from '../src/shared/remembered/remembered.js';
import { View } from '../src/shared/remembered/view.js';
import { ViewTurns } from '../src/shared/remembered/view-turns.js';

/** Work that a test ends by hand. */
function held<T>(): {
  readonly work: () => Promise<T>;
  readonly end: (value: T) => void;
  readonly begun: () => number;
} {
  let begun = 0;
  let end: (value: T) => void = () => undefined;
  const answer = new Promise<T>((resolve) => (end = resolve));
  const work = (): Promise<T> => {
    begun += 1;
    return answer;
  };
  return {
    work,
    end: (value) => {
      end(value);
    },
    begun: () => begun,
  };
}

describe('what is remembered', () => {
  it('is worked out once for all who ask at once, and anew for another moment', async () => {
    const remembered = new Remembered<number>();
    const one = held<number>();
    const all = [1, 2, 3].map(() => remembered.at('a', one.work));
    one.end(7);
    expect(await Promise.all(all)).toEqual([7, 7, 7]);
    expect(one.begun()).toBe(1);
    expect(await remembered.at('b', () => Promise.resolve(8))).toBe(8);
    expect(remembered.known('a')).toBeNull();
  });

  it('is tried anew after it failed', async () => {
    const remembered = new Remembered<number>();
    await expectAsync(remembered.at('a', () => Promise.reject(new Error('no')))).toBeRejectedWithError('no');
    expect(await remembered.at('a', () => Promise.resolve(1))).toBe(1);
  });
});

describe('views of the records', () => {
  it('are worked out one at a time, and what one asks for on its way belongs to its turn', async () => {
    const turns = new ViewTurns(() => Promise.resolve());
    const order: string[] = [];
    const inner = new View<number>(turns, () => 'm');
    const outer = new View<number>(turns, () => 'm');
    const asked = outer.ask(async () => {
      order.push('outer begins');
      const one = await inner.ask(() => {
        order.push('inner');
        return Promise.resolve(1);
      });
      order.push('outer ends');
      return one + 1;
    });
    const other = new View<string>(turns, () => 'm').ask(() => {
      order.push('other');
      return Promise.resolve('x');
    });
    // Waits in the queue already, and is not waited for by the one whose turn it is.
    const waiting = inner.ask(() => Promise.resolve(1));
    expect([await asked, await other, await waiting]).toEqual([2, 'x', 1]);
    expect(order).toEqual(['outer begins', 'inner', 'outer ends', 'other']);
  });

  it('are of the moment at which their turn comes: whoever waits gets the newer one', async () => {
    let moment = 1;
    const turns = new ViewTurns(() => Promise.resolve());
    const first = held<number>();
    const busy = new View<number>(turns, () => '').ask(first.work);
    const view = new View<number>(turns, () => `${moment}`);
    const asked = view.ask(() => Promise.resolve(moment));
    moment = 2;
    first.end(0);
    await busy;
    expect(await asked).toBe(2);
    expect(await view.ask(() => Promise.reject(new Error('it is known')))).toBe(2);
  });

  it('wait until no write is waiting', async () => {
    const writes = held<undefined>();
    const turns = new ViewTurns(writes.work);
    const work = held<number>();
    const asked = new View<number>(turns, () => '').ask(work.work);
    await new Promise((later) => setTimeout(later, 10));
    expect(work.begun()).toBe(0);
    writes.end(undefined);
    work.end(3);
    expect(await asked).toBe(3);
  });
});
