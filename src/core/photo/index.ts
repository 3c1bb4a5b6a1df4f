export { checkPicture, LARGEST_PIXELS, type Picture } from './raster.js';
export { SHEETS, SHEET_NAMES, aspectOf, longSideFirst, type SheetName } from './sheets.js';
export { homographyFrom, parabola, project, type Homography, type Point, type Quad } from './geometry.js';
export { SHEET_WARNINGS, type SheetQuality, type SheetWarning } from './quality.js';
export { locateSheet, readLocated, readSheet, type Progress, type ReadLine } from './readSheet.js';
