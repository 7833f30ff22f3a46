export { aligned, type FloorPoints } from './align';
export { deviation, type Deviation } from './deviation';
export { faultOf, LARGEST_SCAN, readScan, SCAN_FORMATS, type ScanRead } from './read';
export { sliceScan, withSlices, type Slices } from './slice';
