export { bisect, type Bracket } from './bisect.js';
