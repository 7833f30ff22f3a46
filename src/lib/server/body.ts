import { error } from '@sveltejs/kit';
import { LARGEST_FILE } from '../core/plan';

/** Largest body that is read, bytes: a plan file in a script of two or three bytes a letter. */
export const LARGEST_BODY = 2 * LARGEST_FILE;

/**
 * The text of a request, read no further than it may be long. Ends the request with 413 when it is longer; what was sent beyond is
 * never held in memory.
 */
export async function readText(request: Request, most = LARGEST_BODY): Promise<string> {
	const tooLarge = () => error(413, 'This is larger than any plan. Nothing was changed.');
	if (Number(request.headers.get('content-length') ?? 0) > most) tooLarge();
	if (!request.body) return '';
	const decoder = new TextDecoder();
	let [text, bytes] = ['', 0];
	const reader = request.body.getReader();
	for (;;) {
		const { done, value } = await reader.read().catch((cause: { status?: number }) => {
			if (cause.status === 413) tooLarge();
			return error(400, 'The request broke off.');
		});
		if (done) return text + decoder.decode();
		bytes += value.byteLength;
		if (bytes > most) {
			await reader.cancel();
			tooLarge();
		}
		text += decoder.decode(value, { stream: true });
	}
}

/** The JSON body of a request. Ends the request with 413 when it is larger than it may be, with 400 when it is not JSON. */
export async function readJson(request: Request, most = LARGEST_BODY): Promise<unknown> {
	const text = await readText(request, most);
	try {
		return JSON.parse(text);
	} catch {
		error(400, 'The request does not hold JSON.');
	}
}
