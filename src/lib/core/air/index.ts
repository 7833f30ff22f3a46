export { OPEN_SHARE, widestGap, zonesIn } from './slats';
