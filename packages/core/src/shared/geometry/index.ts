export { haversine, LATITUDE, LONGITUDE, offsetPlace, type Place } from './haversine.js';
