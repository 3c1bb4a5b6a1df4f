import { text } from '@sveltejs/kit';
import type { RequestHandler } from './$types.js';

/** This process lives; asked by whoever watches it. */
export const GET: RequestHandler = () => text('ok');
