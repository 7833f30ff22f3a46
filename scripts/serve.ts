import { once } from 'node:events';
import { existsSync } from 'node:fs';
import type { Server as HttpServer } from 'node:http';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { LARGEST_FILE } from '../src/lib/core/plan';
import { openDatabase } from '../src/lib/server/database';
import { loadExamples } from '../src/lib/server/examples';
import { prepareDataFolder, readSettings, type Settings } from '../src/lib/server/settings';

const root = join(import.meta.dirname, '..');

/** Resolves when the port can be had, else throws a sentence that says what to do. */
function portIsFree({ host, port }: Settings): Promise<void> {
	return new Promise((resolve, reject) => {
		const probe = createServer();
		probe.once('error', (error: NodeJS.ErrnoException) =>
			reject(
				new Error(
					error.code === 'EADDRINUSE'
						? `Port ${port} on ${host} is taken. Stop what runs there, or choose another port: NOOK_PORT=${port + 1} npm start`
						: `Cannot listen on ${host}:${port} (${error.code}).`
				)
			)
		);
		probe.listen(port, host, () => probe.close(() => resolve()));
	});
}

async function serve() {
	const settings = readSettings(process.env);
	if (!existsSync(join(root, 'build/index.js')))
		throw new Error('There is no build yet. Run npm run build first, or npm run demo for everything at once.');
	await portIsFree(settings);
	prepareDataFolder(settings.dataFolder);
	if (process.argv.includes('--demo')) {
		process.env.NOOK_DATA = settings.dataFolder;
		const database = await openDatabase(settings.dataFolder);
		const loaded = await loadExamples(join(root, 'examples'));
		await database.close();
		console.log(loaded.length > 0 ? `Loaded ${loaded.length} example plans: ${loaded.join(', ')}` : 'The example plans are there already.');
	}
	// Names that the built server reads.
	Object.assign(process.env, {
		HOST: settings.host,
		PORT: String(settings.port),
		BODY_SIZE_LIMIT: String(2 * LARGEST_FILE),
		NODE_ENV: 'production'
	});
	const { server } = (await import(join(root, 'build/index.js'))) as { server: { server: HttpServer } };
	// Whoever reads that it is ready must find it listening.
	if (!server.server.listening) await once(server.server, 'listening');
	console.log(
		`\nVast Nook is ready: http://${settings.host}:${settings.port}\nPlans are kept in ${settings.dataFolder}. Stop with Ctrl+C.`
	);
}

serve().catch((error: Error) => {
	console.error(error.message);
	process.exit(1);
});
