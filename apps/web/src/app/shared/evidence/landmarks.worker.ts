import { type EvidenceSpell, landmarkFactors } from '@yewridge/core/evidence';
import { LANDMARK_FACTORS } from '@yewridge/core/ground';

addEventListener('message', ({ data }: MessageEvent<readonly EvidenceSpell[]>) => {
  postMessage({ kind: 'answer', answer: landmarkFactors(data, LANDMARK_FACTORS) });
});
