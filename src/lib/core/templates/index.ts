export { longestLine, type Drawn, type FileRead } from './drawn';
export { readDxf, templateDxf } from './dxf-file';
export { partTemplate } from './part';
export { CONTROL_SQUARE, PAPERS, templatePdf, type Paper } from './pdf-file';
export { readSvg, templateSvg } from './svg-file';
export { greatestDifference, templateOf, wallFromTracing, type Placement, type Template, type Traced } from './template';
