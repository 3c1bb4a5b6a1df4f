export { readNumber } from './numbers.js';
export { parseRepeat, parseStation } from './station.js';
export { MAX_CSV_BYTES, MAX_CSV_ROWS, readCsvTable } from './csvTable.js';
export type { ReadOptions, ReadReport } from './tracingGroups.js';
export { POINTS_COLUMNS, readPointsCsv, writePointsCsv } from './pointsCsv.js';
export { WIDTHS_COLUMNS, readWidthsCsv } from './widthsCsv.js';
export { readSvg, writeSvg, type SvgLine } from './svgPath.js';
export * from './horseArchive.js';
export { readTracingFile, type FileKind, type FileReport } from './readAny.js';
