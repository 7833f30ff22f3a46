import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { applyEdits, readPlanFile, writePlanFile, type Plan } from '../src/lib/core/plan';
import { EXIT } from './command';
import { run } from './run';

const examples = join(import.meta.dirname, '../examples');
const van = join(examples, 'lantern-small-van.nook.json');
const hatchback = join(examples, 'pipit-hatchback.nook.json');

async function nook(...args: string[]) {
	let [out, err] = ['', ''];
	const code = await run(args, { out: (text) => (out += text), err: (text) => (err += text) });
	return { code, out, err };
}
function file(content: string) {
	const path = join(mkdtempSync(join(tmpdir(), 'nook-')), 'plan.nook.json');
	writeFileSync(path, content);
	return path;
}
const planOf = (path: string): Plan => {
	const read = readPlanFile(readFileSync(path, 'utf8'));
	if (!read.ok) throw new Error(read.faults.join());
	return read.plan;
};

describe('nook check', () => {
	it('exits 1 on a clash and gives findings with fixes as JSON', async () => {
		const { code, out, err } = await nook('check', van, '--json');
		expect([code, err]).toEqual([EXIT.clash, '']);
		const { findings } = JSON.parse(out);
		expect(findings[0]).toMatchObject({ rule: 'gear-under', status: 'clash', modes: ['drive', 'day', 'night'] });
		expect(findings[0].margin).toBeCloseTo(-3, 6);
		expect(findings[0].fixes.length).toBeGreaterThan(0);
		expect(findings[0].why).toBe('Light-trap crate stands 240 mm tall; 237 mm are free there.');
		expect(out).not.toContain('⟦');
	});
	it('exits 0 without one, also after the fix it proposed', async () => {
		expect((await nook('check', hatchback)).code).toBe(EXIT.fine);
		const { findings } = JSON.parse((await nook('check', van, '--json')).out);
		const fixed = file(writePlanFile(applyEdits(planOf(van), findings[0].fixes[0].edits)));
		expect((await nook('check', fixed, '--json')).code).toBe(EXIT.fine);
	});
	it('prints for reading, in inches when asked', async () => {
		expect((await nook('check', van)).out).toMatch(/clash\s+-3 mm {2}4 × Light-trap crate/);
		expect((await nook('check', van, '--imperial')).out).toMatch(/clash\s+-1\/8"/);
	});
});

describe('nook fit', () => {
	it('names the changes after which nothing clashes, and says when nothing does', async () => {
		const { code, out } = await nook('fit', van);
		expect([code, out.split('\n')[0]]).toEqual([EXIT.fine, 'Raise the couch by 13 mm']);
		expect((await nook('fit', hatchback)).out).toBe('Nothing clashes.\n');
	});
	it('tells what check tells: what slides while driving is no size, and is left', async () => {
		const drawers = planOf(join(examples, '20-long-drawers.nook.json'));
		const loose = applyEdits(drawers, [{ path: ['pieces', 'front', 'held', 'held-1'], value: undefined }]);
		const path = file(writePlanFile(loose));
		const checked = await nook('check', path, '--json');
		const clashes = JSON.parse(checked.out).findings.filter(({ status }: { status: string }) => status === 'clash');
		expect(clashes.map(({ rule }: { rule: string }) => rule)).toEqual(['restraint']);
		const { code, out } = await nook('fit', path, '--json');
		expect(code).toBe(checked.code);
		expect(JSON.parse(out).left.map(({ id }: { id: string }) => id)).toEqual(clashes.map(({ id }: { id: string }) => id));
	});
	it('exits 1 where something is left', async () => {
		const plan = planOf(van);
		const small = applyEdits(plan, [{ path: ['gear', 'crate', 'height'], value: 1900 }]);
		const { changes, left } = JSON.parse((await nook('fit', file(writePlanFile(small)), '--json')).out);
		expect(left.length > 0 || changes.some(({ asks }: { asks?: string }) => asks === 'less')).toBe(true);
	});
});

describe('nook joints', () => {
	it('tells how parts are joined, and exits 1 when that cannot be done as the plan says', async () => {
		const { code, out } = await nook('joints', hatchback);
		expect(code).toBe(EXIT.fine);
		expect(out).toContain('Leg to Cross-bar rear: a bracket');
		const plan = planOf(hatchback);
		const [piece] = Object.keys(plan.pieces);
		const { pieces } = JSON.parse((await nook('joints', hatchback, '--json')).out);
		const key = pieces[0].joints.find(({ way }: { way: string }) => way === 'brackets').key;
		const bolted = applyEdits(plan, [{ path: ['pieces', piece, 'joined'], value: { [key]: 'bolts' } }]);
		const told = await nook('joints', file(writePlanFile(bolted)));
		expect([told.code, told.out.includes('cannot be done here')]).toEqual([EXIT.clash, true]);
	});
});

describe('nook parts, cut and schema', () => {
	it('list every part', async () => {
		const { out, code } = await nook('parts', van, '--json');
		expect(code).toBe(EXIT.fine);
		expect(JSON.parse(out).parts.some((p: { name: string }) => p.name === 'Stop bar')).toBe(true);
		expect((await nook('parts', hatchback)).out).toContain('Board 1');
	});
	it('lay out sheets and bars', async () => {
		const cut = JSON.parse((await nook('cut', hatchback, '--json')).out);
		expect(cut.sheets[0].plan.sheets.length).toBeGreaterThan(0);
		expect(cut.bars.every((b: { plan: { proven: boolean } }) => b.plan.proven)).toBe(true);
		expect((await nook('cut', van)).out).toMatch(/together \d/);
	});
	it('print the schema', async () => expect(JSON.parse((await nook('schema')).out).properties.plan).toBeDefined());
});

describe('unreadable input', () => {
	it.each([
		[['check', '/nowhere/plan.nook.json'], /ENOENT/],
		[['check'], /which file/],
		[['dance', van], /no command “dance”/],
		[['check', van, '--loud'], /--loud/],
		[['constructor', van], /no command/]
	])('%j exits 2 with the reason', async (args, reason) => {
		const { code, out, err } = await nook(...args);
		expect([code, out]).toEqual([EXIT.unreadable, '']);
		expect(err).toMatch(reason);
	});
	it.each([['not json'], ['{"format":"vast-nook plan","version":1,"plan":{"name":3}}'], ['['.repeat(50_000)], ['{"__proto__":{"x":1}}']])(
		'hostile file %# exits 2',
		async (content) => {
			const { code, err } = await nook('check', file(content));
			expect(code).toBe(EXIT.unreadable);
			expect(err.length).toBeGreaterThan(10);
		}
	);
	it('does not even read what is far too large', async () => {
		const { code, err } = await nook('check', file('x'.repeat(20_000_000)));
		expect([code, err]).toMatchObject([EXIT.unreadable, expect.stringContaining('too large')]);
	});
	it('says how to use it', async () => {
		expect((await nook('--help')).code).toBe(EXIT.fine);
		expect((await nook()).code).toBe(EXIT.unreadable);
	});
});

describe('nook convert', () => {
	it('prints the moves from mode to mode, by key or by name', async () => {
		const { code, out } = await nook('convert', van, '--from', 'drive', '--to', 'Night', '--json');
		expect(code).toBe(EXIT.fine);
		const found = JSON.parse(out);
		expect(found).toMatchObject({ possible: true, from: 'drive', to: 'night', proven: true });
		expect(found.moves.every((move: { seconds: number; hands: number }) => move.seconds > 0 && move.hands >= 1)).toBe(true);
		expect(found.seconds).toBe(found.moves.reduce((sum: number, move: { seconds: number }) => sum + move.seconds, 0));
		expect((await nook('convert', van, '--from', 'night', '--to', 'drive')).out).toContain('Push the front in');
	});
	it('says what is in the way, and which modes there are', async () => {
		const seat = planOf(van).modes.night.seats['right-seat'];
		// A right front seat that stays fully back and lies down stands where the bed comes out.
		const blocked = file(
			writePlanFile(applyEdits(planOf(van), [{ path: ['modes', 'night', 'seats', 'right-seat'], value: { ...seat, slide: 0, angle: 50 } }]))
		);
		const { code, out } = await nook('convert', blocked, '--from', 'drive', '--to', 'night', '--json');
		expect(code).toBe(EXIT.clash);
		expect(JSON.parse(out).blocks[0]).toMatchObject({ by: expect.any(Number) });
		const wrong = await nook('convert', van, '--from', 'drive', '--to', 'party');
		expect(wrong.code).toBe(EXIT.unreadable);
		expect(wrong.err).toContain('Sort the catch');
		expect((await nook('convert', van, '--to', 'night')).err).toContain('--from');
	});
});

describe('nook find', () => {
	it('lists layouts that work, with their pieces, and closest misses', async () => {
		// One mechanism is left when holes and tools are scarce, which keeps this quick.
		const scarce = file(
			writePlanFile(
				applyEdits(planOf(van), [
					{
						path: ['brief'],
						value: { sleepers: ['ida'], keep: [], seatsMove: true, drill: false, tools: ['drill', 'jigsaw'], wishes: ['light'] }
					}
				])
			)
		);
		const { code, out } = await nook('find', scarce, '--json');
		expect(code).toBe(EXIT.fine);
		const { layouts, misses } = JSON.parse(out);
		expect(layouts.length).toBeGreaterThanOrEqual(3);
		expect(layouts[0].facts.height).toBeGreaterThan(0);
		expect(Object.values(layouts[0].pieces as Record<string, { kind: string }>)[0].kind).toBeTruthy();
		expect(misses.find((miss: { mechanism: string }) => miss.mechanism === 'platform').reason).toContain('no new holes');
	});
});
