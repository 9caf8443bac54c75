import type { FrameId, MaterialId } from '@yewridge/core/bench';

/** The words of the craft for the words of the code, as every place says them. */
export const FRAME_NAMES: Readonly<Record<FrameId, string>> = {
  'langstroth-deep': 'Langstroth deep',
  'langstroth-medium': 'Langstroth medium',
  'langstroth-shallow': 'Langstroth shallow',
  'national-dn': 'National deep',
  'national-14x12': 'National 14×12',
  'commercial-16x10': 'Commercial 16×10',
  'dadant-mod': 'Modified Dadant',
  'dadant-blatt': 'Dadant-Blatt',
  zander: 'Zander',
  dnm: 'DNM',
  layens: 'Layens',
};
export const MATERIAL_NAMES: Readonly<Record<MaterialId, string>> = {
  pine: 'Pine',
  spruce: 'Spruce',
  cedar: 'Cedar',
  poplar: 'Poplar',
  'douglas-fir': 'Douglas fir',
  'softwood-ply': 'Softwood ply',
  'hardwood-ply': 'Hardwood ply',
  osb: 'OSB',
  'eps-foam': 'EPS foam',
  'xps-foam': 'XPS foam',
  'cardboard-tube': 'Cardboard tube',
  polypropylene: 'Polypropylene',
  hdpe: 'HDPE',
};
