import { error } from '@sveltejs/kit';
import { HELP, type HelpTopic } from '$words/helpWords.js';
import { errorSentence } from '$words/index.js';
import type { PageLoad } from './$types.js';

const isTopic = (name: string): name is HelpTopic => Object.hasOwn(HELP, name);

export const load: PageLoad = ({ params }) => {
	if (!isTopic(params.topic))
		error(404, { message: errorSentence({ code: 'not-found', data: {} }), code: 'not-found' });
	return { topic: params.topic };
};
