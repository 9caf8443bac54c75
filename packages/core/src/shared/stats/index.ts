export { quantileOfSorted } from './quantile.js';
export { type Random, randomFrom, randomNormals, randomUniforms, rngSequence, SEED } from './random.js';
export { chiSquareTail, gammaInv, gammaP, gammaQ, lnChoose, lnGamma, normCdf, normInv, normPdf } from './special.js';
