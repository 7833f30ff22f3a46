import { error, json } from '@sveltejs/kit';
import { planVersion } from '$lib/server/plans';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => {
	const version = await planVersion(params.id);
	if (version === undefined) error(404, 'There is no such plan.');
	return json({ version });
};
