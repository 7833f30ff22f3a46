import { json } from '@sveltejs/kit';
import { orSay } from '$lib/server/faults';
import { vehicleOfPlan } from '$lib/server/vehicles';
import type { RequestHandler } from './$types';

/** The vehicle of the shelf that a plan was made with; null for none. */
export const GET: RequestHandler = async ({ params }) => json((await orSay(vehicleOfPlan(params.id))) ?? null);
