import { Zip, ZipPassThrough } from 'fflate';
import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { logError } from '$lib/server/log.js';
import { makeExport } from '$lib/server/print/index.js';
import { asPerson, listAllHorses, mustMayInYard, readWholeRecord } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

const fileName = (name: string): string => name.replaceAll(/[^\p{L}\p{N} _-]/gu, '').trim() || 'horse';

/** Every horse of a yard with its whole record, one file in another: read and sent a horse at a time. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const { db } = app();
		const { scope } = locals;
		const yardId = parseId(params.yard);
		mustMayInYard(scope, yardId, 'people');
		const horses = await listAllHorses(db, yardId);
		const body = new ReadableStream<Uint8Array>({
			start(controller) {
				const zip = new Zip((error, chunk, last) => {
					if (error) controller.error(error);
					else controller.enqueue(chunk);
					if (last) controller.close();
				});
				// The request is over for the server by now: the name it was asked in is said again.
				const send = () =>
					asPerson(scope.personId, async () => {
						for (const [i, { id, name }] of horses.entries()) {
							const { record, photos } = await readWholeRecord(db, scope, id);
							const file = new ZipPassThrough(`${String(i + 1).padStart(4, '0')} ${fileName(name)}.zip`);
							zip.add(file);
							file.push(await makeExport('pack', record, photos), true);
						}
						zip.end();
					});
				send().catch((error: unknown) => {
					logError('a yard could not be sent', error);
					controller.error(error);
				});
			}
		});
		return new Response(body, {
			headers: {
				'content-type': 'application/zip',
				'content-disposition': 'attachment; filename="yard.zip"',
				'cache-control': 'no-store'
			}
		});
	});
