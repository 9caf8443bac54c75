import { LEAST_FREE_BYTES, roomIsShort } from './room-left';

describe('room on a device', () => {
  const telling = (
    quota: number | undefined,
    usage: number | undefined,
  ): { estimate: () => Promise<StorageEstimate> } => ({
    estimate: () =>
      Promise.resolve({ ...(quota === undefined ? {} : { quota }), ...(usage === undefined ? {} : { usage }) }),
  });

  it('is short under 50 MB, and not at them', async () => {
    expect(await roomIsShort(telling(LEAST_FREE_BYTES + 10, 10))).toBeFalse();
    expect(await roomIsShort(telling(LEAST_FREE_BYTES + 9, 10))).toBeTrue();
    expect(await roomIsShort(telling(10, 20))).toBeTrue();
  });

  it('of a device that does not tell is not held to be short', async () => {
    expect(await roomIsShort(telling(undefined, 5))).toBeFalse();
    expect(await roomIsShort(telling(5, undefined))).toBeFalse();
    expect(await roomIsShort({ estimate: () => Promise.reject(new TypeError('no')) })).toBeFalse();
  });
});
