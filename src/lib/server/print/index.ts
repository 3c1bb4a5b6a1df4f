export { tracingSheets, type SheetOwner } from './tracingSheet.js';
export { tiledSheets, type TilePaper } from './tiledSheets.js';
export { cardTemplate, type TemplateCut } from './cardTemplate.js';
export { makeExport } from './makeExport.js';
