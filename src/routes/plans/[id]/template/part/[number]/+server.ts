import { partsOf } from '$lib/core/cutting';
import { partTemplate } from '$lib/core/templates';
import { findPlan } from '$lib/server/plans';
import { templateFile } from '$lib/server/template-file';
import type { RequestHandler } from './$types';

/** A part of the parts list as a template at full size, by its number. */
export const GET: RequestHandler = async ({ params, url }) => {
	const stored = await findPlan(params.id);
	const line = stored && partsOf(stored.plan).find(({ number }) => String(number) === params.number);
	return templateFile(url, (mirrored) => line && partTemplate(line, mirrored));
};
