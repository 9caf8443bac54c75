export { quantileOfSorted } from './quantile.js';
export { type Random, randomFrom, randomNormals, randomUniforms, SEED } from './random.js';
