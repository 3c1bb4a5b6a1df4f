export { checkPicture, LARGEST_PIXELS, type Picture } from './raster.js';
export { SHEETS, SHEET_NAMES, aspectOf, longSideFirst, type SheetName } from './sheets.js';
export { homographyFrom, parabola, project, type Homography, type Point, type Quad } from './geometry.js';
export { SHEET_WARNINGS, type SheetQuality, type SheetWarning } from './quality.js';
export { locateSheet, PLAINLY_SEEN, readLocated, readSheet, type Progress, type ReadLine } from './readSheet.js';
export {
	PRINTED_REPEATS,
	PRINTED_STATIONS,
	sheetLayout,
	type PrintedSheetName,
	type SheetLayout
} from './sheetLayout.js';
export { writeSheetCode, type SheetCode } from './sheetCode.js';
export { findCode, type FoundCode } from './findCode.js';
export { readPrinted, type ReadPrinted } from './readPrinted.js';
export { linePxPerMm, nearestIndex, nudgeLine, redrawLine, withPoints } from './editLine.js';
export { readWiped, snapStroke, type Wipe } from './readAgain.js';
export type { View } from './view.js';
