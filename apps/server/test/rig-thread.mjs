// The thread of the server as its tests run it: from the source, as they run the rest.
import { register } from 'tsx/esm/api';

register();
await import('../src/callouts/rig-worker.ts');
