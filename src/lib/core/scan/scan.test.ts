import { Document, WebIO } from '@gltf-transform/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { buildInterior, ceilingAt, halfWidth, rearAt } from '../interior';
import { BODY_STYLES, starterVehicle, vehicleSchema } from '../plan';
import type { Kernel, Mesh } from '../solid';
import { kernel } from '../testing/kernel';
import { objFile, syntheticScan } from '../testing/scan';
import { aligned, deviation, faultOf, readScan, sliceScan, withSlices } from '.';

let geometry: Kernel;
beforeAll(async () => {
	geometry = await kernel();
});

describe('a scan with noise and holes, in metres and lying askew', () => {
	it.each(BODY_STYLES)('gives the sections of a %s within 5 mm of the truth', (style) => {
		const truth = starterVehicle(style, 'Truth');
		const interior = buildInterior(truth);
		const { mesh, points } = syntheticScan(geometry, interior, { noise: 2, holes: 10, hole: 110, seed: style });
		const level = aligned(mesh, points);
		const slices = sliceScan(level);
		const measured: [what: string, off: number][] = [];
		for (const station of Object.values(slices.stations)) {
			for (const { z, left, right } of Object.values(station.widths))
				for (const [side, reading] of [
					['left', left],
					['right', right!]
				] as const)
					if (reading.status === 'measured')
						measured.push([`${side} ${station.x}/${z}`, reading.mm - halfWidth(interior, side, station.x, z)]);
			for (const { y, z } of Object.values(station.ceiling).filter((reading) => reading.z.status === 'measured'))
				measured.push([`ceiling ${station.x}/${y}`, z.mm - ceilingAt(interior, station.x, y)]);
		}
		for (const { z, x } of Object.values(slices.profile)) measured.push([`rear ${z}`, x.mm - rearAt(interior, z)]);
		measured.push(['length', slices.length.mm - truth.length.mm]);
		expect(measured.length).toBeGreaterThan(30);
		expect(measured.filter(([, off]) => Math.abs(off) > 5)).toEqual([]);
		// Few readings had to be made up, and the arches stand where they stand.
		expect(slices.holes).toBeLessThan(8);
		const { arches } = truth;
		for (const arch of Object.values(slices.arches)) {
			expect(Math.abs(arch.height.mm - arches.arches.height.mm)).toBeLessThan(10);
			expect(Math.abs(arch.inner.mm - arches.arches.inner.mm)).toBeLessThan(10);
			expect(Math.abs(arch.start.mm - arches.arches.start.mm)).toBeLessThan(25);
			expect(Math.abs(arch.floorLength.mm - arches.arches.floorLength.mm)).toBeLessThan(40);
		}
		expect(Object.keys(slices.arches)).toHaveLength(2);
		const found = withSlices(truth, slices);
		expect(vehicleSchema.safeParse(found).success).toBe(true);
		// What is shown beside the result tells a good one from a bad one.
		const good = deviation(level, found);
		const bad = deviation(level, { ...found, length: { ...found.length, mm: found.length.mm - 300 } });
		expect(good.typical).toBeLessThan(16);
		expect(bad.typical).toBeGreaterThan(good.typical + 2);
	});
});

const tetra = (n: number): Mesh => ({
	positions: Float32Array.from({ length: 3 * n }, (_, i) => Math.sin(i * 1.7) * 500),
	triangles: Uint32Array.from({ length: 3 * n }, (_, i) => (i * 7) % n)
});

describe('files of scans', () => {
	const { positions, triangles } = tetra(40);
	const bytes = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;
	const stl = () => {
		const corner = (i: number) => `vertex ${positions[i * 3]} ${positions[i * 3 + 1]} ${positions[i * 3 + 2]}`;
		const facets = Array.from(
			{ length: triangles.length / 3 },
			(_, t) => `facet normal 0 0 1\nouter loop\n${[0, 1, 2].map((k) => corner(triangles[t * 3 + k])).join('\n')}\nendloop\nendfacet`
		);
		return `solid x\n${facets.join('\n')}\nendsolid x\n`;
	};
	const ply = () =>
		`ply\nformat ascii 1.0\nelement vertex 40\nproperty float x\nproperty float y\nproperty float z\nelement face 40\nproperty list uchar int vertex_indices\nend_header\n${Array.from({ length: 40 }, (_, i) => positions.slice(i * 3, i * 3 + 3).join(' ')).join('\n')}\n${Array.from({ length: 40 }, (_, t) => `3 ${triangles.slice(t * 3, t * 3 + 3).join(' ')}`).join('\n')}\n`;
	const glb = async () => {
		const document = new Document();
		const buffer = document.createBuffer();
		const accessor = (type: 'VEC3' | 'SCALAR', array: Float32Array | Uint32Array) =>
			document
				.createAccessor()
				.setType(type)
				.setArray(array as Float32Array<ArrayBuffer>)
				.setBuffer(buffer);
		const primitive = document
			.createPrimitive()
			.setAttribute('POSITION', accessor('VEC3', positions))
			.setIndices(accessor('SCALAR', triangles));
		const node = document.createNode().setMesh(document.createMesh().addPrimitive(primitive)).setTranslation([1000, 0, 0]);
		document.createScene().addChild(node);
		return (await new WebIO().writeBinary(document)).buffer as ArrayBuffer;
	};
	const extent = (mesh: Mesh, axis: number) => {
		const values = Array.from(mesh.triangles, (i) => mesh.positions[i * 3 + axis]);
		return [Math.min(...values), Math.max(...values)];
	};
	it('are read as OBJ, PLY, STL and glTF, with the places of its nodes', async () => {
		const expected = [0, 1, 2].map((axis) => extent({ positions, triangles }, axis));
		for (const [name, content] of [
			['a.obj', bytes(objFile({ positions, triangles }))],
			['a.PLY', bytes(ply())],
			['a.stl', bytes(stl())],
			['a.glb', await glb()]
		] as const) {
			const read = await readScan(name, content);
			if (!read.ok) throw new Error(read.error);
			expect(read.mesh.triangles.length, name).toBe(120);
			const shift = name.endsWith('glb') ? 1000 : 0;
			for (const axis of [0, 1, 2])
				extent(read.mesh, axis).forEach((value, k) => expect(value, name).toBeCloseTo(expected[axis][k] + (axis === 0 ? shift : 0), 2));
		}
	});
	it.each([
		['a.docx', 'x', /not a mesh that is read here/],
		['a.obj', 'v 0 0 0\nv 1 0 0\n', /Points without faces|no point/],
		['a.ply', 'ply\nnonsense', /cannot be read|no point|triangles/],
		['a.glb', 'not binary', /cannot be read as GLB/],
		['a.gltf', '{"asset":{"version":"2.0"}', /cannot be read as GLTF/]
	])('are refused with a reason: %s', async (name, content, words) => {
		const read = await readScan(name, bytes(content));
		expect(read.ok).toBe(false);
		if (!read.ok) expect(read.error).toMatch(words);
	});
	it('with broken meshes are told apart', () => {
		const mesh = tetra(40);
		expect(faultOf(mesh)).toBeUndefined();
		expect(faultOf({ ...mesh, triangles: Uint32Array.from([...mesh.triangles.slice(0, -1), 9999]) })).toMatch(/corner that is not there/);
		expect(faultOf({ ...mesh, positions: Float32Array.from([...mesh.positions.slice(0, -1), NaN]) })).toMatch(/not a number/);
	});
});

describe('wrong clicks', () => {
	const at = (x: number, y: number, z: number) => ({ x, y, z });
	it('are told before anything is sliced', () => {
		const mesh = tetra(40);
		const points = { rear: at(0, 0, 0), front: at(0, 0, 0), left: at(0, 1, 0), distance: 1000 };
		expect(() => aligned(mesh, points)).toThrow(/same place/);
		expect(() => aligned(mesh, { ...points, front: at(1, 0, 0), left: at(0.5, 0.001, 0) })).toThrow(/nearly in a line/);
	});
	it('and meshes that are no interior end in a sentence', () => {
		expect(() => sliceScan(tetra(40))).toThrow(/met/);
		const interior = buildInterior(starterVehicle('small hatchback', 'x'));
		const { mesh, points } = syntheticScan(geometry, interior, { noise: 0, holes: 0, hole: 0, seed: 'x' });
		// Left taken for right turns the vehicle upside down.
		const { left, rear } = points;
		const mirrored = at(2 * rear.x - left.x, 2 * rear.y - left.y, 2 * rear.z - left.z);
		expect(() => sliceScan(aligned(mesh, { ...points, left: mirrored }))).toThrow(/third point to the left|three points/);
	});
});
