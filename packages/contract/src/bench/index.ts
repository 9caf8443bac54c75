export {
  DESIGN_PAGE,
  DESIGN_SORTS,
  type DesignDto,
  type DesignPageDto,
  type DesignQuery,
  type DesignSort,
  type SaveDesignDto,
} from './design-dto.js';
