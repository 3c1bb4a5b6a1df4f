export * from './errorSentence.js';
export * from './callWords.js';
export * from './visitWords.js';
export * from './signWords.js';
export * from './checkWords.js';
export * from './readingWords.js';
export * from './conditionWords.js';
export * from './sheetWords.js';
