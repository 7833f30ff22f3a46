import type { Manifold } from 'manifold-3d';
import { openingsOf, zonesOf } from '../interior';
import type { Scene } from '../modes';
import type { Vehicle } from '../plan/vehicle';
import { boxSolid } from './free-space';
import type { Kernel } from './grid';
import { padSolid, partSolid, seatSolids } from './things';

/** A mesh ready to be shown: three numbers for each corner, three corners for each triangle. */
export interface Mesh {
	positions: Float32Array;
	triangles: Uint32Array;
}

/** One thing of the three-dimensional view. */
export interface ModelThing {
	of: string;
	kind: 'room' | 'board' | 'bar' | 'pad' | 'back' | 'seat' | 'gear' | 'zone' | 'fixture';
	title: string;
	mesh: Mesh;
}

/** A closed line in space. */
export interface ModelLine {
	of: string;
	title: string;
	points: Float32Array;
}

/** Everything of one mode as meshes, from the same scene as the drawings. */
export interface Model {
	things: ModelThing[];
	/** Door openings. */
	lines: ModelLine[];
}

/** The mesh of a solid. */
export function meshOf(solid: Manifold): Mesh {
	const { vertProperties, triVerts, numProp } = solid.getMesh();
	if (numProp === 3) return { positions: Float32Array.from(vertProperties), triangles: Uint32Array.from(triVerts) };
	const corners = vertProperties.length / numProp;
	const positions = new Float32Array(corners * 3);
	for (let i = 0; i < corners; i++) positions.set(vertProperties.subarray(i * numProp, i * numProp + 3), i * 3);
	return { positions, triangles: Uint32Array.from(triVerts) };
}

/** Whatever of a scene may move, as meshes: seats, pieces with their pads, things that lie about. */
export function movableThings(kernel: Kernel, scene: Scene): ModelThing[] {
	const things: ModelThing[] = [];
	const add = (of: string, kind: ModelThing['kind'], title: string, solid: Manifold) => {
		things.push({ of, kind, title, mesh: meshOf(solid) });
		solid.delete();
	};
	for (const seat of scene.seats) for (const solid of seatSolids(kernel, seat)) add(seat.id, 'seat', seat.name, solid);
	for (const { id, name, solid } of scene.things) add(id, 'gear', name, boxSolid(kernel, solid.box));
	for (const piece of scene.pieces) {
		for (const part of piece.parts) add(piece.id, part.part.form, `${piece.name}: ${part.part.name}`, partSolid(kernel, part));
		for (const pad of piece.pads)
			add(piece.id, pad.role === 'back' ? 'back' : 'pad', `${piece.name}: ${pad.pad.name}`, padSolid(kernel, pad));
	}
	return things;
}

/** The model of a scene; `free` is the free space of its interior. */
export function sceneModel(kernel: Kernel, vehicle: Vehicle, scene: Scene, free: Manifold): Model {
	const things: ModelThing[] = [{ of: 'vehicle', kind: 'room', title: 'Interior', mesh: meshOf(free) }];
	const add = (of: string, kind: ModelThing['kind'], title: string, solid: Manifold) => {
		things.push({ of, kind, title, mesh: meshOf(solid) });
		solid.delete();
	};
	for (const { id, zone, box } of zonesOf(vehicle)) add(id, 'zone', `${zone.name}: keep clear`, boxSolid(kernel, box));
	for (const { id, name, box } of scene.interior.fixtures) add(id, 'fixture', name, boxSolid(kernel, box));
	things.push(...movableThings(kernel, scene));
	const lines = openingsOf(vehicle, scene.interior).map(({ id, opening, points }): ModelLine => ({
		of: id,
		title: opening.name,
		points: Float32Array.from(points.flatMap(({ x, y, z }) => [x, y, z]))
	}));
	return { things, lines };
}
