import { test as base } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');

/** A port that nothing listens on. */
function freePort(): Promise<number> {
	return new Promise((resolve, reject) => {
		const probe = createServer();
		probe.once('error', reject);
		probe.listen(0, '127.0.0.1', () => {
			const { port } = probe.address() as { port: number };
			probe.close(() => resolve(port));
		});
	});
}

/** The application as users start it, on a port and a data folder of its own. */
export class Server {
	private child: ChildProcess | undefined;
	private constructor(
		readonly port: number,
		private readonly settings: Record<string, string>,
		readonly dataFolder: string
	) {}

	/** @param settings variables of the environment besides port and folder */
	static async launch(
		demo = false,
		settings: Record<string, string> = {},
		dataFolder = mkdtempSync(join(tmpdir(), 'nook-e2e-'))
	): Promise<Server> {
		const server = new Server(await freePort(), settings, dataFolder);
		await server.start(demo);
		return server;
	}

	/** Process that serves. */
	get pid(): number {
		return this.child!.pid!;
	}

	get url(): string {
		return `http://127.0.0.1:${this.port}`;
	}

	/** Starts the production build and waits until it says that it is ready. */
	start(demo = false): Promise<void> {
		const child = spawn(process.execPath, ['--import', 'tsx', 'scripts/serve.ts', ...(demo ? ['--demo'] : [])], {
			cwd: root,
			env: { ...process.env, NOOK_PORT: String(this.port), NOOK_DATA: this.dataFolder, ...this.settings },
			stdio: ['ignore', 'pipe', 'pipe']
		});
		this.child = child;
		return new Promise((resolve, reject) => {
			let said = '';
			const listen = (chunk: Buffer) => {
				said += chunk;
				if (said.includes('Vast Nook is ready')) resolve();
			};
			child.stdout!.on('data', listen);
			child.stderr!.on('data', listen);
			child.once('exit', () => reject(new Error(`the server ended: ${said}`)));
		});
	}

	/** Ends the process at once, as a power cut would. */
	kill(): Promise<void> {
		const { child } = this;
		if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
		return new Promise((resolve) => {
			child.once('exit', () => resolve());
			child.kill('SIGKILL');
		});
	}
}

/**
 * Playwright's test with a server that lives as long as the file's tests. A file that wants the demo data names it after
 * itself: files with different names get workers, and so servers, of their own.
 */
export const test = base.extend<object, { server: Server; demo: string }>({
	demo: ['', { option: true, scope: 'worker' }],
	server: [
		async ({ demo }, use) => {
			const server = await Server.launch(demo !== '');
			await use(server);
			await server.kill();
		},
		{ scope: 'worker' }
	]
});

export { expect } from '@playwright/test';
