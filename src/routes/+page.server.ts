import { needsSignIn } from '$lib/server/access';
import { listPlans, listVehicles } from '$lib/server/list';
import { readSettings } from '$lib/server/settings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const words = (url.searchParams.get('q') ?? '').trim().slice(0, 120);
	const page = Math.floor(Number(url.searchParams.get('page'))) || 1;
	const [plans, vehicles] = [await listPlans(page, words), await listVehicles()];
	return { plans, words, vehicles, signedIn: needsSignIn(readSettings(process.env)) };
};
