import { TestBed } from '@angular/core/testing';
import { DraftKeeper } from './draft-keeper';

/** A tab: its own keeper, under its own name. */
function tab(name: string): DraftKeeper {
  TestBed.resetTestingModule();
  sessionStorage.setItem('yewridge.tab', name);
  return TestBed.inject(DraftKeeper);
}
const DRAFT = { revision: 3, document: { width: 0.3 } };

describe('drafts of several tabs', () => {
  const release: (() => void)[] = [];
  /** Another tab lives as long as it holds the lock of its name. */
  const living = (name: string): Promise<void> =>
    new Promise((held) => {
      void navigator.locks.request(
        `yewridge.tab.${name}`,
        () =>
          new Promise<void>((done) => {
            release.push(done);
            held();
          }),
      );
    });
  beforeEach(() => {
    localStorage.clear();
  });
  afterEach(() => {
    for (const done of release.splice(0)) done();
    localStorage.clear();
    sessionStorage.removeItem('yewridge.tab');
  });

  it('one of a tab that lives is left to it, one of a tab that is gone is taken over', async () => {
    tab('a').keep('design', DRAFT);
    await living('a');
    const other = tab('b1');
    await other.join();
    expect(other.find('design')).toBeNull();
    for (const done of release.splice(0)) done();
    await other.join();
    expect(other.find('design')).toEqual(DRAFT);
    expect(other.find('design')).toBeNull();
  });

  it('whoever writes one lives, though it came after', async () => {
    const here = tab('b2');
    await here.join();
    localStorage.setItem('yewridge.draft.design.late', JSON.stringify(DRAFT));
    window.dispatchEvent(new StorageEvent('storage', { key: 'yewridge.draft.design.late' }));
    expect(here.find('design')).toBeNull();
  });

  it('a copy of a tab takes a name of its own, and does not write over the first', async () => {
    await living('c');
    const copy = tab('c');
    await copy.join();
    expect(sessionStorage.getItem('yewridge.tab')).not.toBe('c');
    copy.keep('design', DRAFT);
    expect(localStorage.getItem('yewridge.draft.design.c')).toBeNull();
  });
});
