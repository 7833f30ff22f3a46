export { budgetOf, type Budget, type BudgetLine } from './budget';
export type { Calendar, Dated, WorkDay } from './calendar';
export { cutDifferences, type CutDifference } from './as-cut';
export { buildOf, type Build, type PlannedStep } from './build';
export { cutAnew, ticking, unticking } from './record';
export { SET_UPS, type BuildStep, type SetUp, type StepKind, type StepLine } from './step';
export { momentOf, type Moment, type Seen } from './moment';
export { readAgain, type ReadAgain } from './measured-again';
