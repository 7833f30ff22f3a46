export { compromises, type Compromise } from './compromise';
export { foldedRows } from './fold';
export { leversOf, type Lever, type LeverOption } from './levers';
export { heightStudy, marginAt, type HeightRow, type HeightStudy } from './study';
