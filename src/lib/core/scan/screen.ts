/**
 * What is looked at in a scan before a loader touches it: loaders believe the counts that a file states, and make room for them.
 * Each function gives a sentence when the file cannot be what it says, else nothing.
 */

/** Bytes in a triangle of a binary STL file, and in the head before them. */
const STL = { head: 84, triangle: 50 };

/** Whether an STL file is as long as its count of triangles. */
export function faultOfStl(bytes: ArrayBuffer): string | undefined {
	if (bytes.byteLength < 15) return 'the file is cut off.';
	const text = /^\s*solid\b/.test(new TextDecoder('latin1').decode(bytes.slice(0, 80)));
	if (bytes.byteLength < STL.head) return text ? undefined : 'the file is cut off.';
	const stated = new DataView(bytes).getUint32(80, true);
	const there = Math.floor((bytes.byteLength - STL.head) / STL.triangle);
	// Binary files begin with that word as well; only those are exactly as long as their count.
	if (text && STL.head + stated * STL.triangle !== bytes.byteLength) return undefined;
	return stated > there ? `it says that it has ${stated} triangles, but there are at most ${there}. It may be cut off.` : undefined;
}

const PLY_BYTES: Record<string, number> = {
	char: 1,
	uchar: 1,
	int8: 1,
	uint8: 1,
	short: 2,
	ushort: 2,
	int16: 2,
	uint16: 2,
	int: 4,
	uint: 4,
	int32: 4,
	uint32: 4,
	float: 4,
	float32: 4,
	double: 8,
	float64: 8
};

interface PlyElement {
	name: string;
	count: number;
	/** Fewest bytes of one entry in binary form. */
	least: number;
	lists: number;
	properties: number;
}

/** Whether a PLY file has faces, and as many entries as it states. */
export function faultOfPly(bytes: ArrayBuffer): string | undefined {
	const text = new TextDecoder('latin1').decode(bytes.slice(0, 65_536));
	const end = /end_header\r?\n/.exec(text);
	if (!/^ply\s/.test(text) || !end) return 'it has no head that a PLY file begins with.';
	const head = text.slice(0, end.index);
	const elements: PlyElement[] = [];
	for (const line of head.split(/\r?\n/)) {
		const [word, ...rest] = line.trim().split(/\s+/);
		const element = elements[elements.length - 1];
		if (word === 'element') elements.push({ name: rest[0], count: Number(rest[1]), least: 0, lists: 0, properties: 0 });
		if (word !== 'property' || !element) continue;
		const size = PLY_BYTES[rest[0] === 'list' ? rest[1] : rest[0]];
		if (!size || (rest[0] === 'list' && !PLY_BYTES[rest[2]])) return `its head names a kind of number that there is not: ${line.trim()}.`;
		element.least += size;
		element.properties++;
		if (rest[0] === 'list') element.lists++;
	}
	const wrong = elements.find(({ count, properties }) => !Number.isSafeInteger(count) || count < 0 || (count > 0 && properties === 0));
	if (wrong) return `its head does not say how many entries “${wrong.name}” has.`;
	if (!elements.some(({ name, count }) => name === 'face' && count > 0))
		return 'it holds points, but no faces. Make a mesh of the points first, in the program that scanned them.';
	const binary = /format\s+binary/.test(head);
	const rest = bytes.byteLength - end.index - end[0].length;
	// In text each number takes a figure and a space at least.
	const least = elements.reduce((sum, { count, least, properties }) => sum + count * (binary ? least : 2 * properties - 1), 0);
	if (least > rest + 1) return 'it says that it has more entries than there is room for in it. It may be cut off.';
	return binary ? undefined : faultOfPlyLists(new TextDecoder().decode(bytes.slice(end.index + end[0].length)), elements);
}

/** Whether the lists of a PLY file in text are as long as they say. */
function faultOfPlyLists(body: string, elements: readonly PlyElement[]): string | undefined {
	const rows = body.split(/\r?\n/).filter((line) => line.trim() !== '');
	let at = 0;
	for (const { count, lists, properties, name } of elements) {
		if (at + count > rows.length) return `it ends in the middle of “${name}”.`;
		const end = at + count;
		for (; at < end; at++) {
			if (lists !== 1 || properties !== 1) continue;
			const words = rows[at].trim().split(/\s+/);
			if (Number(words[0]) !== words.length - 1)
				return `an entry of “${name}” says that it has ${words[0]} numbers, but has ${words.length - 1}.`;
		}
	}
	return undefined;
}

/** Nodes of a glTF scene deeper than this, or more of them, are no scan. */
const DEEPEST = 64;
const MOST_NODES = 20_000;
/** Bytes in a number of an accessor, and numbers in an element (glTF 2.0, 3.6.2.2). */
const COMPONENT: Record<number, number> = { 5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4 };
const NUMBERS: Record<string, number> = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4, MAT2: 4, MAT3: 9, MAT4: 16 };

interface GltfJson {
	accessors?: { count?: unknown; componentType?: number; type?: string; bufferView?: number }[];
	bufferViews?: { byteLength?: number }[];
	nodes?: { children?: unknown }[];
	buffers?: { uri?: unknown; byteLength?: unknown }[];
}

/** The JSON of a glTF file; for the binary form its first chunk. */
function gltfJson(ending: 'glb' | 'gltf', bytes: ArrayBuffer): GltfJson | string {
	let text: string;
	if (ending === 'gltf') text = new TextDecoder().decode(bytes);
	else {
		if (bytes.byteLength < 20) return 'the file is cut off.';
		const view = new DataView(bytes);
		if (view.getUint32(0, true) !== 0x46546c67) return 'it does not begin as a GLB file does.';
		if (view.getUint32(8, true) > bytes.byteLength) return 'it is shorter than it says. It may be cut off.';
		const length = view.getUint32(12, true);
		if (20 + length > bytes.byteLength) return 'it is shorter than it says. It may be cut off.';
		text = new TextDecoder().decode(bytes.slice(20, 20 + length));
	}
	try {
		const json: unknown = JSON.parse(text);
		return typeof json === 'object' && json !== null ? (json as GltfJson) : 'its description is no object.';
	} catch {
		return 'its description is not JSON.';
	}
}

/** Whether a glTF file has room for what it states, and nodes that form a tree. */
export function faultOfGltf(ending: 'glb' | 'gltf', bytes: ArrayBuffer): string | undefined {
	const json = gltfJson(ending, bytes);
	if (typeof json === 'string') return json;
	const lists = [json.accessors, json.bufferViews, json.nodes, json.buffers];
	if (
		lists.some((list) => list !== undefined && (!Array.isArray(list) || list.some((entry) => typeof entry !== 'object' || entry === null)))
	)
		return 'its description is not what glTF asks for.';
	if (json.buffers?.some(({ uri }) => uri !== undefined && !String(uri).startsWith('data:')))
		return 'its numbers are in another file beside it. Save it as one file (GLB).';
	for (const { count, componentType = 0, type = '', bufferView } of json.accessors ?? []) {
		const needs = Number(count) * (COMPONENT[componentType] ?? 0) * (NUMBERS[type] ?? 0);
		const room = bufferView === undefined ? bytes.byteLength : (json.bufferViews?.[bufferView]?.byteLength ?? 0);
		if (!Number.isSafeInteger(count) || (count as number) < 0 || !(needs <= room) || needs > bytes.byteLength)
			return 'it states more numbers than there are in it.';
	}
	return faultOfNodes(json.nodes ?? []);
}

function faultOfNodes(nodes: NonNullable<GltfJson['nodes']>): string | undefined {
	if (nodes.length > MOST_NODES) return `it has ${nodes.length} nodes; a scan has a handful.`;
	const parent = new Map<number, number>();
	for (const [i, { children }] of nodes.entries()) {
		if (children === undefined) continue;
		if (!Array.isArray(children)) return 'its description is not what glTF asks for.';
		for (const child of children as unknown[]) {
			if (typeof child !== 'number' || !nodes[child] || parent.has(child)) return 'its nodes do not form a tree.';
			parent.set(child, i);
		}
	}
	for (let i = 0; i < nodes.length; i++) {
		let depth = 0;
		for (let at: number | undefined = i; at !== undefined; at = parent.get(at))
			if (++depth > DEEPEST) return `its nodes are nested deeper than ${DEEPEST} levels, or in a circle.`;
	}
	return undefined;
}

/** Longest line of an OBJ file that is read, characters; a face has a handful of corners. */
const LONGEST_LINE = 100_000;

/** Whether an OBJ file is text in lines. */
export function faultOfObj(bytes: ArrayBuffer): string | undefined {
	const view = new Uint8Array(bytes);
	let from = 0;
	for (let i = 0; i < view.length; i++) {
		if (view[i] === 0) return 'it is not text.';
		if (view[i] === 10) from = i + 1;
		else if (i - from > LONGEST_LINE) return 'it has a line that no scanner writes.';
	}
	return undefined;
}
