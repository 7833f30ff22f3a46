import { listPlans } from '$lib/server/plans';
import { listVehicles } from '$lib/server/vehicles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({ plans: await listPlans(), vehicles: await listVehicles() });
