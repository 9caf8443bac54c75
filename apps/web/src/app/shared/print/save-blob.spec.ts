import { latin } from './latin';
import { fileName, saveBlob } from './save-blob';

describe('files and pages that leave', () => {
  it('a name becomes one that a file may have', () => {
    expect(fileName('Mill house, wall')).toBe('mill-house-wall');
    expect(fileName('  Loft rig: 50 mm! ')).toBe('loft-rig-50-mm');
  });

  it('a file is handed over under its name, and let go afterwards', () => {
    jasmine.clock().install();
    const made = spyOn(URL, 'createObjectURL').and.returnValue('blob:one');
    const gone = spyOn(URL, 'revokeObjectURL');
    let handed = '';
    spyOn(HTMLAnchorElement.prototype, 'click').and.callFake(function (this: HTMLAnchorElement) {
      handed = `${this.download} ${this.href}`;
    });
    saveBlob(new Blob(['x']), 'report.pdf');
    expect([made.calls.count(), handed, gone.calls.count()]).toEqual([1, 'report.pdf blob:one', 0]);
    jasmine.clock().tick(1000);
    expect(gone).toHaveBeenCalledOnceWith('blob:one');
    jasmine.clock().uninstall();
  });

  it('letters that a PDF does not know are written with those it knows', () => {
    expect(latin('“Bees’ CO₂”, 3–4 … −2')).toBe('"Bees\' CO2", 3-4 ... -2');
  });
});
