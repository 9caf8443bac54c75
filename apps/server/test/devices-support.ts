export { seedDemo } from '../src/demo/seed-demo.js';
export { trapId as trapOf } from '../src/demo/vellmark-season.js';
