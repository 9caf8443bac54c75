import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Programs of others that read our files in the tests: how each is asked whether it is there, and its Debian package. */
const READERS = [
  { what: 'GDAL', command: 'ogrinfo', args: ['--version'], pkg: 'gdal-bin' },
  {
    what: 'icalendar for Python',
    command: '/usr/bin/python3',
    args: ['-c', 'import icalendar'],
    pkg: 'python3-icalendar',
  },
  { what: 'ezdxf for Python', command: '/usr/bin/python3', args: ['-c', 'import ezdxf'], pkg: 'python3-ezdxf' },
  { what: 'GPSBabel', command: 'gpsbabel', args: ['-V'], pkg: 'gpsbabel' },
];

const runs = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;

/** As root on Debian they are installed where they are missing; elsewhere the line to run is said. */
export function readers() {
  const missing = READERS.filter(({ command, args }) => !runs(command, args));
  if (missing.length === 0) return;
  const packages = missing.map(({ pkg }) => pkg);
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log(`Installing Debian packages that read our files in the tests: ${packages.join(', ')}.`);
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { stdio: 'inherit' });
  }
  const still = missing.filter(({ command, args }) => !runs(command, args));
  if (still.length > 0) {
    const what = still.map((reader) => reader.what).join(' and ');
    throw new Error(`The tests of files need ${what}. Run: sudo apt-get install ${packages.join(' ')}`);
  }
}
