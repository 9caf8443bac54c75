const { existsSync, mkdtempSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');

process.env.CHROME_BIN ??= ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find((path) =>
  existsSync(path),
);

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    reporters: ['dots'],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--headless',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          `--user-data-dir=${mkdtempSync(join(tmpdir(), 'yewridge-karma-'))}`,
        ],
      },
    },
    // A machine that stands still for a few seconds is no failure of a test.
    client: { jasmine: { timeoutInterval: 30_000 } },
    restartOnFileChange: false,
  });
};
