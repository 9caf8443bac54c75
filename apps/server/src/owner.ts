import { existsSync } from 'node:fs';
import { openAccess } from './access/open-access.js';
import { ownerLink } from './access/owner-link.js';
import { readConfig } from './config/config.js';

/** `npm run owner`: a way back in for an owner who lost the passphrase. */
process.umask(0o077);
try {
  const words = process.argv.slice(2);
  const { membersFile, port } = readConfig(words, process.env);
  if (!existsSync(membersFile)) throw new Error('There are no records here yet. Start the program first.');
  const database = await openAccess(membersFile);
  try {
    const name = words.find((word) => !word.startsWith('--')) ?? null;
    const link = await ownerLink(database, name, port);
    console.log(`Open this link in a browser on this computer. It opens once, within 48 hours:\n${link}`);
  } finally {
    await database.close();
  }
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
