import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import createHighs, { type Highs } from 'highs';
import { conversionFindings, findingsOf, restraintFindings, strengthFindings } from '../src/lib/core/checks';
import { readPlanFile } from '../src/lib/core/plan';
import { times } from '../src/lib/core/testing/thorough';
import { EXIT } from './command';
import { run } from './run';

const folder = join(import.meta.dirname, '../examples');
const numbered = readdirSync(folder).filter((name) => /^\d\d-.*\.nook\.json$/.test(name));

async function nook(...args: string[]) {
	let [out, err] = ['', ''];
	const code = await run(args, { out: (text) => (out += text), err: (text) => (err += text) });
	return { code, out, err };
}

let solver: Highs;
beforeAll(async () => void (solver = await createHighs()));

/** Kinds of build whose beds stay what they are. */
const STAYS = ['10', '12', '15', '20'];

it('there is an example of each kind of build', () =>
	expect(numbered.map((name) => name.slice(0, 2))).toEqual(Array.from({ length: 21 }, (_, i) => String(i + 1).padStart(2, '0'))));

describe.each(numbered)('%s', (name) => {
	const file = join(folder, name);
	it('opens without a clash', () => {
		const read = readPlanFile(readFileSync(file, 'utf8'));
		if (!read.ok) throw new Error(read.faults.join());
		// Without tolerances: what is a clash with them is one all the more.
		const findings = [...findingsOf(read.plan), ...conversionFindings(read.plan), ...strengthFindings(read.plan)];
		expect(findings.filter(({ status }) => status === 'clash')).toEqual([]);
		expect(restraintFindings(read.plan, solver).filter(({ status }) => status === 'clash')).toEqual([]);
		// Whatever it is cut from and borne by is known.
		expect(findings.filter(({ rule, unknown }) => unknown && (rule === 'strength' || rule === 'borne'))).toEqual([]);
	});
	it('is told nothing twice', () => {
		const read = readPlanFile(readFileSync(file, 'utf8'));
		const ids = read.ok ? findingsOf(read.plan).map(({ id }) => id) : [];
		expect(ids.length).toBeGreaterThan(5);
		expect(new Set(ids).size).toBe(ids.length);
	});
	it.runIf(numbered.indexOf(name) % (7 / Math.min(7, times(1))) === 0)('is checked in the terminal, tolerances and all', async () => {
		const { code, out, err } = await nook('check', file, '--json');
		expect(JSON.parse(out).findings.every((f: { tolerance: number }) => Number.isFinite(f.tolerance))).toBe(true);
		expect([code, err]).toEqual([EXIT.fine, '']);
	});
	it('converts between all its modes, and its pieces take other states in them where they can', async () => {
		const { err } = await nook('convert', file, '--from', 'drive', '--to', 'no such mode');
		const modes = [...err.matchAll(/(\w+) \(/g)].map(([, id]) => id);
		expect(modes.length).toBeGreaterThanOrEqual(2);
		let moved = false;
		for (const from of modes)
			for (const to of modes) {
				if (from === to) continue;
				const { code, out } = await nook('convert', file, '--from', from, '--to', to, '--json');
				expect(code, `${from} to ${to}`).toBe(EXIT.fine);
				const found = JSON.parse(out);
				expect(found.seconds).toBe(found.moves.reduce((sum: number, { seconds }: { seconds: number }) => sum + seconds, 0));
				for (const move of found.moves) {
					expect(move.hands === 1 || move.hands === 2).toBe(true);
					expect(move.clearance === null || move.clearance >= -1).toBe(true);
				}
				moved ||= found.moves.some((move: { move: string }) => move.move.includes(': '));
			}
		expect(moved).toBe(!STAYS.includes(name.slice(0, 2)));
	});
});
