export { bodyOf, compressed, proppedHeight, RELAXED, ROOM, SEGMENT, SINK, type Body } from './body';
export { headroom } from './headroom';
export { bodyOutline, longestEachWay, longestLying, longestOver, LYING_SHARES, restOf, type Lying, type LyingWidths } from './lying';
export { leastWidths, longestSleeper, placeSitters, placeSleepers, type Sitter, type Sleeper } from './placing';
export { lanes, lyingRegion } from './region';
