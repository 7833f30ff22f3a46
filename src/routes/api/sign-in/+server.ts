import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { SESSION_COOKIE, SESSION_LASTS, signIn, signOut } from '$lib/server/access';
import { readJson } from '$lib/server/body';
import { readSettings } from '$lib/server/settings';
import type { RequestHandler } from './$types';

const requestSchema = z.strictObject({ passphrase: z.string().min(1).max(1000) });

/** Signs in with the passphrase. */
export const POST: RequestHandler = async ({ request, cookies, getClientAddress }) => {
	const body = requestSchema.safeParse(await readJson(request, 10_000));
	if (!body.success) error(400, 'Type the passphrase.');
	const answer = await signIn(readSettings(process.env), getClientAddress(), body.data.passphrase);
	if (!answer.ok) error(answer.status, answer.message);
	cookies.set(SESSION_COOKIE, answer.token, {
		path: '/',
		httpOnly: true,
		sameSite: 'strict',
		secure: request.headers.get('x-forwarded-proto') === 'https',
		maxAge: SESSION_LASTS / 1000
	});
	return new Response(null, { status: 204 });
};

/** Signs out here; with `?everywhere` on all machines. */
export const DELETE: RequestHandler = async ({ cookies, url }) => {
	await signOut(cookies.get(SESSION_COOKIE), url.searchParams.has('everywhere'));
	cookies.delete(SESSION_COOKIE, { path: '/' });
	return new Response(null, { status: 204 });
};
