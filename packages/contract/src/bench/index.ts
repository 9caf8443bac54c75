export type { DesignDto, DesignPageDto, SaveDesignDto } from './design-dto.js';
