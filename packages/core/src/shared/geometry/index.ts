export {
  bearing,
  EARTH_RADIUS_M,
  haversine,
  LATITUDE,
  LONGITUDE,
  metresBetween,
  offsetPlace,
  type Place,
} from './haversine.js';
