import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { readPlanFile, type Plan } from '../../plan';
import { FAULTS, truth } from '.';

const folder = join(import.meta.dirname, '../../../../../examples');
/** Own pieces are all alike to the faults that want a kind; the long run takes them as well. */
const plans = readdirSync(folder)
	.filter((name) => !name.startsWith('own-'))
	.map((name): Plan => {
		const read = readPlanFile(readFileSync(join(folder, name), 'utf8'));
		if (!read.ok) throw new Error(read.faults.join());
		return read.plan;
	});

/** A short run of what `npm run truth` does with two thousand of each. */
describe('what is planted is said, and what is harmless is not', () => {
	const report = truth(plans, { planted: 160, harmless: 60 }, 'gate');
	it('of every sort of fault', () => {
		expect(report.planted).toBe(160);
		// Some sorts need a plan of their own kind: most come up in a short run.
		expect(Object.keys(report.bySort).length).toBeGreaterThan(FAULTS.length * 0.8);
		expect(report.missed).toEqual([]);
	});
	it('without false alarms', () => expect(report.alarms).toEqual([]));
});
