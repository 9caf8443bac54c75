import type { Design } from '@yewridge/core/bench';
import type { KeptDto, KeptPageDto, SaveKeptDto } from '../shared/kept-dto.js';

/** A design as the server keeps it. */
export type DesignDto = KeptDto<Design>;
export type SaveDesignDto = SaveKeptDto<Design>;
export type DesignPageDto = KeptPageDto<Design>;
