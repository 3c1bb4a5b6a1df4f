export * from './errorSentence.js';
export * from './callWords.js';
