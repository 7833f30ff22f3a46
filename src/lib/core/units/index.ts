export { formatInches, formatLength, formatStature, parseLength, MM_PER_INCH } from './length';
export type { Parsed, UnitSystem } from './length';
export { formatMass, parseMass, KG_PER_POUND } from './mass';
export { lengthMark, massMark, withUnits } from './wording';
