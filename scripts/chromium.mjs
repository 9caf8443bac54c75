import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PLACES = [
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/usr/bin/google-chrome-stable',
];

function found() {
  return [process.env.CHROME_BIN, ...PLACES].find((path) => path && existsSync(path));
}

function run(command, args) {
  return spawnSync(command, args, { stdio: 'inherit' }).status === 0;
}

/** Path of a Chromium. As root on Debian one is installed where there is none; elsewhere the line to run is said. */
export function chromium() {
  const there = found();
  if (there) return there;
  const root = process.getuid?.() === 0;
  if (root && existsSync('/usr/bin/apt-get')) {
    console.log('No Chromium here: installing the Debian package.');
    run('apt-get', ['update', '-qq']);
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium']);
  }
  const path = found();
  if (!path) {
    throw new Error('The browser tests need Chromium. Run: sudo apt-get install chromium (or set CHROME_BIN to one).');
  }
  return path;
}
