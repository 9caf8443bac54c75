import type { Response } from 'supertest';
import { API } from './access-support.js';
import { type Bench, errorIn } from './support.js';

export interface Acts {
  /** One act of some changes. */
  readonly act: (...changes: readonly object[]) => Promise<Response>;
  /** What the server says of it: `kept`, or the first field that stands against it, and why. */
  readonly said: (...changes: readonly object[]) => Promise<string>;
}

/** Acts one after the other, each with an id of its own. */
export function actsOn(bench: () => Bench): Acts {
  let count = 0;
  const act = async (...changes: readonly object[]): Promise<Response> => {
    count += 1;
    return bench()
      .http.put(`${API}/acts/act-${count}`)
      .send({ says: `act ${count}`, changes });
  };
  return {
    act,
    said: async (...changes) => {
      const answer = await act(...changes);
      if (answer.status < 300) return 'kept';
      const [first] = errorIn(answer).fields ?? [];
      return `${first?.path ?? ''}: ${first?.message ?? ''}`;
    },
  };
}
