import { deleteDB, openDB } from 'idb';
import { type Waiting, WaitingRoom } from './waiting-room';

const act = (id: string, at?: string): Waiting => ({
  id,
  undoes: null,
  act: { says: id, changes: [] },
  ...(at === undefined ? {} : { at }),
});
const never = (): void => {
  fail('it is kept');
};

describe('what waits to be sent', () => {
  const rooms: WaitingRoom[] = [];
  async function opened(): Promise<WaitingRoom> {
    const room = new WaitingRoom();
    await room.open();
    rooms.push(room);
    return room;
  }
  /** What was begun is written once another question of the same database is answered. */
  const written = async (room: WaitingRoom): Promise<void> => {
    for (let n = 0; n < 3; n++) await room.picture('none');
  };
  const idsOf = (room: WaitingRoom): readonly string[] => room.all('outbox').map(({ id }) => id);
  beforeEach(async () => {
    localStorage.clear();
    await deleteDB('yewridge-waiting');
  });
  afterEach(async () => {
    localStorage.clear();
    await deleteDB('yewridge-waiting');
  });

  it('is found again in the order it was done, each act once though it lies in two places', async () => {
    const room = await opened();
    expect(
      room.keep('outbox', [act('a', '2026-05-14T16:00:00.000Z'), act('b', '2026-05-14T16:01:00.000Z')], never),
    ).toBeTrue();
    await written(room);
    expect(idsOf(await opened())).toEqual(['a', 'b']);
  });

  it('is kept in the device’s database where its other store is full, and found there', async () => {
    const room = await opened();
    const full = spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    expect(room.keep('outbox', [act('a', '2026-05-14T16:00:00.000Z')], never)).toBeTrue();
    await written(room);
    full.and.callThrough();
    expect(localStorage.getItem('yewridge.outbox')).toBeNull();
    expect(idsOf(await opened())).toEqual(['a']);
  });

  it('that was sent is in neither place any more', async () => {
    const room = await opened();
    room.keep('outbox', [act('a'), act('b')], never);
    room.keep('outbox', [act('b')], never);
    await written(room);
    expect(idsOf(await opened())).toEqual(['b']);
  });

  it('of another window is not taken away', async () => {
    const [mine, theirs] = [await opened(), await opened()];
    mine.keep('outbox', [act('mine')], never);
    await written(mine);
    localStorage.clear();
    theirs.keep('outbox', [act('theirs')], never);
    await written(theirs);
    localStorage.clear();
    expect([...idsOf(await opened())].sort()).toEqual(['mine', 'theirs']);
  });

  it('of an earlier version of the app, without an hour, comes first and as it lay', async () => {
    localStorage.setItem('yewridge.outbox', JSON.stringify([act('old-1'), act('old-2')]));
    const room = await opened();
    room.keep('outbox', [...room.all('outbox'), act('new', '2026-05-14T16:00:00.000Z')], never);
    expect(idsOf(room)).toEqual(['old-1', 'old-2', 'new']);
  });

  it('tells that nothing is kept where both stores refuse', () => {
    const room = new WaitingRoom();
    spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    expect(room.keep('outbox', [act('a')], never)).toBeFalse();
  });

  it('a picture stays until it is forgotten; a device without a database keeps none, and says so', async () => {
    const room = await opened();
    await room.keepPicture('p', new Blob(['bytes'], { type: 'image/jpeg' }));
    const again = await opened();
    expect(await (await again.picture('p'))?.text()).toBe('bytes');
    await again.forgetPicture('p');
    expect(await room.picture('p')).toBeNull();
    const shut = new WaitingRoom();
    await expectAsync(shut.keepPicture('p', new Blob(['x']))).toBeRejectedWithError('This device keeps no pictures.');
    expect(await shut.picture('p')).toBeNull();
  });

  it('that was sent is remembered for two weeks, in order, and is no part of what waits', async () => {
    const room = await opened();
    const now = Date.parse('2026-05-28T16:00:00.000Z');
    await room.remember(act('b', '2026-05-14T16:00:00.001Z'));
    await room.remember(act('a', '2026-05-14T16:00:00.000Z'));
    await room.remember(act('c', '2026-05-20T16:00:00.000Z'));
    await room.remember(act('old', '2026-05-14T15:59:59.999Z'));
    const ids = async (): Promise<readonly string[]> => (await room.remembered(now)).map(({ id }) => id);
    expect(await ids()).toEqual(['b', 'c']);
    expect((await opened()).all('outbox')).toEqual([]);
    await room.forgetSent('c');
    expect(await ids()).toEqual(['b']);
    await room.forgetSent();
    expect(await ids()).toEqual([]);
    expect(await new WaitingRoom().remembered(now)).toEqual([]);
  });

  it('gives way to a newer version of itself', async () => {
    await opened();
    const newer = await openDB('yewridge-waiting', 2);
    expect(newer.version).toBe(2);
    newer.close();
  });
});
