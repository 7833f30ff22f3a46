import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readPlanFile, type Plan } from '../src/lib/core/plan';

/** One frame at 60 pictures a second, ms. */
export const FRAME = 16;

function median(values: number[]): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.floor(sorted.length / 2)];
}

/** Median milliseconds of a task over some runs, after some to warm up. */
export function time(task: (run: number) => void, runs = 60, warmUp = 15): { median: number; worst: number } {
	for (let i = 0; i < warmUp; i++) task(-1 - i);
	const times = Array.from({ length: runs }, (_, i) => {
		const start = performance.now();
		task(i);
		return performance.now() - start;
	});
	return { median: median(times), worst: [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] };
}

export const say = (what: string, figures: string) => console.log(`${what.padEnd(64)} ${figures}`);

export function demo(file: string): Plan {
	const read = readPlanFile(readFileSync(join(import.meta.dirname, '../examples', file), 'utf8'));
	if (!read.ok) throw new Error(read.faults.join('\n'));
	return read.plan;
}
