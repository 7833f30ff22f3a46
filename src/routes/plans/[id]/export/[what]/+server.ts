import { error } from '@sveltejs/kit';
import { cuttingPdf, partsCsv, sheetsSvg } from '$lib/core/export';
import { writePlanFile, type Plan } from '$lib/core/plan';
import { cutOnServer } from '$lib/server/cutting';
import { fileName } from '$lib/server/file-name';
import { findPlan } from '$lib/server/plans';
import type { RequestHandler } from './$types';

const EXPORTS: Record<
	string,
	{ type: string; ending: string; make: (plan: Plan, units: 'metric' | 'imperial') => Promise<string | Uint8Array> }
> = {
	plan: { type: 'application/json', ending: 'nook.json', make: async (plan) => writePlanFile(plan) },
	'parts.csv': {
		type: 'text/csv; charset=utf-8',
		ending: 'parts.csv',
		make: async (plan) => partsCsv(await cutOnServer(plan), plan.stock)
	},
	'sheets.svg': { type: 'image/svg+xml', ending: 'sheets.svg', make: async (plan) => sheetsSvg(await cutOnServer(plan), plan.stock.trim) },
	'cut-list.pdf': {
		type: 'application/pdf',
		ending: 'cut-list.pdf',
		make: async (plan, units) => cuttingPdf(plan, await cutOnServer(plan), units)
	}
};

export const GET: RequestHandler = async ({ params, url }) => {
	const kind = Object.hasOwn(EXPORTS, params.what) ? EXPORTS[params.what] : undefined;
	const stored = kind && (await findPlan(params.id));
	if (!kind || !stored) error(404, 'There is no such file.');
	const body = await kind.make(stored.plan, url.searchParams.get('units') === 'imperial' ? 'imperial' : 'metric');
	return new Response(body as BodyInit, {
		headers: {
			'content-type': kind.type,
			'content-disposition': `attachment; filename="${fileName(stored.plan.name)}.${kind.ending}"`,
			'cache-control': 'no-store'
		}
	});
};
