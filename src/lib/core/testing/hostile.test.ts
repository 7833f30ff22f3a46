import createHighs, { type Highs } from 'highs';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { findingsOf, statusOf } from '../checks';
import { sound } from '../checks/run';
import { applyEdits, readPlanFile, readPlanValue, writePlanFile, type Plan } from '../plan';
import { readScan } from '../scan';
import { readDxf, readSvg, wallFromTracing } from '../templates';
import { times } from './thorough';
import { boxScan, HOSTILE_FORMATS, hostileFile, notANumberIn, open, soundFile, type Seeds } from './hostile';

/** So many mutated files of all formats in the gate; `npm run test:hostile` opens a hundred thousand. */
const FILES = times(330);

const examples = join(import.meta.dirname, '../../../../examples');
const plans = readdirSync(examples).map((name): Plan => {
	const read = readPlanFile(readFileSync(join(examples, name), 'utf8'));
	if (!read.ok) throw new Error(read.faults[0]);
	return read.plan;
});
const seeds: Seeds = { plans, scan: boxScan() };
let solver: Highs;
beforeAll(async () => {
	solver = await createHighs();
	// Loaders talk to themselves about every fault that they pass over.
	for (const level of ['log', 'warn', 'error'] as const) vi.spyOn(console, level).mockImplementation(() => undefined);
});

it.each(HOSTILE_FORMATS)('a right file is read: %s', async (format) => {
	const file = soundFile(format, seeds, 0);
	expect(await open(format, typeof file === 'string' ? file : Uint8Array.from(file), false, solver)).toBe('read');
});

it(`${FILES} files with something wrong in them are read or refused with a sentence`, async () => {
	for (let number = 0; number < FILES; number++) {
		const { format, file } = hostileFile(number, seeds);
		await open(format, file, number % 330 < 11, solver).catch((cause: Error) => {
			throw new Error(`file ${number} (${format}): ${cause.message}`, { cause });
		});
	}
});

describe('plan files', () => {
	const [plan] = plans;
	const text = writePlanFile(plan);
	const refused = (file: string) => {
		const read = readPlanFile(file);
		return read.ok ? '' : read.faults.join('; ');
	};
	it('with a mark of byte order are read', () => expect(readPlanFile(`\uFEFF${text}`)).toEqual({ ok: true, plan }));
	it('with one id twice are refused: nobody can tell which is meant', () => {
		const twice = text.replace('"pieces": {', '"pieces": { "again": 1, "again": 2,');
		expect(refused(twice)).toContain('“again” stands twice');
		// A word that stands twice as a value is no key.
		expect(readPlanFile(writePlanFile({ ...plan, log: [{ date: '2026-05-01', text: 'log' }] })).ok).toBe(true);
	});
	it('with a reserved name are refused, in a file as in what a window sends', () => {
		expect(refused(text.replace('"pieces": {', '"pieces": { "__proto__": {},'))).toContain('reserved');
		expect(readPlanValue(JSON.parse(`{"__proto__":{"x":1}}`))).toMatchObject({ ok: false });
		expect(readPlanValue(JSON.parse('[['.repeat(3000) + ']]'.repeat(3000)))).toMatchObject({ ok: false });
	});
	it('with numbers beyond reason are refused, and faults are as long as somebody reads', () => {
		expect(refused(text.replace(/"mm": \d+/, '"mm": 1e308'))).toContain('mm');
		expect(refused(text.replace('"pieces"', `"${'x'.repeat(5000)}"`)).length).toBeLessThan(2000);
	});
});

describe('a margin that is no number', () => {
	const result = findingsOf(plans[0])[0];
	it.each([NaN, Infinity, -Infinity])('%s is never clear', (margin) => {
		const safe = sound({ ...result, margin });
		expect(safe).toMatchObject({ margin: 0, unknown: true, why: expect.stringContaining('beyond reason') });
		expect(notANumberIn(safe)).toBeUndefined();
	});
	it('nor is one at a place that is none', () => expect(sound({ ...result, at: { x: NaN, y: 0, z: 0 } }).unknown).toBe(true));
	it('is unmeasured, whatever its comfort and tolerance', () => {
		for (const comfort of [0, 10]) for (const tolerance of [0, NaN]) expect(statusOf(NaN, comfort, tolerance, 0)).toBe('unmeasured');
	});
	it('does not come out of sizes at the ends of what is taken', () => {
		for (const plan of plans) {
			for (const mm of [-2000, 0, 20000]) {
				const edits = Object.keys(plan.vehicle.stations).flatMap((id) =>
					Object.keys(plan.vehicle.stations[id].widths).map((key) => ({
						path: ['vehicle', 'stations', id, 'widths', key, 'left', 'mm'],
						value: mm
					}))
				);
				expect(notANumberIn(findingsOf(applyEdits(plan, edits.slice(0, 3))))).toBeUndefined();
			}
		}
	});
});

describe('tracings', () => {
	const svg = (inner: string, head = 'width="900mm" viewBox="0 0 900 300"') =>
		`<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inner}</svg>`;
	const line = '<polyline points="0,0 400,30 900,0"/>';
	const errorOf = (read: ReturnType<typeof readSvg>) => (read.ok ? '' : read.error);
	it.each([
		['a million points', svg(`<polyline points="${'1,2 3,4 '.repeat(500_000)}"/>`), /more than 50000 points/],
		['a million strokes', svg(`<path d="${'M1 2L3 4'.repeat(130_000)}"/>`), /more than 50000 points/],
		['groups by the ten thousand', svg(`${'<g>'.repeat(20_000)}${line}${'</g>'.repeat(20_000)}`), /nested deeper/],
		['a scale of nothing', svg(`<g transform="scale(0)">${line}</g>`), /no line/],
		['no width', svg(line, 'width="0mm" viewBox="0 0 900 300"'), /no width/],
		['a point beyond everything', svg('<polyline points="0,0 1e308,30 900,0"/>'), /kilometre|not a number/],
		['a line of a hundred metres', svg('<polyline points="0,0 90000,30 900,0"/>'), /true scale/]
	])('SVG with %s is refused', (_, text, reason) => expect(errorOf(readSvg(text))).toMatch(reason));
	it('SVG as it should be is read', () => expect(readSvg(svg(line)).ok).toBe(true));

	const dxfOf = (entities: (string | number)[]) =>
		['0', 'SECTION', '2', 'ENTITIES'].concat(entities.map(String), ['0', 'ENDSEC', '0', 'EOF', '']).join('\n');
	const dxf = (...entities: (string | number)[]) => dxfOf(entities);
	it('DXF: many thousand loose lines are joined into one', () => {
		const pieces = Array.from({ length: 20_000 }, (_, i) => [0, 'LINE', 10, i / 10, 20, 0, 11, (i + 1) / 10, 21, 0]).flat();
		const read = readDxf(dxfOf(pieces));
		expect(read.ok && read.lines.map(({ points }) => points.length)).toEqual([20_001]);
		expect(read.ok && wallFromTracing(read.lines[0].points, false, { start: 0, batten: 800, reversed: false }).ok).toBe(true);
	});
	it.each([
		['an arc that goes round for ever', dxf(0, 'ARC', 10, 0, 20, 0, 40, 100, 50, 0, 51, '1e308'), /no line|not a number|^$/],
		['a radius that is none', dxf(0, 'CIRCLE', 10, 0, 20, 0, 40, 'NaN'), /no line/],
		['a section that never ends', '0\nSECTION\n2\nENTITIES\n0\nLINE\n0\nEOF\n', /middle of a section/],
		['no end', '0\nSECTION\n2\nENTITIES\n0\nLINE\n', /does not end/],
		['words for codes', 'abc\ndef\n', /whole number/]
	])('DXF with %s comes to an end', (_, text, reason) => {
		const read = readDxf(text);
		expect(read.ok ? '' : read.error).toMatch(reason);
	});
});

describe('scans', () => {
	const bytes = (file: string | Uint8Array) =>
		(typeof file === 'string' ? new TextEncoder().encode(file) : Uint8Array.from(file)).buffer as ArrayBuffer;
	const errorOf = async (name: string, file: string | Uint8Array) => {
		const read = await readScan(name, bytes(file));
		return read.ok ? '' : read.error;
	};
	it('with an absurd count are refused before room is made for it', async () => {
		const stl = Uint8Array.from(soundFile('stl', seeds, 0) as Uint8Array);
		new DataView(stl.buffer).setUint32(80, 0xfffffff0, true);
		expect(await errorOf('a.stl', stl)).toMatch(/says that it has 4294967280 triangles/);
		const ply = (soundFile('ply', seeds, 0) as string).replace(/element vertex \d+/, 'element vertex 4000000000');
		expect(await errorOf('a.ply', ply)).toMatch(/more entries than there is room/);
		const list = (soundFile('ply', seeds, 0) as string).replace(/3 0 1 /, '4000000000 0 1 ');
		expect(await errorOf('a.ply', list)).toMatch(/says that it has 4000000000 numbers/);
		const gltf = (soundFile('gltf', seeds, 0) as string).replace(/"count":\d+/, '"count":4000000000');
		expect(await errorOf('a.gltf', gltf)).toMatch(/more numbers than there are/);
	});
	it('that are points without faces say so', async () => {
		const points = 'ply\nformat ascii 1.0\nelement vertex 60\nproperty float x\nproperty float y\nproperty float z\nend_header\n';
		expect(await errorOf('a.ply', `${points}${'0.1 0.2 0.3\n'.repeat(60)}`)).toMatch(/points, but no faces/);
	});
	it('with nodes in a circle, or nested by the ten thousand, are refused', async () => {
		const json = JSON.parse(soundFile('gltf', seeds, 0) as string) as { nodes: { children?: number[] }[] };
		const nested = { ...json, nodes: Array.from({ length: 10_000 }, (_, i) => (i < 9999 ? { children: [i + 1] } : { mesh: 0 })) };
		expect(await errorOf('a.gltf', JSON.stringify(nested))).toMatch(/nested deeper/);
		expect(await errorOf('a.gltf', JSON.stringify({ ...json, nodes: [{ children: [1] }, { children: [0] }] }))).toMatch(/circle/);
	});
	it('that are right in an unusual way are read: blank lines in PLY, a long name of an STL in text', async () => {
		const ply = (soundFile('ply', seeds, 0) as string).replace('end_header\n', 'end_header\n\n').replace(/\n3 0 1/, '\n\n3 0 1');
		expect(await errorOf('a.ply', ply)).toBe('');
		const stl = (soundFile('stl text', seeds, 0) as string).replace('solid a', `solid ${'boot of the estate, '.repeat(40)}`);
		expect(await errorOf('a.stl', stl)).toBe('');
	});
	it('that are cut off say so', async () => {
		for (const [format, name] of [
			['stl', 'a.stl'],
			['ply binary', 'a.ply'],
			['glb', 'a.glb']
		] as const) {
			const file = Uint8Array.from(soundFile(format, seeds, 0) as Uint8Array);
			expect(await errorOf(name, file.slice(0, file.length / 2))).toMatch(/cut off/);
		}
	});
});
