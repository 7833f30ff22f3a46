import { WebIO, type Node as GltfNode } from '@gltf-transform/core';
import type { BufferGeometry, Group, Mesh as ThreeMesh } from 'three';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { PLYLoader } from 'three/examples/jsm/loaders/PLYLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import type { Mesh } from '../solid';
import { faultOfGltf, faultOfObj, faultOfPly, faultOfStl } from './screen';

/** Endings of the files that are read. */
export const SCAN_FORMATS = ['obj', 'ply', 'stl', 'glb', 'gltf'] as const;
/** More triangles than this are refused: halve the scan in the program that made it. */
export const LARGEST_SCAN = 3_000_000;
/** Fewer than this are no interior. */
const SMALLEST_SCAN = 12;

/** A reason that a loader gives may quote half the file; characters. */
const LONGEST_REASON = 300;

/** A mesh from a file, in whatever scale and pose it was scanned, or a sentence that says what is wrong with the file. */
export type ScanRead = { ok: true; mesh: Mesh } | { ok: false; error: string };

/** Reads a scan of an interior by the ending of its file name. */
export async function readScan(name: string, bytes: ArrayBuffer): Promise<ScanRead> {
	const ending = name.toLowerCase().split('.').pop() ?? '';
	if (!(SCAN_FORMATS as readonly string[]).includes(ending))
		return { ok: false, error: `“${name}” is not a mesh that is read here: ${SCAN_FORMATS.join(', ')}.` };
	const unfit = faultBefore(ending as (typeof SCAN_FORMATS)[number], bytes);
	const cannot = (why: string) => ({
		ok: false as const,
		error: `“${name}” cannot be read as ${ending.toUpperCase()}: ${why.slice(0, LONGEST_REASON)}`
	});
	if (unfit) return cannot(unfit);
	let mesh: Mesh;
	try {
		mesh = await meshFrom(ending as (typeof SCAN_FORMATS)[number], bytes);
	} catch (error) {
		// A loader that reads beyond the end.
		if (error instanceof RangeError) return cannot('it holds less than it says. It may be cut off.');
		return cannot((error as Error).message);
	}
	const fault = faultOf(mesh);
	return fault ? { ok: false, error: `“${name}”: ${fault}` } : { ok: true, mesh };
}

/** What makes a mesh useless, if anything. */
export function faultOf({ positions, triangles }: Mesh): string | undefined {
	const count = triangles.length / 3;
	if (positions.length === 0) return 'there is no point in it.';
	if (count < SMALLEST_SCAN) return `only ${count} triangles: a scan of an interior has thousands. Points without faces are not enough.`;
	if (count > LARGEST_SCAN)
		return `${Math.round(count / 1e6)} million triangles are too many; ${LARGEST_SCAN / 1e6} million are read. Reduce it first.`;
	const corners = positions.length / 3;
	for (let i = 0; i < triangles.length; i++) if (triangles[i] >= corners) return 'a face names a corner that is not there.';
	for (let i = 0; i < positions.length; i++) if (!Number.isFinite(positions[i])) return 'a corner has a coordinate that is not a number.';
	return undefined;
}

function faultBefore(ending: (typeof SCAN_FORMATS)[number], bytes: ArrayBuffer): string | undefined {
	switch (ending) {
		case 'obj':
			return faultOfObj(bytes);
		case 'ply':
			return faultOfPly(bytes);
		case 'stl':
			return faultOfStl(bytes);
		default:
			return faultOfGltf(ending, bytes);
	}
}

async function meshFrom(ending: (typeof SCAN_FORMATS)[number], bytes: ArrayBuffer): Promise<Mesh> {
	switch (ending) {
		case 'obj':
			return joined(geometriesIn(new OBJLoader().parse(new TextDecoder().decode(bytes))));
		case 'ply':
			return joined([new PLYLoader().parse(bytes)]);
		case 'stl':
			return joined([new STLLoader().parse(bytes)]);
		default:
			return fromGltf(ending, bytes);
	}
}

function geometriesIn(group: Group): BufferGeometry[] {
	const found: BufferGeometry[] = [];
	group.traverse((object) => {
		if ((object as ThreeMesh).isMesh) found.push((object as ThreeMesh).geometry);
	});
	return found;
}

/** Some geometries as one mesh. */
function joined(geometries: BufferGeometry[]): Mesh {
	const positions: number[] = [];
	const triangles: number[] = [];
	for (const geometry of geometries) {
		const from = positions.length / 3;
		const { position } = geometry.attributes;
		if (!position) continue;
		for (let i = 0; i < position.count; i++) positions.push(position.getX(i), position.getY(i), position.getZ(i));
		if (geometry.index) for (let i = 0; i < geometry.index.count; i++) triangles.push(from + geometry.index.getX(i));
		else for (let i = 0; i < position.count - 2; i++) if (i % 3 === 0) triangles.push(from + i, from + i + 1, from + i + 2);
	}
	return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

async function fromGltf(ending: 'glb' | 'gltf', bytes: ArrayBuffer): Promise<Mesh> {
	const io = new WebIO();
	const document =
		ending === 'glb'
			? await io.readBinary(new Uint8Array(bytes))
			: await io.readJSON({ json: JSON.parse(new TextDecoder().decode(bytes)), resources: {} });
	const positions: number[] = [];
	const triangles: number[] = [];
	const take = (node: GltfNode) => {
		const m = node.getWorldMatrix();
		for (const primitive of node.getMesh()?.listPrimitives() ?? []) {
			const position = primitive.getAttribute('POSITION');
			// Mode 4 is a list of triangles; strips and points are not what scanners write.
			if (!position || primitive.getMode() !== 4) continue;
			const from = positions.length / 3;
			const p = [0, 0, 0];
			for (let i = 0; i < position.getCount(); i++) {
				position.getElement(i, p);
				for (let row = 0; row < 3; row++) positions.push(m[row] * p[0] + m[4 + row] * p[1] + m[8 + row] * p[2] + m[12 + row]);
			}
			const indices = primitive.getIndices();
			const count = indices ? indices.getCount() : position.getCount();
			for (let i = 0; i < count; i++) triangles.push(from + (indices ? indices.getScalar(i) : i));
		}
		for (const child of node.listChildren()) take(child);
	};
	const scene = document.getRoot().getDefaultScene() ?? document.getRoot().listScenes()[0];
	for (const node of scene?.listChildren() ?? []) take(node);
	return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}
