/** What the simulated manometer is to find: Pa, m3/s, m2. The servers of the tests are started with it. */
export const HIDDEN_TRUTH = { sealedSuction: 760, freeFlow: 0.056, leakArea: 0.0004 };
