export { hiddenVehicle, trueValue } from './hidden';
export { MISTAKE_WORDS, readTape, type Mistake, type Reading } from './tape';
export { compare, practiceReport, type Difference, type PlantedMistake, type PracticeReport } from './report';
