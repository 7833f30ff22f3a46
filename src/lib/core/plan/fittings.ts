import { z } from 'zod';
import { tableOf } from './id';
import { measurementSchema } from './measurement';
import { USES } from './use';

const name = z.string().trim().min(1).max(120);

/** A block of space with its sides along the axes, every face measured. */
const blockShape = {
	start: measurementSchema.describe('closed rear door to its rear end'),
	length: measurementSchema.describe('rear end to front end'),
	right: measurementSchema.describe('its right-hand face, left of the centre line; negative when it lies to the right'),
	left: measurementSchema.describe('its left-hand face, left of the centre line; negative when it lies to the right'),
	low: measurementSchema.describe('its underside above the floor; negative below it'),
	high: measurementSchema.describe('its top above the floor')
};

export const FIXTURE_KINDS = ['step', 'pillar', 'roof bar', 'console', 'pit'] as const;

/** A solid of the vehicle that stands in the room, or a pit in its floor. */
export const fixtureSchema = z.strictObject({ name, kind: z.enum(FIXTURE_KINDS), ...blockShape });
export type Fixture = z.infer<typeof fixtureSchema>;

export const ZONE_REASONS = [
	'spare wheel',
	'engine cover',
	'fuel pump',
	'fuse box',
	'vent',
	'socket',
	'handbrake',
	'belt buckle',
	'gas locker',
	'other'
] as const;

/** Space that must stay free, or that must be reachable in some uses of the vehicle. */
export const zoneSchema = z.strictObject({
	name,
	reason: z.enum(ZONE_REASONS),
	...blockShape,
	from: z.enum(['above', 'rear', 'front', 'left', 'right']).describe('from where one gets at it'),
	rule: z.discriminatedUnion('type', [
		z.strictObject({ type: z.literal('always free') }),
		z.strictObject({
			type: z.literal('reachable'),
			uses: z.array(z.enum(USES)).min(1).max(USES.length),
			moves: z.number().int().min(0).max(20).describe('by at most so many moves, without tools')
		})
	])
});
export type Zone = z.infer<typeof zoneSchema>;

export const ANCHOR_KINDS = ['ring', 'thread', 'seat bolt', 'rail'] as const;
export const DIRECTIONS = ['up', 'down', 'left', 'right', 'forward', 'back'] as const;

/** A place of the vehicle that takes a load: a ring, a thread, a seat bolt. */
export const anchorSchema = z.strictObject({
	name,
	kind: z.enum(ANCHOR_KINDS),
	x: measurementSchema.describe('forward of the closed rear door'),
	y: measurementSchema.describe('left of the centre line, negative to the right'),
	z: measurementSchema.describe('above the floor'),
	direction: z.enum(DIRECTIONS).describe('into the room'),
	thread: z.string().max(20).optional().describe('such as M8 x 1.25'),
	rated: z.number().min(0).max(100000).optional().describe('rated load in newtons, when known')
});
export type Anchor = z.infer<typeof anchorSchema>;

export const SURFACES = ['floor', 'left wall', 'right wall', 'roof'] as const;
export const HAZARDS = ['fuel', 'brake line', 'wiring', 'high voltage', 'airbag', 'belt', 'water', 'other'] as const;

/** A part of floor, wall or roof that must not be drilled. */
export const noDrillSchema = z.strictObject({
	name,
	surface: z.enum(SURFACES),
	hazard: z.enum(HAZARDS),
	start: measurementSchema.describe('closed rear door to its rear end'),
	length: measurementSchema,
	low: measurementSchema.describe('on a wall: height of its lower edge; on floor and roof: its right-hand edge, left of the centre line'),
	high: measurementSchema.describe('on a wall: height of its upper edge; on floor and roof: its left-hand edge')
});
export type NoDrill = z.infer<typeof noDrillSchema>;

/** Where the two edges of an outline are, by height; on the ends of the vehicle they are its right and left ones. */
const edgesOf = (what: string, ends: string) =>
	tableOf(
		z.strictObject({
			z: z.number().min(-500).max(4000).describe('height above the floor in mm'),
			first: measurementSchema.describe(`right-hand edge ${ends}, rear edge on a side`),
			second: measurementSchema.describe(`left-hand edge ${ends}, front edge on a side`)
		})
	).refine((edges) => Object.keys(edges).length >= 1, `${what} needs its edges at one height at least`);

export const DOOR_TYPES = ['lifting', 'hinged', 'double', 'sliding', 'none'] as const;

/**
 * A door opening: its clear outline in its own plane, by height. On the rear the edges are distances left of the
 * centre line, on a side distances forward of the closed rear door.
 */
export const openingSchema = z.strictObject({
	name,
	place: z.enum(['rear', 'left', 'right']),
	door: z.enum(DOOR_TYPES),
	hinge: z
		.enum(['first', 'second'])
		.describe('the edge a hinged door hangs on: first is the right-hand edge at the rear, the rear edge on a side'),
	thickness: measurementSchema.describe('thickness of the door with its trim'),
	sill: measurementSchema.describe('floor to the lower edge of the opening'),
	head: measurementSchema.describe('floor to its upper edge'),
	edges: edgesOf('an opening', 'at the rear')
});
export type Opening = z.infer<typeof openingSchema>;

export const WINDOW_PLACES = ['rear', 'left', 'right', 'front'] as const;
/** What there is round the glass to hold a cover by. */
export const WINDOW_FRAMES = ['bare steel', 'trim', 'glass and rubber only'] as const;

/** A window by its glass as seen from inside, measured like an opening; the windscreen is the one at the front. */
export const windowSchema = z.strictObject({
	name,
	place: z.enum(WINDOW_PLACES),
	frame: z.enum(WINDOW_FRAMES),
	opens: z.boolean().describe('true when it can be opened for air'),
	sill: measurementSchema.describe('floor to the lower edge of the glass'),
	head: measurementSchema.describe('floor to its upper edge'),
	edges: edgesOf('a window', 'at the rear and the front')
});
export type Window = z.infer<typeof windowSchema>;

/** A diagonal of a cross-section, by which its widths and heights are proved: from the foot of one wall up to the other. */
export const diagonalSchema = z.strictObject({
	x: z.number().min(-500).max(10000).describe('distance forward of the closed rear door, in mm'),
	z: z.number().min(50).max(3000).describe('height above the floor in mm at which it ends'),
	from: z.enum(['left', 'right']).describe('the side on whose foot it starts'),
	distance: measurementSchema
});
export type Diagonal = z.infer<typeof diagonalSchema>;

const layersSchema = tableOf(
	z.strictObject({ material: z.string().trim().min(1).max(80), thickness: z.number().min(0).max(300).describe('mm') })
);

/** What is built up on floor, walls and roof, layer by layer, deducted from the sizes unless they were taken over it. */
export const liningSchema = z.strictObject({
	included: z.boolean().describe('true when the sizes were taken with the lining in place'),
	floor: layersSchema,
	wall: layersSchema,
	roof: layersSchema
});
export type Lining = z.infer<typeof liningSchema>;
export const LINED = ['floor', 'wall', 'roof'] as const;
export type Lined = (typeof LINED)[number];

/** Thickness of the lining that has to be taken off the sizes, in mm. */
export function liningOff(lining: Lining): Record<Lined, number> {
	const total = (area: Lined) => (lining.included ? 0 : Object.values(lining[area]).reduce((sum, layer) => sum + layer.thickness, 0));
	return { floor: total('floor'), wall: total('wall'), roof: total('roof') };
}

/**
 * The true line of a wall at one height: offsets from a straight batten at equal steps, or a traced template. Distances
 * along are forward of the closed rear door, distances across from the centre line to the wall.
 */
export const contourSchema = z.strictObject({
	name,
	side: z.enum(['left', 'right']),
	z: z.number().min(-200).max(3000).describe('height above the floor in mm at which it was taken'),
	reach: z.number().min(10).max(500).describe('how far above and below that height the wall is taken to follow it, mm'),
	clearance: z.number().min(0).max(60).describe('gap that boards keep from it, mm'),
	line: z.discriminatedUnion('type', [
		z.strictObject({
			type: z.literal('batten'),
			start: measurementSchema.describe('closed rear door to the first offset'),
			step: z.number().min(5).max(500).describe('distance between offsets along the batten, mm'),
			batten: measurementSchema.describe('centre line to the batten'),
			offsets: z.array(measurementSchema).min(2).max(200).describe('batten to the wall')
		}),
		z.strictObject({
			type: z.literal('traced'),
			points: z
				.array(z.tuple([z.number().min(-1000).max(12000), z.number().min(-3000).max(3000)]))
				.min(2)
				.max(2000)
				.describe('distance along, distance across; in mm')
		})
	])
});
export type Contour = z.infer<typeof contourSchema>;
