export { formatInches, formatLength, formatStature, parseLength } from './length';
export type { Parsed, UnitSystem } from './length';
export { formatMass, parseMass } from './mass';
export { lengthMark, massMark, withUnits } from './wording';
