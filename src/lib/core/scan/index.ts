export { aligned, type FloorPoints } from './align';
export { deviation, type Deviation } from './deviation';
export { faultOf, readScan, type ScanRead } from './read';
export { sliceScan, withSlices, type Slices } from './slice';
