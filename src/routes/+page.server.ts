import { listPlans } from '$lib/server/plans';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({ plans: await listPlans() });
