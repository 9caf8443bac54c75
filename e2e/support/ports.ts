export const OWN_PORT = 8151;
export const DEMO_PORT = 8152;
/** For tests that stop and start a server of their own. */
export const TROUBLE_PORT = 8153;
