import { error, json } from '@sveltejs/kit';
import { ArchiveError, readArchive, writeArchive } from '$lib/server/archive';
import { orSay } from '$lib/server/faults';
import type { RequestHandler } from './$types';

/** Everything that is stored, as one file. */
export const GET: RequestHandler = () => {
	const lines = writeArchive();
	const encoder = new TextEncoder();
	const body = new ReadableStream<Uint8Array>({
		async pull(controller) {
			const { done, value } = await lines.next();
			if (done) controller.close();
			else controller.enqueue(encoder.encode(value));
		},
		cancel: async () => void (await lines.return(undefined))
	});
	return new Response(body, {
		headers: {
			'content-type': 'application/x-ndjson',
			'content-disposition': `attachment; filename="vast-nook-${new Date().toISOString().slice(0, 10)}.archive.ndjson"`,
			'cache-control': 'no-store'
		}
	});
};

/** Puts such a file back: `?how=beside` next to what is there, `?how=instead` in its place. */
export const POST: RequestHandler = async ({ request, url }) => {
	const how = url.searchParams.get('how');
	if (how !== 'beside' && how !== 'instead') error(400, 'Say whether it comes beside what is there or instead of it.');
	if (!request.body) error(400, 'There is no file.');
	try {
		return json(await orSay(readArchive(request.body as unknown as AsyncIterable<Uint8Array>, how)));
	} catch (cause) {
		if (cause instanceof ArchiveError) error(422, cause.message);
		throw cause;
	}
};
