import { partsCsv, sheetsSvg } from '../export';
import { findingsOf } from '../checks';
import { cuttingPlan } from '../cutting';
import { assemblyOf } from '../derive';
import {
	addPiece,
	applyEdits,
	readPieceFile,
	readPlanFile,
	readPlanValue,
	readVehicleFile,
	starterPlan,
	writePieceFile,
	writePlanFile,
	writeVehicleFile,
	type Plan
} from '../plan';
import { randomFrom } from '../practice/random';
import { aligned, readScan, sliceScan } from '../scan';
import { longestLine, readDxf, readSvg, templateDxf, templateOf, templateSvg, wallFromTracing, type Template } from '../templates';
import type { Highs } from 'highs';

/** Formats of the files that can be opened. */
export const HOSTILE_FORMATS = [
	'plan',
	'vehicle',
	'piece',
	'svg',
	'dxf',
	'obj',
	'ply',
	'ply binary',
	'stl',
	'stl text',
	'glb',
	'gltf'
] as const;
export type HostileFormat = (typeof HOSTILE_FORMATS)[number];

type Random = () => number;
const below = (random: Random, n: number): number => Math.floor(random() * n);
const oneOf = <T>(random: Random, list: readonly T[]): T => list[below(random, list.length)];

/** Numbers that sums do not expect, as text. */
const EXTREMES = [
	'1e308',
	'-1e308',
	'1e400',
	'-0',
	'0',
	'-1',
	'NaN',
	'Infinity',
	'4294967295',
	'2147483648',
	'1e-320',
	'9007199254740993',
	'0x10',
	'1e9',
	'20000',
	'19999.999',
	''
];
/** Words that mean something to a parser. */
const WORDS = [
	'__proto__',
	'constructor',
	'prototype',
	'"',
	'{',
	'}',
	'[',
	']',
	'<',
	'>',
	'&amp;',
	'\u0000',
	'\uFEFF',
	'\n',
	' ',
	'"id":1,',
	'<g>',
	'</g>',
	'M',
	'Z',
	'a',
	'<!ENTITY x "y">',
	'\u202e',
	'\ud800'
];

/** A text with some of what goes wrong with texts: numbers beyond reason, words out of place, stretches lost, doubled or swapped. */
function mutateText(text: string, random: Random): string {
	let changed = text;
	for (let n = 1 + below(random, 4); n > 0; n--) {
		const at = below(random, changed.length + 1);
		const length = below(random, oneOf(random, [3, 30, 3000]));
		const kind = below(random, 8);
		if (kind < 3) {
			const numbers = [...changed.matchAll(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/gi)];
			if (numbers.length === 0) continue;
			const { index, 0: number } = oneOf(random, numbers);
			changed = changed.slice(0, index) + oneOf(random, EXTREMES) + changed.slice(index + number.length);
		} else if (kind === 3) changed = changed.slice(0, at) + changed.slice(at + length);
		else if (kind === 4) changed = changed.slice(0, at) + changed.slice(at, at + length) + changed.slice(at);
		else if (kind === 5)
			changed = changed.slice(0, at) + oneOf(random, WORDS).repeat(oneOf(random, [1, 1, 2, 40, 2000])) + changed.slice(at);
		else if (kind === 6) changed = changed.slice(0, at);
		else changed = changed.slice(0, at) + String.fromCharCode(below(random, 256)) + changed.slice(at + 1);
	}
	return changed;
}

/** Bytes with some of what goes wrong with binary files: flipped, lost, overwritten with counts beyond reason. */
function mutateBytes(bytes: Uint8Array, random: Random): Uint8Array<ArrayBuffer> {
	let changed = Uint8Array.from(bytes);
	for (let n = 1 + below(random, 4); n > 0 && changed.length > 8; n--) {
		// Heads hold what loaders believe: they are hit more often.
		const at = below(random, random() < 0.5 ? Math.min(200, changed.length) : changed.length);
		const kind = below(random, 4);
		if (kind === 0) changed[at] ^= 1 << below(random, 8);
		else if (kind === 1) changed = changed.slice(0, at);
		else if (at + 4 <= changed.length) {
			const view = new DataView(changed.buffer);
			if (kind === 2) view.setUint32(at, oneOf(random, [0, 1, 0xffffffff, 0x7fffffff, 0x80000000, 1e6, 0x7f800000, 0x7fc00000]), true);
			else changed = Uint8Array.from([...changed.slice(0, at), ...changed.slice(at + below(random, 60))]);
		}
	}
	return changed;
}

const utf8 = new TextEncoder();

/** Files that are right, from which wrong ones are made. */
export interface Seeds {
	plans: Plan[];
	scan: { positions: number[]; triangles: number[] };
}

/** A small scan: a box of some facets, enough to be taken for one. */
export function boxScan(): Seeds['scan'] {
	const positions: number[] = [];
	const triangles: number[] = [];
	const corner = (x: number, y: number, z: number) => positions.push(x * 3, y * 1.6 - 0.8, z * 1.4) / 3 - 1;
	const face = (at: (u: number, v: number) => [number, number, number]) => {
		const index = Array.from({ length: 25 }, (_, i) => corner(...at((i % 5) / 4, Math.floor(i / 5) / 4)));
		for (let row = 0; row < 4; row++)
			for (let column = 0; column < 4; column++) {
				const [a, b, c, d] = [0, 1, 5, 6].map((step) => index[row * 5 + column + step]);
				triangles.push(a, b, c, b, d, c);
			}
	};
	for (const end of [0, 1]) {
		face((u, v) => [end, u, v]);
		face((u, v) => [u, end, v]);
		face((u, v) => [u, v, end]);
	}
	return { positions, triangles };
}

const inTriangles = <T>({ triangles }: Seeds['scan'], make: (a: number, b: number, c: number) => T): T[] =>
	Array.from({ length: triangles.length / 3 }, (_, i) => make(triangles[3 * i], triangles[3 * i + 1], triangles[3 * i + 2]));
const corners = ({ positions }: Seeds['scan']): string[] =>
	Array.from({ length: positions.length / 3 }, (_, i) => positions.slice(3 * i, 3 * i + 3).join(' '));

function stlBytes(scan: Seeds['scan']): Uint8Array {
	const count = scan.triangles.length / 3;
	const view = new DataView(new ArrayBuffer(84 + 50 * count));
	view.setUint32(80, count, true);
	scan.triangles.forEach((corner, i) => {
		const at = 84 + 50 * Math.floor(i / 3) + 12 + 12 * (i % 3);
		for (let k = 0; k < 3; k++) view.setFloat32(at + 4 * k, scan.positions[3 * corner + k], true);
	});
	return new Uint8Array(view.buffer);
}

function plyBytes(scan: Seeds['scan']): Uint8Array {
	const [points, faces] = [scan.positions.length / 3, scan.triangles.length / 3];
	const head = utf8.encode(
		`ply\nformat binary_little_endian 1.0\nelement vertex ${points}\nproperty float x\nproperty float y\nproperty float z\nelement face ${faces}\nproperty list uchar int vertex_indices\nend_header\n`
	);
	const bytes = new Uint8Array(head.length + 12 * points + 13 * faces);
	bytes.set(head);
	const view = new DataView(bytes.buffer, head.length);
	scan.positions.forEach((value, i) => view.setFloat32(4 * i, value, true));
	scan.triangles.forEach((corner, i) => {
		const at = 12 * points + 13 * Math.floor(i / 3);
		view.setUint8(at, 3);
		view.setInt32(at + 1 + 4 * (i % 3), corner, true);
	});
	return bytes;
}

/** The scan as glTF with its numbers inside, as text and as bytes. */
function gltfOf(scan: Seeds['scan']): { json: string; glb: Uint8Array } {
	const positions = new Uint8Array(Float32Array.from(scan.positions).buffer);
	const indices = new Uint8Array(Uint32Array.from(scan.triangles).buffer);
	const data = new Uint8Array(positions.length + indices.length);
	data.set(positions);
	data.set(indices, positions.length);
	const max = [0, 1, 2].map((k) => Math.max(...scan.positions.filter((_, i) => i % 3 === k)));
	const min = [0, 1, 2].map((k) => Math.min(...scan.positions.filter((_, i) => i % 3 === k)));
	const description = (uri?: string) =>
		JSON.stringify({
			asset: { version: '2.0' },
			scene: 0,
			scenes: [{ nodes: [0] }],
			nodes: [{ children: [1], scale: [1, 1, 1] }, { mesh: 0 }],
			meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1, mode: 4 }] }],
			accessors: [
				{ bufferView: 0, componentType: 5126, count: scan.positions.length / 3, type: 'VEC3', min, max },
				{ bufferView: 1, componentType: 5125, count: scan.triangles.length, type: 'SCALAR' }
			],
			bufferViews: [
				{ buffer: 0, byteOffset: 0, byteLength: positions.length },
				{ buffer: 0, byteOffset: positions.length, byteLength: indices.length }
			],
			buffers: [{ byteLength: data.length, ...(uri ? { uri } : {}) }]
		});
	const base64 = btoa(String.fromCharCode(...data));
	const text = utf8.encode(description());
	const padded = Math.ceil(text.length / 4) * 4;
	const glb = new Uint8Array(12 + 8 + padded + 8 + data.length);
	const view = new DataView(glb.buffer);
	view.setUint32(0, 0x46546c67, true);
	view.setUint32(4, 2, true);
	view.setUint32(8, glb.length, true);
	view.setUint32(12, padded, true);
	view.setUint32(16, 0x4e4f534a, true);
	glb.fill(32, 20, 20 + padded);
	glb.set(text, 20);
	view.setUint32(20 + padded, data.length, true);
	view.setUint32(24 + padded, 0x004e4942, true);
	glb.set(data, 28 + padded);
	return { json: description(`data:application/octet-stream;base64,${base64}`), glb };
}

/** A right file of a format. */
export function soundFile(format: HostileFormat, { plans, scan }: Seeds, pick: number): string | Uint8Array {
	const plan = plans[pick % plans.length];
	const contour = plans.flatMap(({ vehicle }) => Object.values(vehicle.contours))[0];
	const template: Template = templateOf(contour, false);
	switch (format) {
		case 'plan':
			return writePlanFile(plan);
		case 'vehicle':
			return writeVehicleFile(plan.vehicle);
		case 'piece': {
			const own = plans.flatMap(({ pieces }) => Object.values(pieces)).filter(({ kind }) => kind === 'own');
			return writePieceFile(own[pick % own.length] ?? Object.values(plan.pieces)[0]);
		}
		case 'svg':
			return templateSvg(template);
		case 'dxf':
			return templateDxf(template);
		case 'obj':
			return `${corners(scan)
				.map((corner) => `v ${corner}`)
				.join('\n')}\n${inTriangles(scan, (a, b, c) => `f ${a + 1} ${b + 1} ${c + 1}`).join('\n')}\n`;
		case 'ply':
			return `ply\nformat ascii 1.0\nelement vertex ${scan.positions.length / 3}\nproperty float x\nproperty float y\nproperty float z\nelement face ${scan.triangles.length / 3}\nproperty list uchar int vertex_indices\nend_header\n${corners(scan).join('\n')}\n${inTriangles(scan, (a, b, c) => `3 ${a} ${b} ${c}`).join('\n')}\n`;
		case 'ply binary':
			return plyBytes(scan);
		case 'stl':
			return stlBytes(scan);
		case 'stl text':
			return `solid a\n${inTriangles(scan, (...t) => `facet normal 0 0 1\nouter loop\n${t.map((i) => `vertex ${scan.positions.slice(3 * i, 3 * i + 3).join(' ')}`).join('\n')}\nendloop\nendfacet`).join('\n')}\nendsolid a\n`;
		case 'glb':
			return gltfOf(scan).glb;
		case 'gltf':
			return gltfOf(scan).json;
	}
}

/** The file of a number: the same each time. */
export function hostileFile(number: number, seeds: Seeds): { format: HostileFormat; file: string | Uint8Array<ArrayBuffer> } {
	const random = randomFrom(`hostile ${number}`);
	const format = HOSTILE_FORMATS[number % HOSTILE_FORMATS.length];
	const sound = soundFile(format, seeds, below(random, 1000));
	return { format, file: typeof sound === 'string' ? mutateText(sound, random) : mutateBytes(sound, random) };
}

/** Where a value holds a number that is none, if anywhere. */
export function notANumberIn(value: unknown, path = ''): string | undefined {
	if (typeof value === 'number') return Number.isNaN(value) ? path : undefined;
	// A name, and what a sentence quotes, is what the file says, not what came out of it.
	if (typeof value === 'string' && !path.endsWith('.name'))
		return /\bNaN\b|\bundefined\b|\[object /.test(value.replace(/“[^”]*”/g, '')) ? `${path}: ${value}` : undefined;
	if (typeof value !== 'object' || value === null) return undefined;
	for (const [key, inner] of Object.entries(value)) {
		const found = notANumberIn(inner, `${path}.${key}`);
		if (found) return found;
	}
	return undefined;
}

/** What opening a file came to. */
export type Outcome = 'refused' | 'read';

/** A sentence that a builder can read: not empty, not a stack, not longer than a few lines. */
function checkSentence(text: string): void {
	if (text.trim() === '' || text.length > 2000 || /\n\s+at /.test(text)) throw new Error(`This is no sentence: ${text.slice(0, 300)}`);
}

/**
 * Opens a file as the application does, and does with it what comes next.
 *
 * @param deep whether a plan that reads is also worked out, which takes a hundred times as long
 * @throws Error when something is wrong with how it was taken
 */
export async function open(format: HostileFormat, file: string | Uint8Array<ArrayBuffer>, deep: boolean, solver: Highs): Promise<Outcome> {
	const text = typeof file === 'string' ? file : '';
	const bytes = (typeof file === 'string' ? utf8.encode(file) : file).buffer;
	switch (format) {
		case 'plan':
			return openPlan(text, deep, solver);
		case 'vehicle': {
			const read = readVehicleFile(text);
			if (!read.ok) read.faults.forEach(checkSentence);
			return read.ok ? 'read' : 'refused';
		}
		case 'piece': {
			const read = readPieceFile(text);
			if (!read.ok) {
				read.faults.forEach(checkSentence);
				return 'refused';
			}
			const plan = starterPlan('Hostile', 'small van');
			const { edits } = addPiece(plan, read.piece);
			const built = readPlanValue(applyEdits(plan, edits));
			if (!built.ok) built.faults.forEach(checkSentence);
			else {
				const wrong = notANumberIn(assemblyOf(read.piece, built.plan));
				if (wrong) throw new Error(`piece: ${wrong} is no number`);
			}
			return built.ok ? 'read' : 'refused';
		}
		case 'svg':
		case 'dxf': {
			const read = format === 'svg' ? readSvg(text) : readDxf(text);
			if (!read.ok) {
				checkSentence(read.error);
				return 'refused';
			}
			const line = longestLine(read.lines);
			const wall = wallFromTracing(line.points, line.closed, { start: 0, batten: 800, reversed: false });
			if (!wall.ok) checkSentence(wall.error);
			const wrong = notANumberIn(wall);
			if (wrong) throw new Error(`${format}: ${wrong} is no number`);
			return wall.ok ? 'read' : 'refused';
		}
		default:
			return openScan(`scan.${format.split(' ')[0]}`, bytes);
	}
}

async function openScan(name: string, bytes: ArrayBuffer): Promise<Outcome> {
	const read = await readScan(name, bytes);
	if (!read.ok) {
		checkSentence(read.error);
		return 'refused';
	}
	try {
		const level = aligned(read.mesh, {
			rear: { x: 0, y: 0, z: 0 },
			front: { x: 2, y: 0, z: 0 },
			left: { x: 1, y: 0.4, z: 0 },
			distance: 2000
		});
		const wrong = notANumberIn(sliceScan(level, 3));
		if (wrong) throw new Error(`${name}: ${wrong} is no number`);
	} catch (error) {
		if (!(error instanceof RangeError)) throw error;
		checkSentence(error.message);
	}
	return 'read';
}

function openPlan(text: string, deep: boolean, solver: Highs): Outcome {
	const read = readPlanFile(text);
	if (!read.ok) {
		read.faults.forEach(checkSentence);
		return 'refused';
	}
	if (!deep) return 'read';
	const { plan } = read;
	const cut = cuttingPlan(plan, solver);
	const wrong =
		notANumberIn(findingsOf(plan), 'findings') ??
		notANumberIn(cut, 'cuts') ??
		notANumberIn(partsCsv(cut, plan.stock), 'parts') ??
		notANumberIn(sheetsSvg(cut, plan.stock.trim), 'sheets');
	if (wrong) throw new Error(`plan: ${wrong} is no number`);
	return 'read';
}
