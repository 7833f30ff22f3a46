import { error } from '@sveltejs/kit';
import { fileName } from '$lib/server/file-name';
import { PAPERS, templateDxf, templateOf, templatePdf, templateSvg, type Paper, type Template } from '$lib/core/templates';
import { findPlan } from '$lib/server/plans';
import type { RequestHandler } from './$types';

const FORMATS: Record<string, { type: string; make: (template: Template, paper: Paper) => string | Promise<Uint8Array> }> = {
	svg: { type: 'image/svg+xml', make: templateSvg },
	dxf: { type: 'application/dxf', make: templateDxf },
	pdf: { type: 'application/pdf', make: templatePdf }
};

/** A scribed wall as a template at full size: `?format=svg|dxf|pdf&paper=A4|Letter&mirrored`. */
export const GET: RequestHandler = async ({ params, url }) => {
	const stored = await findPlan(params.id);
	const contours = stored?.plan.vehicle.contours ?? {};
	const contour = Object.hasOwn(contours, params.contour) ? contours[params.contour] : undefined;
	const ending = url.searchParams.get('format') ?? 'pdf';
	const format = Object.hasOwn(FORMATS, ending) ? FORMATS[ending] : undefined;
	if (!contour || !format) error(404, 'There is no such template.');
	const paper = url.searchParams.get('paper') ?? 'A4';
	if (!Object.hasOwn(PAPERS, paper)) error(400, `There is no paper “${paper}” here; there is ${Object.keys(PAPERS).join(' and ')}.`);
	const template = templateOf(contour, url.searchParams.has('mirrored'));
	const body = await format.make(template, paper as Paper);
	return new Response(body as BodyInit, {
		headers: {
			'content-type': format.type,
			'content-disposition': `attachment; filename="${fileName(template.name)}.${ending}"`,
			'cache-control': 'no-store'
		}
	});
};
