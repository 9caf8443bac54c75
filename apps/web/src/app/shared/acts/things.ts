/** `1 thing`, `3 things`: what was done on this device, whatever it was. */
export const things = (count: number): string => (count === 1 ? '1 thing' : `${count} things`);
/** `1 thing waits`, `3 things wait`. */
export const thingsWait = (count: number): string => `${things(count)} ${count === 1 ? 'waits' : 'wait'}`;
