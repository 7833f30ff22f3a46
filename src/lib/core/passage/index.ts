export { bestTilt, growthAt } from './fit';
export { carriedItems, installing, PLENTY, type CarriedItem, type Installing, type InstallStep } from './installing';
export { itemsOf, type Item } from './items';
export { COMFORT, longestTurnedIn, passageOf, type Passage } from './passage';
