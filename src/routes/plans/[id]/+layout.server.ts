import { error } from '@sveltejs/kit';
import { findPlan } from '$lib/server/plans';
import { UnreadableError } from '$lib/server/stored';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params }) => {
	const stored = await findPlan(params.id).catch((cause: unknown) => {
		if (cause instanceof UnreadableError) error(422, cause.message);
		throw cause;
	});
	if (!stored) error(404, 'There is no such plan. It may have been deleted in another window.');
	return { stored };
};
