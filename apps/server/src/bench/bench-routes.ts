import { saveDesignSchema } from '@yewridge/contract/schemas';
import type { Design } from '@yewridge/core/bench';
import type { Router } from 'express';
import type { KeptDocuments } from '../shared/documents/kept-documents.js';
import { keptRoutes } from '../shared/documents/kept-routes.js';

export function benchRoutes(designs: KeptDocuments<Design>): Router {
  return keptRoutes('designs', designs, saveDesignSchema);
}
