import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const there = () => spawnSync('ogrinfo', ['--version'], { stdio: 'ignore' }).status === 0;

/** GDAL's tools read our maps in the tests. As root on Debian they are installed; elsewhere the line to run is said. */
export function gdal() {
  if (there()) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('No GDAL here: installing the Debian package.');
    for (const args of [
      ['update', '-qq'],
      ['install', '-y', '-qq', '--no-install-recommends', 'gdal-bin'],
    ]) {
      spawnSync('apt-get', args, { stdio: 'inherit' });
    }
  }
  if (!there()) throw new Error('The tests of map files need GDAL. Run: sudo apt-get install gdal-bin');
}
