import { defineConfig } from '@playwright/test';

export default defineConfig({
	testDir: 'e2e',
	testMatch: '**/*.spec.ts',
	// Each file has a server of its own, and the machine has two cores.
	workers: 2,
	// No story is about time: the limit only ends what hangs.
	timeout: 300_000,
	expect: { timeout: 20_000 },
	reporter: [['list']],
	use: {
		viewport: { width: 1280, height: 800 },
		launchOptions: {
			executablePath: '/usr/bin/chromium',
			args: [
				'--no-sandbox',
				// The three-dimensional views are drawn by the processor: test machines have no graphics card.
				'--use-angle=swiftshader',
				'--enable-unsafe-swiftshader',
				'--disable-quic',
				'--no-first-run',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync'
			]
		}
	}
});
