import createHighs from 'highs';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readPlanFile } from '../src/lib/core/plan';
import { boxScan, hostileFile, open, type Seeds } from '../src/lib/core/testing/hostile';

const say = (what: object) => process.send!(what);

/** Opens hostile files one after the other and says before and after each which one it is. */
// Loaders talk to themselves about every fault that they pass over.
for (const level of ['log', 'warn', 'error'] as const) console[level] = () => undefined;

async function run({ from, to, step, deepEvery }: { from: number; to: number; step: number; deepEvery: number }) {
	const examples = join(import.meta.dirname, '../examples');
	const plans = readdirSync(examples).flatMap((name) => {
		const read = readPlanFile(readFileSync(join(examples, name), 'utf8'));
		return read.ok ? [read.plan] : [];
	});
	const seeds: Seeds = { plans, scan: boxScan() };
	const solver = await createHighs();
	for (let number = from; number < to; number += step) {
		const { format, file } = hostileFile(number, seeds);
		say({ number, format, begun: true });
		const began = performance.now();
		try {
			const outcome = await open(format, file, number % deepEvery < 11, solver);
			say({ number, format, outcome, ms: performance.now() - began, rss: process.memoryUsage().rss });
		} catch (error) {
			say({ number, format, crash: (error as Error).stack, ms: performance.now() - began });
		}
	}
	say({ done: true });
}

void run(JSON.parse(process.argv[2]) as Parameters<typeof run>[0]);
