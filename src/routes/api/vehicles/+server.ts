import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { readJson } from '$lib/server/body';
import { findPlan } from '$lib/server/plans';
import { shelveVehicle } from '$lib/server/vehicles';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

const requestSchema = z.strictObject({ plan: z.string().max(60) });

/** Puts the vehicle of a plan on the shelf. */
export const POST: RequestHandler = async ({ request }) => {
	const body = requestSchema.safeParse(await readJson(request));
	if (!body.success) error(400, 'Say which plan’s vehicle is meant.');
	const stored = await orSay(findPlan(body.data.plan));
	if (!stored) error(404, 'There is no such plan.');
	return json({ id: await orSay(shelveVehicle(stored.id, stored.plan.vehicle)) }, { status: 201 });
};
