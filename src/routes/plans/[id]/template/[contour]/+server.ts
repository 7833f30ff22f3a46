import { templateOf } from '$lib/core/templates';
import { findPlan } from '$lib/server/plans';
import { templateFile } from '$lib/server/template-file';
import type { RequestHandler } from './$types';

/** A scribed wall as a template at full size. */
export const GET: RequestHandler = async ({ params, url }) => {
	const contours = (await findPlan(params.id))?.plan.vehicle.contours ?? {};
	return templateFile(url, (mirrored) =>
		Object.hasOwn(contours, params.contour) ? templateOf(contours[params.contour], mirrored) : undefined
	);
};
