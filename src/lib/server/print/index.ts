export { tracingSheets, type PrintedSheetName } from './tracingSheet.js';
export { cardTemplate, type TemplateCut } from './cardTemplate.js';
