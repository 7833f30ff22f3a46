import { error } from '@sveltejs/kit';

/**
 * The JSON body of a request. Ends the request with 413 when it is larger than the server takes, with 400 when it is
 * not JSON.
 */
export async function readJson(request: Request): Promise<unknown> {
	try {
		return await request.json();
	} catch (cause) {
		if ((cause as { status?: number }).status === 413) error(413, 'This is larger than any plan. Nothing was changed.');
		error(400, 'The request does not hold JSON.');
	}
}
