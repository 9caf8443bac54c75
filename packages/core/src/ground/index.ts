export { haversine, type Place } from '../shared/geometry/index.js';
export { parsePlace, placeText } from './place-text.js';
