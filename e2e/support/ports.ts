export const OWN_PORT = 8151;
export const DEMO_PORT = 8152;
/** For tests that stop and start a server of their own. */
export const TROUBLE_PORT = 8153;
/** A door before that server, which a test may shut. */
export const NEWER_PORT = 8154;
/** HTTPS of that server, for phones. */
export const SECURE_PORT = 8156;
