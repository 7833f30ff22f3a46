import { isLoopback, type Settings } from './settings';

/** What a request says of itself before anything of it is read. */
export interface Asked {
	method: string;
	host: string | undefined;
	origin: string | undefined;
	/** The browser's word for where the request comes from. */
	site: string | undefined;
}

/** A request that is turned away. */
export interface Refusal {
	status: 403;
	message: string;
}

/** A host header as name and port; undefined for what is none. */
function hostOf(header: string | undefined): { name: string; port: string } | undefined {
	const match = /^(\[[0-9a-f:.]+\]|[a-z0-9.-]+)(?::(\d{1,5}))?$/.exec(header?.toLowerCase() ?? '');
	return match ? { name: match[1], port: match[2] ?? '80' } : undefined;
}

/**
 * Why a request is turned away, if it is. A page elsewhere whose name was made to point here asks under that name; a form or a
 * script of another site says where it comes from.
 */
export function refusalOf(asked: Asked, { host, port, names }: Pick<Settings, 'host' | 'port' | 'names'>): Refusal | undefined {
	const named = hostOf(asked.host);
	const here = named && isLoopback(named.name) && (named.port === String(port) || !isLoopback(host));
	const known = named && !isLoopback(host) && names.includes(named.name);
	if (!here && !known) return { status: 403, message: `This server does not answer to the name ${asked.host ?? 'that was not given'}.` };
	if (asked.method === 'GET' || asked.method === 'HEAD') return undefined;
	const foreign = { status: 403 as const, message: 'This request came from another site.' };
	if (asked.site && asked.site !== 'same-origin' && asked.site !== 'none') return foreign;
	if (asked.origin === undefined) return undefined;
	const origin = URL.canParse(asked.origin) ? new URL(asked.origin).host : undefined;
	return origin === asked.host?.toLowerCase() ? undefined : foreign;
}

/** Headers of every answer, of pages as of static files. */
export const HEADERS: Readonly<Record<string, string>> = {
	'x-content-type-options': 'nosniff',
	'referrer-policy': 'same-origin',
	'x-frame-options': 'DENY',
	'cross-origin-opener-policy': 'same-origin',
	'cross-origin-resource-policy': 'same-origin',
	'permissions-policy': 'camera=(), geolocation=(), payment=(), usb=()'
};
