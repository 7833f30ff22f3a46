import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { vehicleSchema } from '$lib/core/plan';
import { readJson } from '$lib/server/body';
import { affectedPlans } from '$lib/server/vehicles';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

const requestSchema = z.strictObject({ from: z.string().max(60), vehicle: vehicleSchema });

/** What a new version of a vehicle would do to the other plans that use it; changes nothing. */
export const POST: RequestHandler = async ({ params, request }) => {
	const body = requestSchema.safeParse(await readJson(request));
	if (!body.success) error(422, 'This vehicle is not valid.');
	return json(await orSay(affectedPlans(params.id, body.data.vehicle, body.data.from, request.signal)));
};
