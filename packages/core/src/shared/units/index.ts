export {
  convert,
  LENGTH_UNITS,
  type LengthUnit,
  METRES_PER_INCH,
  type Quantity,
  type Unit,
  UNITS,
  ZERO_CELSIUS,
} from './units.js';
export { formatInches, type InchDenominator, parseLength } from './length-text.js';
export {
  DISPLAY,
  type DisplayQuantity,
  type DisplayUnit,
  NATURAL_STEP,
  SI_UNIT,
  UNIT_SYSTEMS,
  type UnitSystem,
} from './display.js';
