import { describe, expect, it } from 'vitest';
import { bodiesOf, boxOfPart, connectionsOf, driversOf, type Connection } from '../connections';
import { assemblyOf } from '../derive';
import { contains } from '../geometry/polygon';
import { vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import { boardIn } from '../pieces/making';
import { STARTING_STOCK } from '../plan';
import { builtExamples } from '../testing/examples';
import { joiningOrder } from './joining';

/** Whether a point lies well inside a part: by its own axes, worked out here anew. */
function isIn({ pose, outline, thickness, cutOuts = [] }: Part, p: Vec3): boolean {
	const [a, b, c] = pose.rotation;
	const [x, y, z] = [p.x - pose.shift.x, p.y - pose.shift.y, p.z - pose.shift.z];
	const own = vec3(a.x * x + b.x * y + c.x * z, a.y * x + b.y * y + c.y * z, a.z * x + b.z * y + c.z * z);
	const at = vec2(own.x, own.y);
	return own.z > 1 && own.z < thickness - 1 && contains(outline, at) && !cutOuts.some((opening) => contains(opening.outline, at));
}

/** The parts that a straight line of 110 mm behind any head meets, millimetre by millimetre. */
const blockers = ({ from, into, fasteners }: Connection, parts: readonly Part[]): Part[] =>
	parts.filter(
		(part) =>
			part.id !== from &&
			part.id !== into &&
			!part.yields &&
			fasteners.some((one) =>
				driversOf(one).some(({ from: at, towards: t }) =>
					Array.from({ length: 106 }, (_, i) => i + 5).some((far) => isIn(part, vec3(at.x + far * t.x, at.y + far * t.y, at.z + far * t.z)))
				)
			)
	);

const whole = (parts: Part[]): Assembly =>
	({ links: [{ id: 'body', joint: { type: 'fixed' } }], parts, supports: [] }) as unknown as Assembly;
const board = (id: string, x: [number, number], y: [number, number], z: [number, number], normal: 'x' | 'y' | 'z') =>
	boardIn(id, id, 'ply-15', 'body', { x, y, z }, normal);

describe('putting a body together', () => {
	it.each(builtExamples)('%s: nothing that is there stands before a driver, whatever is not told', (_, plan) => {
		for (const piece of Object.values(plan.pieces)) {
			const assembly = assemblyOf(piece, plan);
			const connections = connectionsOf(assembly, plan.stock, piece.joined);
			for (const parts of bodiesOf(assembly)) {
				const ids = new Set(parts.map(({ id }) => id));
				const own = connections.filter(({ from, into }) => ids.has(from) && ids.has(into));
				const { sequence, unreached } = joiningOrder(
					parts.map((part) => ({ part, box: boxOfPart(part) })),
					own
				);
				expect(sequence.map(({ part }) => part.id).toSorted()).toEqual([...ids].toSorted());
				const there: Part[] = [];
				const made: Connection[] = [];
				for (const { part, connections: now } of sequence) {
					there.push(part);
					for (const connection of now) {
						for (const end of [connection.from, connection.into]) expect(there.some(({ id }) => id === end)).toBe(true);
						const inTheWay = blockers(connection, there);
						if (inTheWay.length > 0) expect(unreached.map((one) => one.connection)).toContain(connection);
						made.push(connection);
					}
				}
				expect(made).toHaveLength(own.filter(({ way }) => way !== 'nothing').length);
			}
		}
	});

	it('two shelves at one height on both sides of an upright cannot both be screwed through it', () => {
		const parts = [
			board('upright', [500, 515], [0, 300], [0, 600], 'x'),
			board('left', [0, 500], [0, 300], [300, 315], 'z'),
			board('right', [515, 1000], [0, 300], [300, 315], 'z')
		];
		const connections = connectionsOf(whole(parts), STARTING_STOCK);
		const boxed = parts.map((part) => ({ part, box: boxOfPart(part) }));
		expect(joiningOrder(boxed, connections).unreached).toHaveLength(1);
		// One of them dowelled, and the order is told by the other: it is screwed before the dowelled one comes.
		const mixed = connectionsOf(whole(parts), STARTING_STOCK, { 'left+upright': 'dowels and glue' });
		const { sequence, unreached } = joiningOrder(boxed, mixed);
		expect(unreached).toEqual([]);
		expect(sequence.at(-1)!.part.id).toBe('left');
	});

	it('a bottom that closes a box comes after what is screwed from within', () => {
		const parts = [
			board('bottom', [0, 600], [0, 400], [0, 15], 'z'),
			board('side', [0, 15], [0, 400], [15, 120], 'x'),
			board('block', [15, 30], [100, 300], [15, 120], 'x'),
			board('lid', [0, 600], [0, 400], [120, 135], 'z'),
			board('far', [100, 115], [0, 400], [15, 120], 'x')
		];
		const connections = connectionsOf(whole(parts), STARTING_STOCK);
		const { sequence } = joiningOrder(
			parts.map((part) => ({ part, box: boxOfPart(part) })),
			connections
		);
		const place = (id: string) => sequence.findIndex(({ part }) => part.id === id);
		const inner = connections.find(({ key }) => key === 'block+side')!;
		// From the block, 100 mm from the far board, or from outside: whichever it is, that way is free.
		const last = Math.max(place(inner.from), place(inner.into));
		expect(blockers(inner, sequence.slice(0, last + 1).map(({ part }) => part))).toEqual([]);
	});
});
