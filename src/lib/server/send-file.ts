import { error } from '@sveltejs/kit';
import type { FileMade, TemplateAsked } from './jobs/jobs';

/** A file that was made, as a download; its fault as an error page. */
export function sendFile(made: FileMade): Response {
	if (!made.ok) error(made.status, made.message);
	return new Response(made.body, {
		headers: { 'content-type': made.type, 'content-disposition': `attachment; filename="${made.name}"`, 'cache-control': 'no-store' }
	});
}

/** What an address says of a template: `?format=svg|dxf|pdf&paper=A4|Letter&mirrored`. */
export const templateAsked = ({ searchParams }: URL): TemplateAsked => ({
	format: searchParams.get('format') ?? 'pdf',
	paper: searchParams.get('paper') ?? 'A4',
	mirrored: searchParams.has('mirrored')
});
