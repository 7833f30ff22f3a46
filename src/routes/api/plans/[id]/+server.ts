import { error, json } from '@sveltejs/kit';
import { revisionSchema, stateSchema, type Revision, type StateId } from '$lib/core/sync';
import { readText } from '$lib/server/body';
import { quickJob } from '$lib/server/jobs/pool';
import { deletePlan, findPlan, savePlan, standingOf } from '$lib/server/plans';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** `version.window.state`, or `window.state`, as a query has it; undefined for anything else. */
const revisionIn = (text: string | null): Revision | undefined => {
	const [version, window, state] = text?.split('.') ?? [];
	return revisionSchema.safeParse({ version: Number(version), window, state: Number(state) }).data;
};
const stateIn = (text: string | null): StateId | undefined => {
	const [window, state] = text?.split('.') ?? [];
	return stateSchema.safeParse({ window, state: Number(state) }).data;
};

/** A plan; with `?known=` only how it stands to that revision, and to the state in `&sent=`. */
export const GET: RequestHandler = async ({ params, url }) => {
	const known = url.searchParams.get('known');
	if (known === null) {
		const stored = await orSay(findPlan(params.id));
		if (!stored) error(404, 'There is no such plan.');
		return json(stored);
	}
	const revision = revisionIn(known);
	if (!revision) error(400, 'This is no revision of a plan.');
	const standing = await orSay(standingOf(params.id, revision, stateIn(url.searchParams.get('sent'))));
	if (!standing) error(404, 'There is no such plan.');
	return json(standing);
};

/** Saves over the revision the change grew from; 409 with the present plan when another window was first. */
export const PUT: RequestHandler = async ({ params, request }) => {
	const text = await readText(request);
	const read = await orSay(quickJob('readSave', text, text.length, request.signal));
	if (!read.ok) error(read.status, { message: read.message, faults: read.faults });
	const { base, sent, name, document } = read;
	const saved = await orSay(savePlan(params.id, base, sent, { name, document }));
	if (!saved) error(404, 'There is no such plan any more.');
	const { stored, ...standing } = saved;
	return json(standing, { status: stored || standing.accepted ? 200 : 409 });
};

export const DELETE: RequestHandler = async ({ params }) => {
	if (!(await orSay(deletePlan(params.id)))) error(404, 'There is no such plan.');
	return new Response(null, { status: 204 });
};
