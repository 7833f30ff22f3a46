export { heightStudy, marginAt, type HeightRow, type HeightStudy } from './study';
