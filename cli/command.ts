import { readFileSync, statSync } from 'node:fs';
import { LARGEST_FILE, readPlanFile, type Plan } from '../src/lib/core/plan';
import type { UnitSystem } from '../src/lib/core/units';

/** Where a command writes: results to `out`, complaints to `err`. */
export interface Streams {
	out: (text: string) => void;
	err: (text: string) => void;
}

/** Exit codes: all well (no clash), a clash, unreadable input or wrong use. */
export const EXIT = { fine: 0, clash: 1, unreadable: 2 } as const;

/** What the words after a command ask for. */
export interface Options {
	from?: string;
	to?: string;
	mode?: string;
	json: boolean;
	/** Fixes for whatever is not clear, not only for clashes. */
	fixes: boolean;
	system: UnitSystem;
}

/** A fault that ends a command with exit code 2. */
export class Unreadable extends Error {}

/** The plan of a file that was named. Throws Unreadable with what is wrong with it. */
export function readPlanAt(file: string | undefined): Plan {
	if (!file) throw new Unreadable('which file? Give the path of a .nook.json plan.');
	let text: string;
	try {
		if (statSync(file).size > 4 * LARGEST_FILE) throw new Unreadable(`${file}: too large to be a plan.`);
		text = readFileSync(file, 'utf8');
	} catch (error) {
		throw error instanceof Unreadable ? error : new Unreadable(`${file}: ${(error as Error).message}`);
	}
	const read = readPlanFile(text);
	if (!read.ok) throw new Unreadable(read.faults.map((fault) => `${file}: ${fault}`).join('\n'));
	return read.plan;
}

/** The mode that a word on the command line means: its key or its name. */
export function modeNamed(plan: Plan, word: string | undefined, option: string): string {
	const names = Object.entries(plan.modes).map(([id, mode]) => `${id} (${mode.name})`);
	if (!word) throw new Unreadable(`say ${option} which mode. There is ${names.join(', ')}.`);
	const found = Object.entries(plan.modes).find(([id, mode]) => id === word || mode.name.toLowerCase() === word.toLowerCase());
	if (!found) throw new Unreadable(`there is no mode “${word}” in this plan. There is ${names.join(', ')}.`);
	return found[0];
}
