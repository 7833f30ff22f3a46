import { error } from '@sveltejs/kit';
import { PAPERS, templateDxf, templatePdf, templateSvg, type Paper, type Template } from '../core/templates';
import { fileName } from './file-name';

const FORMATS: Record<string, { type: string; make: (template: Template, paper: Paper) => string | Promise<Uint8Array> }> = {
	svg: { type: 'image/svg+xml', make: templateSvg },
	dxf: { type: 'application/dxf', make: templateDxf },
	pdf: { type: 'application/pdf', make: templatePdf }
};

/**
 * A template as the file that an address asks for: `?format=svg|dxf|pdf&paper=A4|Letter&mirrored`.
 *
 * @param make the template, turned over or not; undefined where there is none
 * @throws an error page of status 404 or 400.
 */
export async function templateFile(url: URL, make: (mirrored: boolean) => Template | undefined): Promise<Response> {
	const ending = url.searchParams.get('format') ?? 'pdf';
	const format = Object.hasOwn(FORMATS, ending) ? FORMATS[ending] : undefined;
	const template = make(url.searchParams.has('mirrored'));
	if (!template || !format) error(404, 'There is no such template.');
	const paper = url.searchParams.get('paper') ?? 'A4';
	if (!Object.hasOwn(PAPERS, paper)) error(400, `There is no paper “${paper}” here; there is ${Object.keys(PAPERS).join(' and ')}.`);
	const body = await format.make(template, paper as Paper);
	return new Response(body as BodyInit, {
		headers: {
			'content-type': format.type,
			'content-disposition': `attachment; filename="${fileName(template.name)}.${ending}"`,
			'cache-control': 'no-store'
		}
	});
}
