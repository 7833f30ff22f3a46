import { error } from '@sveltejs/kit';
import { quickJob } from '$lib/server/jobs/pool';
import { sendFile } from '$lib/server/send-file';
import { storedVehicle } from '$lib/server/vehicles';
import type { RequestHandler } from './$types';

/** A vehicle of the shelf as a file. */
export const GET: RequestHandler = async ({ params, request }) => {
	const stored = await storedVehicle(params.id);
	if (!stored) error(404, 'There is no such vehicle on the shelf.');
	return sendFile(await quickJob('vehicleFile', stored, stored.document.length, request.signal));
};
