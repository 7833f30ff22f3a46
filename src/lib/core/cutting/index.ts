export { layOutBars, type BarLayout, type BarPlan, type Piece1D } from './lengths';
export { cuttingPlan, lineOfCopy, type BarJob, type CuttingPlan, type SheetJob } from './plan';
export { partsOf, type PartLine } from './parts';
export { layOutSheets, type Blank, type Cut, type PlacedBlank, type SheetLayout, type SheetPlan } from './sheets';
