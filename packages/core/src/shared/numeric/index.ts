export { bisect, type Bracket } from './bisect.js';
export { brent } from './brent.js';
