export { alikeJoints, joinWords } from './join-words';
export { copiesWords, drillWords, figureIn, markingsOf, placeWords, type Marking } from './markings';
export { lying } from './lying';
export { partSketch, type Sketch } from './part-sketch';
