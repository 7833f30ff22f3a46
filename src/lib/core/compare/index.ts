export { layoutFacts, type LayoutFacts } from './facts';
export { compared, sheetOf, type ComparedRow, type LayoutSheet, type RowUnit, type SheetRow } from './sheet';
