import { readdirSync, readFileSync } from 'node:fs';
import { readPlanFile, type Plan } from '../src/lib/core/plan';
import { truth } from '../src/lib/core/testing/truth';

/** Plants faults into the shipped plans and prints what was found, and what was not: `npm run truth [planted [harmless [seed]]]`. */
const [planted = 2000, harmless = 2000] = process.argv.slice(2, 4).map(Number);
const seed = process.argv[4] ?? `${Date.now()}`;
const folder = new URL('../examples/', import.meta.url);
const plans = readdirSync(folder).map((name): Plan => {
	const read = readPlanFile(readFileSync(new URL(name, folder), 'utf8'));
	if (!read.ok) throw new Error(`${name}: ${read.faults.join(', ')}`);
	return read.plan;
});
const report = truth(plans, { planted, harmless }, seed);
const percent = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(2)} %`;
console.log(`seed ${seed}`);
for (const [fault, { planted: all, found }] of Object.entries(report.bySort))
	console.log(`${String(found).padStart(5)} of ${String(all).padStart(5)}  ${fault}`);
console.log(`found ${percent(report.planted - report.missed.length, report.planted)} of ${report.planted} planted faults`);
console.log(`false alarms ${percent(report.alarms.length, report.harmless)} of ${report.harmless} harmless changes`);
for (const { fault, words, plan, mode, seed: own } of report.missed) console.log(`missed  ${fault}: ${words} (${plan}, ${mode}; ${own})`);
for (const { words, plan, title, seed: own } of report.alarms) console.log(`alarm  ${words}: ${title} (${plan}; ${own})`);
if (report.missed.length > 0.01 * report.planted || report.alarms.length > 0.01 * report.harmless) process.exitCode = 1;
