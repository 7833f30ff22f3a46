export { partsCsv } from './csv';
export { escapeXml, printable } from './letters';
export { cuttingPdf } from './pdf';
export { cutOutsOnSheet, outlineOnSheet, sheetsSvg } from './svg';
