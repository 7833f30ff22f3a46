import type { Manifold } from 'manifold-3d';
import { openingsOf, zonesOf } from '../interior';
import type { Scene } from '../modes';
import { bodyOf, figureOf, type Posed } from '../people';
import type { Vehicle } from '../plan/vehicle';
import { bodySolid } from './bodies';
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
	kind: 'room' | 'board' | 'bar' | 'cloth' | 'bought' | 'pad' | 'back' | 'seat' | 'gear' | 'zone' | 'fixture' | 'body';
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

/** A solid as a thing to be shown; the kernel's memory of it is let go. */
function thingOf(of: string, kind: ModelThing['kind'], title: string, solid: Manifold): ModelThing {
	const mesh = meshOf(solid);
	solid.delete();
	return { of, kind, title, mesh };
}

/** Whatever of a scene may move, as meshes: seats, pieces with their pads, things that lie about. */
export const movableThings = (kernel: Kernel, { seats, things, pieces }: Scene): ModelThing[] => [
	...seats.flatMap((seat) => seatSolids(kernel, seat).map((solid) => thingOf(seat.id, 'seat', seat.name, solid))),
	...things.map(({ id, name, solid }) => thingOf(id, 'gear', name, boxSolid(kernel, solid.box))),
	...pieces.flatMap(({ id, name, parts, pads }) => [
		...parts.map((placed) => thingOf(id, placed.part.form, `${name}: ${placed.part.name}`, partSolid(kernel, placed))),
		...pads.map((placed) => thingOf(id, placed.role === 'back' ? 'back' : 'pad', `${name}: ${placed.pad.name}`, padSolid(kernel, placed)))
	])
];

/**
 * The model of a scene; `free` is the free space of its interior, which stays the caller's.
 *
 * @param posed whoever is shown in it.
 */
export function sceneModel(kernel: Kernel, vehicle: Vehicle, scene: Scene, free: Manifold, posed: readonly Posed[] = []): Model {
	const things: ModelThing[] = [
		{ of: 'vehicle', kind: 'room', title: 'Interior', mesh: meshOf(free) },
		...zonesOf(vehicle).map(({ id, zone, box }) => thingOf(id, 'zone', `${zone.name}: keep clear`, boxSolid(kernel, box))),
		...scene.interior.fixtures.map(({ id, name, box }) => thingOf(id, 'fixture', name, boxSolid(kernel, box))),
		...movableThings(kernel, scene),
		...posed.map(({ id, person, pose, title }) =>
			thingOf(id, 'body', `${person.name}, ${title}`, bodySolid(kernel, figureOf(bodyOf(person), pose.posture, pose.placement)))
		)
	];
	const lines = openingsOf(vehicle, scene.interior).map(({ id, opening, points }): ModelLine => ({
		of: id,
		title: opening.name,
		points: Float32Array.from(points.flatMap(({ x, y, z }) => [x, y, z]))
	}));
	return { things, lines };
}
