import { error, json, redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { assertSafe, isSignedIn, needsSignIn, SESSION_COOKIE } from '$lib/server/access';
import { closeDatabase, database } from '$lib/server/database';
import { storageTrouble } from '$lib/server/database-file';
import { HEADERS, refusalOf } from '$lib/server/gate';
import { closePool } from '$lib/server/jobs/pool';
import { readSettings } from '$lib/server/settings';

export const init: ServerInit = async () => {
	if (building) return;
	assertSafe(readSettings(process.env));
	await database();
	process.once('sveltekit:shutdown', () => void Promise.all([closeDatabase(), closePool()]));
};

/** What can be asked without having signed in. */
const OPEN_TO_ALL = ['/sign-in', '/api/sign-in'];

export const handle: Handle = async ({ event, resolve }) => {
	if (building) return resolve(event);
	const settings = readSettings(process.env);
	const header = (name: string) => event.request.headers.get(name) ?? undefined;
	const refusal = refusalOf(
		{ method: event.request.method, host: header('host'), origin: header('origin'), site: header('sec-fetch-site') },
		settings
	);
	if (refusal) error(refusal.status, refusal.message);
	const { pathname, search } = event.url;
	if (needsSignIn(settings) && !OPEN_TO_ALL.includes(pathname) && !(await isSignedIn(event.cookies.get(SESSION_COOKIE)))) {
		if (pathname.startsWith('/api/')) return json({ message: 'Sign in first.' }, { status: 401 });
		redirect(303, `/sign-in?to=${encodeURIComponent(pathname + search)}`);
	}
	const response = await resolve(event);
	for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
	return response;
};

export const handleError: HandleServerError = ({ error: cause, status, message }) => {
	const trouble = storageTrouble(cause);
	if (status >= 500) console.error(trouble ?? cause);
	return trouble ? { message: `${trouble}. Nothing was changed.`, trouble } : { message };
};
