import { error } from '@sveltejs/kit';
import { orSay } from '$lib/server/faults';
import { findPlan } from '$lib/server/plans';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params }) => {
	const stored = await orSay(findPlan(params.id));
	if (!stored) error(404, 'There is no such plan. It may have been deleted in another window.');
	return { stored };
};
