import { error } from '@sveltejs/kit';
import { job } from '$lib/server/jobs/pool';
import { storedPlan } from '$lib/server/plans';
import { sendFile, templateAsked } from '$lib/server/send-file';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** A scribed wall as a template at full size. */
export const GET: RequestHandler = async ({ params, url, request }) => {
	const stored = await storedPlan(params.id);
	if (!stored) error(404, 'There is no such template.');
	return sendFile(await orSay(job('wallTemplate', { stored, contour: params.contour, asked: templateAsked(url) }, request.signal)));
};
