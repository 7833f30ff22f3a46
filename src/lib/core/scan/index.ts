export { aligned, type FloorPoints } from './align';
export { faultOf, LARGEST_SCAN, readScan, SCAN_FORMATS, type ScanRead } from './read';
export { deviation, sliceScan, withSlices, type Deviation, type Slices } from './slice';
