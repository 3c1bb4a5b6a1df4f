import workerpool from 'workerpool';
import { loftBack, placedCuts } from '../../../core/back/index.js';
import type { Curve, Tracing } from '../../../core/curve/index.js';
import { writeDxf, writeHorseArchive, writePointsCsv, writeStl, writeSvg } from '../../../core/formats/index.js';
import { cardTemplate } from './cardTemplate.js';
import { reportPdf } from './reportPdf.js';
import { tiledSheets } from './tiledSheets.js';
import { tracingSheets } from './tracingSheet.js';
import { packRecord, unpackRecord } from '../wholeRecord/index.js';

/** Everything that is made for taking away, off the thread that answers requests. */
export const EXPORTS = {
	svg: (tracings: readonly Tracing[]) => writeSvg(tracings),
	dxf: (tracings: readonly Tracing[]) => writeDxf(tracings),
	csv: (tracings: readonly Tracing[]) => writePointsCsv(tracings),
	archive: (archive: Parameters<typeof writeHorseArchive>[0]) => writeHorseArchive(archive),
	stl: (cuts: readonly { readonly station: string; readonly curve: Curve }[]) => writeStl(loftBack(placedCuts(cuts))),
	cards: cardTemplate,
	sheets: tracingSheets,
	tiles: tiledSheets,
	report: reportPdf,
	pack: packRecord,
	unpack: unpackRecord
};

// Loaded as a worker it serves; loaded by the server it is only the list of what can be made.
if (!workerpool.isMainThread) workerpool.worker(EXPORTS as unknown as Record<string, (...args: unknown[]) => unknown>);
