import type { PersonDto } from '@yewridge/contract/ground';
import type { ChangesDto } from '@yewridge/contract/field';
import { API } from './access-support.js';
import { type Bench, openBench, put } from './support.js';

describe('a landowner who asks', () => {
  let bench: Bench;
  const act = (id: string, says: string, ...changes: readonly object[]): PromiseLike<{ status: number }> =>
    bench.http.put(`${API}/acts/${id}`).send({ says, changes });
  const HEDWIG = { name: 'Hedwig Quarrow', phone: '+43 660 123', address: 'Lime Row 3', notes: 'the dog is friendly' };
  beforeEach(async () => {
    bench = await openBench();
    await act(
      'a1',
      'Hedwig Quarrow owns Lower orchard',
      put('owners', 'o1', { ...HEDWIG, phone: '+43 660 000' }),
      put('sites', 's1', { name: 'Lower orchard', permission: 'granted', ownerId: 'o1' }),
    );
    await act('a2', 'Hedwig Quarrow: +43 660 123', put('owners', 'o1', HEDWIG, 1));
    await act('a3', 'Another owner', put('owners', 'o2', { name: 'Ivo Quarrow' }));
  });
  afterEach(() => bench.database.close());

  it('is told everything that is kept of them, and was', async () => {
    const kept = (await bench.http.get(`${API}/people/o1`)).body as PersonDto;
    expect(kept.person).toEqual(jasmine.objectContaining(HEDWIG));
    expect(kept.sites.map(({ name, permission }) => [name, permission])).toEqual([['Lower orchard', 'granted']]);
    expect(kept.before.map(({ was }) => was.phone)).toEqual(['+43 660 000', '+43 660 123']);
    expect((await bench.http.get(`${API}/people/nobody`)).status).toBe(404);
  });

  it('is erased from the record, from what it was, and from what was said; the site stays, and others do', async () => {
    const changes = async (): Promise<ChangesDto> => (await bench.http.get(`${API}/changes`)).body as ChangesDto;
    const { seq } = await changes();
    expect((await bench.http.delete(`${API}/people/o1`)).status).toBe(204);
    const everything = [
      (await bench.http.get(`${API}/files/backup.json?owners=true`)).text,
      (await bench.http.get(`${API}/acts`)).text,
      (await bench.http.get(`${API}/records/owners/o1/changes`)).text,
      (await bench.http.get(`${API}/ground`)).text,
    ].join();
    for (const told of ['Hedwig', '660 000', '660 123', 'Lime Row', 'the dog']) expect(everything).not.toContain(told);
    for (const other of ['Lower orchard', 'Ivo Quarrow']) expect(everything).toContain(other);
    const kept = (await bench.http.get(`${API}/people/o1`)).body as PersonDto;
    expect([kept.person.name, kept.person.revision, kept.sites.length]).toEqual(['erased', 3, 1]);
    // Telephones are told, as of any other change.
    const after = (await bench.http.get(`${API}/changes?after=${seq}&edition=${(await changes()).edition}`))
      .body as ChangesDto;
    expect(after.changes.map(({ table, id }) => `${table} ${id}`)).toEqual(['owners o1']);
    // What was done before does not bring them back.
    const undone = await bench.http.post(`${API}/acts/a2/undo`).send({ id: 'u' });
    expect(undone.status).toBe(409);
  });
});
