import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { vehicleSchema } from '$lib/core/plan';
import { readJson } from '$lib/server/body';
import { changeVehicle, MovedOnError, removeVehicle } from '$lib/server/vehicles';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

const requestSchema = z.strictObject({
	baseVersion: z.number().int().min(1),
	vehicle: vehicleSchema,
	plans: z.array(z.strictObject({ id: z.string().max(60), version: z.number().int().min(1) })).max(500)
});

/** Stores a new version of a vehicle and puts it into the chosen plans; 409 when something has changed since it was looked at. */
export const PUT: RequestHandler = async ({ params, request }) => {
	const body = requestSchema.safeParse(await readJson(request));
	if (!body.success) error(422, `The vehicle was not changed: ${body.error.issues[0].path.join(' › ')} ${body.error.issues[0].message}`);
	const { baseVersion, vehicle, plans } = body.data;
	try {
		return json({ version: await orSay(changeVehicle(params.id, baseVersion, vehicle, plans)) });
	} catch (cause) {
		if (cause instanceof MovedOnError) error(409, cause.message);
		throw cause;
	}
};

export const DELETE: RequestHandler = async ({ params }) => {
	if (!(await orSay(removeVehicle(params.id)))) error(404, 'There is no such vehicle on the shelf.');
	return new Response(null, { status: 204 });
};
