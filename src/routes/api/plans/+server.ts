import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { BODY_STYLES, starterPlan } from '$lib/core/plan';
import { readJson } from '$lib/server/body';
import { withVehicle } from '$lib/core/shelf';
import { quickJob } from '$lib/server/jobs/pool';
import { createPlan, storable } from '$lib/server/plans';
import { createVehicle, findVehicle, linkPlan } from '$lib/server/vehicles';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** A new plan to start, with a guessed vehicle or one from the shelf, or the text of a plan file to import. */
const requestSchema = z.union([
	z.strictObject({
		name: z.string().trim().min(1).max(120),
		bodyStyle: z.enum(BODY_STYLES),
		/** Number of the hidden vehicle, for a practice plan. */
		practice: z.number().int().min(1).max(9999).optional()
	}),
	z.strictObject({ name: z.string().trim().min(1).max(120), vehicle: z.string().max(60) }),
	z.strictObject({ file: z.string() })
]);

export const POST: RequestHandler = async ({ request }) => {
	const body = requestSchema.safeParse(await readJson(request));
	if (!body.success) error(400, 'A new plan needs a name and a body style, or the text of a plan file.');
	if ('vehicle' in body.data) {
		const { name, vehicle: vehicleId } = body.data;
		const shelved = await orSay(findVehicle(vehicleId));
		if (!shelved) error(404, 'There is no such vehicle on the shelf any more.');
		const id = await orSay(createPlan(storable(withVehicle(starterPlan(name, shelved.vehicle.bodyStyle), shelved.vehicle))));
		await linkPlan(id, vehicleId);
		return json({ id }, { status: 201 });
	}
	if (!('file' in body.data)) {
		const { name, bodyStyle, practice } = body.data;
		const plan = starterPlan(name, bodyStyle);
		const id = await orSay(
			createPlan(storable(practice === undefined ? plan : { ...plan, practice: { vehicle: practice, readings: {} } }))
		);
		return json({ id }, { status: 201 });
	}
	const { file } = body.data;
	const read = await orSay(quickJob('readFile', file, file.length, request.signal));
	if (!read.ok) error(422, { message: 'This file is not a plan that can be read. Nothing was changed.', faults: read.faults });
	if (read.holds === 'vehicle') return json({ vehicle: await orSay(createVehicle(read.vehicle)) }, { status: 201 });
	return json({ id: await orSay(createPlan(read)) }, { status: 201 });
};
