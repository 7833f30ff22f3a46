import { error } from '@sveltejs/kit';
import { job } from '$lib/server/jobs/pool';
import { storedPlan } from '$lib/server/plans';
import { sendFile } from '$lib/server/send-file';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** A plan as a file, made in a thread of its own; a plan that cannot be read is still to be had as it is stored. */
export const GET: RequestHandler = async ({ params, url, request }) => {
	const stored = await storedPlan(params.id);
	if (!stored) error(404, 'There is no such file.');
	const units = url.searchParams.get('units') === 'imperial' ? 'imperial' : 'metric';
	if (params.what === 'stored') return sendFile({ ok: true, type: 'application/json', name: 'stored-plan.json', body: stored.document });
	return sendFile(await orSay(job('exportFile', { stored, what: params.what, units }, request.signal)));
};
