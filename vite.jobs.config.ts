import { defineConfig } from 'vite';

/** The worker of the server's threads: our own code in one file, packages as they are installed. */
export default defineConfig({
	publicDir: false,
	build: { ssr: 'src/lib/server/jobs/worker.ts', outDir: 'build/jobs', emptyOutDir: true, target: 'node20' }
});
