import { defineConfig } from 'vite';

/** What runs beside the server, our own code in one file each, packages as they are installed: the worker of its threads, the command line. */
export default defineConfig({
	publicDir: false,
	build: {
		ssr: true,
		rollupOptions: { input: { worker: 'src/lib/server/jobs/worker.ts', nook: 'cli/nook.ts' } },
		outDir: 'build/jobs',
		emptyOutDir: true,
		target: 'node20'
	}
});
