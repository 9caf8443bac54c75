export { quantileOfSorted } from './quantile.js';
export { type Random, randomFrom, randomNormals, randomUniforms, rngSequence, SEED } from './random.js';
