import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { database } from '$lib/server/database';
import { readSettings } from '$lib/server/settings';

export const init: ServerInit = async () => {
	if (!building) await database();
};

/** Names under which this server may be asked: a page elsewhere whose name was made to point here is turned away. */
function allowedHosts(): Set<string> {
	const { host, port } = readSettings(process.env);
	return new Set([host, '127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${port}`));
}

export const handle: Handle = async ({ event, resolve }) => {
	const host = event.request.headers.get('host') ?? '';
	// A server opened to the network with NOOK_HOST answers to every name.
	const local = readSettings(process.env).host === '127.0.0.1';
	if (!building && local && !allowedHosts().has(host)) error(403, `This server does not answer to the name ${host}.`);
	const origin = event.request.headers.get('origin');
	if (origin && event.request.method !== 'GET' && new URL(origin).host !== host) error(403, 'This request came from another site.');
	const response = await resolve(event);
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error: cause, status, message }) => {
	if (status >= 500) console.error(cause);
	return { message };
};
