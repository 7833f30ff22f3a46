import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	worker: { format: 'es' },
	test: {
		include: ['src/**/*.test.ts', 'cli/**/*.test.ts'],
		environment: 'node',
		setupFiles: ['src/lib/core/testing/setup.ts'],
		// Both cores of a small machine, and modules loaded once for all files of a worker: no test leaves anything behind in them.
		maxWorkers: 2,
		isolate: false,
		// No test is about time: the limit only ends what hangs.
		testTimeout: 400_000
	}
});
