import { existsSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import { assertSafe } from '../src/lib/server/access';
import { LARGEST_BODY } from '../src/lib/server/body';
import { closeDatabase } from '../src/lib/server/database';
import { HEADERS, refusalOf } from '../src/lib/server/gate';
import { isLoopback, prepareDataFolder, readSettings, type Settings } from '../src/lib/server/settings';

const root = join(import.meta.dirname, '..');

/** A request must be here whole within so long, its head much sooner; a connection that nothing comes through ends. ms. */
const REQUEST = 60_000;
const HEAD = 10_000;
const SILENCE = 120_000;
/** Every file of the built pages may be kept by nobody else, and run nothing that does not come from here. */
const STATIC_POLICY =
	"default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'self'; frame-ancestors 'none'";

type Handler = (request: IncomingMessage, response: ServerResponse) => void;

/** Answers a request before anything of it reaches the application: who may ask, and what is no address at all. */
function guarded(handler: Handler, settings: Settings): Handler {
	return (request, response) => {
		for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
		response.setHeader('content-security-policy', STATIC_POLICY);
		const end = (status: number, message: string) => {
			response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', connection: 'close' });
			response.end(`${message}\n`);
		};
		const { method = 'GET', headers, url = '/' } = request;
		const site = headers['sec-fetch-site'];
		const refusal = refusalOf({ method, host: headers.host, origin: headers.origin, site: Array.isArray(site) ? site[0] : site }, settings);
		if (refusal) return end(refusal.status, refusal.message);
		try {
			decodeURIComponent(url);
			if (!url.startsWith('/') || url.startsWith('//') || url.includes('\0')) throw new URIError(url);
		} catch {
			return end(404, 'There is nothing at this address.');
		}
		handler(request, response);
	};
}

async function serve() {
	const settings = readSettings(process.env);
	if (!existsSync(join(root, 'build/handler.js')))
		throw new Error('There is no build yet. Run npm run build first, or npm run demo for everything at once.');
	prepareDataFolder(settings.dataFolder);
	assertSafe(settings);
	if (process.argv.includes('--demo')) {
		process.env.NOOK_DATA = settings.dataFolder;
		// All of the core comes with these; a start without them is done in half the time.
		const [{ loadExamples }, { forgetSummaries }] = await Promise.all([
			import('../src/lib/server/examples'),
			import('../src/lib/server/summaries')
		]);
		const loaded = await loadExamples(join(root, 'examples'));
		// The built server opens the folder for itself, and summarises what is new in it.
		forgetSummaries();
		await closeDatabase();
		console.log(loaded.length > 0 ? `Loaded ${loaded.length} example plans: ${loaded.join(', ')}` : 'The example plans are there already.');
	}
	// Names that the built server reads. An archive of everything may be larger than any other body; each route has a limit of its own.
	Object.assign(process.env, {
		BODY_SIZE_LIMIT: String(200 * LARGEST_BODY),
		NOOK_JOBS: join(root, 'build/jobs/worker.js'),
		NODE_ENV: 'production'
	});
	const { handler } = (await import(join(root, 'build/handler.js'))) as { handler: Handler };
	const server = createServer(
		{ requestTimeout: REQUEST, headersTimeout: HEAD, keepAliveTimeout: 5000, connectionsCheckingInterval: 2000 },
		guarded(handler, settings)
	);
	server.setTimeout(SILENCE);
	await new Promise<void>((resolve, reject) => {
		server.once('error', (error: NodeJS.ErrnoException) =>
			reject(
				new Error(
					error.code === 'EADDRINUSE'
						? `Port ${settings.port} on ${settings.host} is taken. Stop what runs there, or choose another port: NOOK_PORT=${settings.port + 1} npm start`
						: `Cannot listen on ${settings.host}:${settings.port} (${error.code}).`
				)
			)
		);
		server.listen(settings.port, settings.host.replace(/^\[|\]$/g, ''), resolve);
	});
	const stop = () => {
		server.close();
		server.closeIdleConnections();
		process.emit('sveltekit:shutdown' as never);
		// What is being answered gets a moment.
		setTimeout(() => process.exit(0), 1500).unref();
	};
	process.once('SIGINT', stop);
	process.once('SIGTERM', stop);
	const shown = isLoopback(settings.host) ? settings.host : settings.names[0];
	console.log(`\nVast Nook is ready: http://${shown}:${settings.port}\nPlans are kept in ${settings.dataFolder}. Stop with Ctrl+C.`);
}

serve().catch((error: Error) => {
	console.error(error.message);
	process.exit(1);
});
