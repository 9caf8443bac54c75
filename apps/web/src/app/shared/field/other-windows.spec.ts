import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { OtherWindows } from './other-windows';

const ROWS = [{ table: 'visits', id: 'v', revision: 2 }] as const;

describe('the windows of one device', () => {
  it('tell each other what they read, and not themselves', async () => {
    const [reader, other] = [TestBed.inject(OtherWindows), new BroadcastChannel('yewridge.field')];
    const heard: unknown[] = [];
    reader.told.subscribe((rows) => heard.push(rows));
    const there = new Promise((resolve) => {
      other.onmessage = ({ data }: MessageEvent<unknown>) => {
        resolve(data);
      };
    });
    reader.tell(ROWS);
    expect(await there).toEqual(ROWS);
    expect(heard).toEqual([]);
    const next = firstValueFrom(reader.told);
    other.postMessage(ROWS);
    expect(await next).toEqual(ROWS);
    TestBed.resetTestingModule();
    // One whose page has ended has nothing to tell, and does not fail for it.
    reader.tell(ROWS);
    other.close();
  });
});
