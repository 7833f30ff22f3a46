import { error } from '@sveltejs/kit';
import { job } from '$lib/server/jobs/pool';
import { storedPlan } from '$lib/server/plans';
import { sendFile, templateAsked } from '$lib/server/send-file';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** A part of the parts list as a template at full size, by its number. */
export const GET: RequestHandler = async ({ params, url, request }) => {
	const stored = await storedPlan(params.id);
	if (!stored) error(404, 'There is no such template.');
	return sendFile(await orSay(job('partTemplate', { stored, number: params.number, asked: templateAsked(url) }, request.signal)));
};
