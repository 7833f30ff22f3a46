export { FINEST, guessesOfAll, guessWords, type Guess } from './guesses';
export { layOutBars, type BarLayout, type BarPlan, type Piece1D } from './lengths';
export { layOutCloth, type ClothPlan } from './cloth';
export {
	barsWords,
	boughtLengths,
	copyId,
	cuttingPlan,
	hardwareOf,
	lineOfCopy,
	numbersOf,
	shoppingWords,
	type BarJob,
	type ClothJob,
	type CuttingPlan,
	type SheetJob,
	type ToBuy
} from './plan';
export { cutShape, partKey, partsOf, type CutShape, type Drilled, type PartLine } from './parts';
export { layOutSheets, type Blank, type Cut, type PlacedBlank, type SheetLayout, type SheetPlan } from './sheets';
