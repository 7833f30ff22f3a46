export { partsCsv } from './csv';
export { cuttingPdf } from './pdf';
export { outlineOnSheet, sheetsSvg } from './svg';
