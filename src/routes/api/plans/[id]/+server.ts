import { error, json } from '@sveltejs/kit';
import { readPlan } from '$lib/core/plan';
import { readJson } from '$lib/server/body';
import { deletePlan, findPlan, savePlan } from '$lib/server/plans';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => {
	const stored = await findPlan(params.id);
	if (!stored) error(404, 'There is no such plan.');
	return json(stored);
};

/** Saves over the version the change was made from; 409 with the present plan when another window was first. */
export const PUT: RequestHandler = async ({ params, request }) => {
	const body = await readJson(request);
	const { baseVersion, plan } = (typeof body === 'object' && body !== null ? body : {}) as { baseVersion?: unknown; plan?: unknown };
	if (typeof baseVersion !== 'number' || !Number.isInteger(baseVersion)) error(400, 'A save needs the version it was made from.');
	const read = readPlan(plan);
	if (!read.ok) error(422, { message: 'The plan was not saved: something in it is not valid.', faults: read.faults });
	const version = await savePlan(params.id, baseVersion, read.plan);
	if (version !== undefined) return json({ version });
	const present = await findPlan(params.id);
	if (!present) error(404, 'There is no such plan any more.');
	return json(present, { status: 409 });
};

export const DELETE: RequestHandler = async ({ params }) => {
	if (!(await deletePlan(params.id))) error(404, 'There is no such plan.');
	return new Response(null, { status: 204 });
};
