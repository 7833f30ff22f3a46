import { z } from 'zod';
import { RESERVED_KEYS, tableOf } from '../plan/id';
import { USES, type Use } from '../plan/use';
import { FOAMS } from '../pieces/parameter';
import { SLIDE_NAMES, type SlideName } from '../slides';
import { faultIn, FUNCTION_NAMES, type Size } from './expression';

/** Names of the vehicle's places and of what every own piece has: no node and no size can be called so. */
export const GIVEN_NAMES = [
	'floor',
	'ceiling',
	'wall',
	'rear',
	'arch',
	'seat',
	'piece',
	'vehicle',
	'start',
	'height',
	'index',
	'count'
] as const;

/** How much a design may hold: enough for a whole kitchen, little enough to be worked out at once. */
export const MOST = { among: 60, depth: 6, sizes: 40, poses: 30, repeats: 60, parts: 400, opened: 1500 } as const;

/** A node's name among its siblings, and a size's: a word that can stand in a sum. */
const nameSchema = z
	.string()
	.regex(/^[a-z][A-Za-z0-9]{0,29}$/, 'a name is letters and digits, at most 30, starting with a small letter')
	.refine((name) => ![...RESERVED_KEYS, ...FUNCTION_NAMES, ...GIVEN_NAMES].includes(name), 'this name stands for something else');

const namedTable = <T extends z.ZodType>(entry: T, most: number, what: string) =>
	z.record(nameSchema, entry).refine((table) => Object.keys(table).length <= most, `at most ${most} ${what}`);

export const sizeSchema = z
	.union([z.number().min(-20000).max(20000), z.string().trim().min(1).max(200)])
	.superRefine((size, context) => {
		const fault = faultIn(size);
		if (fault) context.addIssue({ code: 'custom', message: fault });
	})
	.meta({ id: 'size', description: 'millimetres or degrees, or a sum over sizes, places of the vehicle and faces of other nodes' });

/** Where something lies along one axis: two of these, or one where its stock says how thick it is. */
export const spanSchema = z
	.strictObject({ from: sizeSchema.optional(), to: sizeSchema.optional(), size: sizeSchema.optional(), middle: sizeSchema.optional() })
	.refine((span) => Object.keys(span).length > 0 && Object.keys(span).length <= 2, 'one or two of from, to, size and middle')
	.meta({ id: 'span' });
export type Span = z.infer<typeof spanSchema>;

export const AXES = ['x', 'y', 'z'] as const;
export type Axis = (typeof AXES)[number];
const axisSchema = z.enum(AXES);

const called = { called: z.string().trim().min(1).max(80).optional().describe('what it is called in lists; its own name when absent') };
const box = { x: spanSchema, y: spanSchema, z: spanSchema };

export const EDGES = ['rear', 'front', 'right', 'left'] as const;

/** What carries a part that stands on nothing of its own piece: a screw into the wall, or what lies below it, a ledge or a seat. */
const heldBy = {
	held: z.enum(['wall', 'what is below']).optional(),
	edges: z
		.array(z.enum(EDGES))
		.min(1)
		.max(4)
		.optional()
		.describe('of what lies on something below: with which edges; with both ends of its length when absent')
};

/** Corners of an upright or level board, by the two faces that meet there. */
export const CORNERS = [
	'rear-left',
	'rear-right',
	'front-left',
	'front-right',
	'top-rear',
	'top-front',
	'bottom-rear',
	'bottom-front',
	'top-left',
	'top-right',
	'bottom-left',
	'bottom-right'
] as const;

const shape = {
	outline: z
		.array(z.strictObject({ x: z.number().min(-10000).max(10000), y: z.number().min(-10000).max(10000) }))
		.min(3)
		.max(200)
		.optional()
		.describe('its shape where it is no rectangle, in the two axes of its plane, from its lowest corner')
};

const panelSchema = z.strictObject({
	kind: z.literal('panel'),
	...called,
	stock: z.string().max(40).describe('a sheet of the stock'),
	normal: axisSchema.describe('the axis through its thickness: z for a level board'),
	...box,
	...heldBy,
	clips: z
		.partialRecord(z.enum(CORNERS), z.strictObject({ x: sizeSchema.optional(), y: sizeSchema.optional(), z: sizeSchema.optional() }))
		.optional()
		.describe('corners that are cut off, so far along each of the two axes'),
	cutOuts: namedTable(
		z.strictObject({ ...called, x: spanSchema.optional(), y: spanSchema.optional(), z: spanSchema.optional() }),
		20,
		'cut-outs'
	)
		.optional()
		.describe('holes and notches: what of its plane is cut out'),
	follows: z
		.strictObject({ left: sizeSchema.optional(), right: sizeSchema.optional(), arches: sizeSchema.optional(), rear: sizeSchema.optional() })
		.optional()
		.describe('of a level board: edges cut along the wall, the arches and the rear, with so much left between'),
	...shape,
	use: z.enum(['sleep', 'work', 'animal']).optional().describe('what a level board is for, beyond carrying')
});

const barSchema = z.strictObject({
	kind: z.literal('bar'),
	...called,
	stock: z.string().max(40).describe('a bar of the stock'),
	along: axisSchema,
	wide: axisSchema.describe('the axis along which the larger side of its section lies'),
	...box,
	...heldBy
});

const PAD_ROLES = ['mattress', 'seat', 'back'] as const;
const padSchema = z.strictObject({
	kind: z.literal('pad'),
	...called,
	foam: z.enum(FOAMS),
	role: z.enum(PAD_ROLES),
	...box,
	...shape,
	looks: z.enum(['left', 'right', 'rear', 'front']).optional().describe('of a seat: where one looks who sits on it')
});

const boughtSchema = z.strictObject({ kind: z.literal('bought'), ...called, ...box, weight: z.number().min(0).max(500) });

const spaceSchema = z.strictObject({ kind: z.literal('space'), ...called, ...box });

const pointSchema = z.strictObject({ x: sizeSchema, y: sizeSchema, z: sizeSchema });

/**
 * How a group moves against what it is part of.
 * - hinge: about a line along an axis, `at` on the two other axes; positive degrees turn right-handed about the axis.
 * - slide: so far along an axis.
 * - track: one pin stays on its track while a far one climbs another by so much.
 * - carried: by hand, past stops, each so far from where it was built and so far turned about an axis through its own middle.
 */
const jointSchema = z.discriminatedUnion('kind', [
	z.strictObject({
		kind: z.enum(['hinge', 'swing']),
		axis: axisSchema,
		x: sizeSchema.optional(),
		y: sizeSchema.optional(),
		z: sizeSchema.optional(),
		turns: sizeSchema.describe('degrees'),
		stays: z.literal(true).optional().describe('a stay, a bracket or wires hold it where it lies level with nothing under it')
	}),
	z.strictObject({ kind: z.literal('slide'), axis: axisSchema, by: sizeSchema }),
	z.strictObject({ kind: z.literal('track'), pin: pointSchema, far: pointSchema, climbs: sizeSchema }),
	z.strictObject({
		kind: z.literal('carried'),
		way: z.enum(['lift-out', 'drop-in', 'screw-in']).optional(),
		about: pointSchema.optional().describe('a place on the line that it turns about; its own middle when absent'),
		axis: z.strictObject({ x: z.number(), y: z.number(), z: z.number() }).optional(),
		stops: z
			.array(z.strictObject({ x: z.number(), y: z.number(), z: z.number(), turns: z.number() }))
			.max(10)
			.optional()
	})
]);
export type DesignJoint = z.infer<typeof jointSchema>;

type LeafNode = z.infer<typeof panelSchema | typeof barSchema | typeof padSchema | typeof boughtSchema | typeof spaceSchema>;
export type PanelNode = z.infer<typeof panelSchema>;
export type Nodes = { [name: string]: DesignNode };
/** Parts that belong together and, with a joint, move as one. */
export interface GroupNode {
	kind: 'group';
	called?: string;
	joint?: DesignJoint;
	opens?: Use[];
	drawer?: { slide: SlideName; content: number; catch?: boolean };
	nodes: Nodes;
}
/** The same several times: “index” counts them from 0. */
interface RepeatNode {
	kind: 'repeat';
	called?: string;
	count: Size;
	nodes: Nodes;
}
/** What is drawn, and its mirror image across the middle of the vehicle. */
interface MirrorNode {
	kind: 'mirror';
	called?: string;
	nodes: Nodes;
}
export type DesignNode = LeafNode | GroupNode | RepeatNode | MirrorNode;

const nodesSchema: z.ZodType<Nodes, Nodes> = z.lazy(() => namedTable(nodeSchema, MOST.among, 'nodes side by side'));
const within = { ...called, nodes: nodesSchema };

export const nodeSchema = z
	.discriminatedUnion('kind', [
		panelSchema,
		barSchema,
		padSchema,
		boughtSchema,
		spaceSchema,
		z.strictObject({
			kind: z.literal('group'),
			joint: jointSchema.optional(),
			opens: z.array(z.enum(USES)).max(3).optional().describe('when it must be possible to open it'),
			drawer: z
				.strictObject({ slide: z.enum(SLIDE_NAMES), content: z.number().min(0).max(300), catch: z.boolean().optional() })
				.optional()
				.describe('of a group that slides: it is a drawer, on such slides, for so many kg, with a catch or without'),
			...within
		}),
		z.strictObject({ kind: z.literal('repeat'), count: sizeSchema, ...within }),
		z.strictObject({ kind: z.literal('mirror'), ...within })
	])
	.meta({ id: 'node' });

/** A size with a name, turned by whoever plans and by fixes. */
const namedSizeSchema = z.strictObject({
	called: z.string().trim().min(1).max(80),
	value: z.number().min(-5000).max(10000),
	low: z.number().min(-5000).max(10000),
	high: z.number().min(-5000).max(10000)
});

const pathSchema = z.string().max(200).describe('a group by its path');
const stepSchema = z.strictObject({
	words: z.string().min(1).max(300),
	back: z.string().min(1).max(300).optional(),
	joints: z.record(pathSchema, z.number().min(-20).max(20)).optional(),
	takesOut: z.array(pathSchema).max(60).optional(),
	bringsIn: z.array(pathSchema).max(60).optional(),
	tool: z.string().max(120).optional(),
	seconds: z.number().min(0).max(3600),
	hands: z.union([z.literal(1), z.literal(2)])
});
/** How one gets from one pose to another, where it is not left to be worked out. */
const designMoveSchema = z.strictObject({ from: z.string().max(60), to: z.string().max(60), steps: z.array(stepSchema).min(1).max(60) });
export type DesignMove = z.infer<typeof designMoveSchema>;

/** A way in which the piece stands: joints that are not as built, by the path of their group. */
const poseSchema = z.strictObject({
	called: z.string().trim().min(1).max(80),
	joints: z.record(pathSchema, z.number().min(-1).max(1)).describe('share of how far each goes; 0 is as built'),
	out: z.array(pathSchema).max(60).optional().describe('what is carried out of the vehicle'),
	pads: z
		.record(
			pathSchema,
			z.union([z.literal('away'), z.strictObject({ ...box, role: z.enum(PAD_ROLES).optional(), loose: z.boolean().optional() })])
		)
		.optional()
		.describe('pads that lie elsewhere than as built, by path'),
	startsFor: z.array(z.enum(USES)).max(3),
	opens: z.array(z.enum(USES)).max(3).optional().describe('it is something opened, and when that must be possible')
});
export type DesignPose = z.infer<typeof poseSchema>;

/** Levels of nodes within nodes. */
function depthOf(nodes: Nodes): number {
	return 1 + Math.max(0, ...Object.values(nodes).map((node) => ('nodes' in node ? depthOf(node.nodes) : 0)));
}

/** The names of all nodes, however deep: a sum that speaks of one cannot mean a size. */
const namesIn = (nodes: Nodes): Set<string> =>
	new Set(Object.entries(nodes).flatMap(([name, node]) => [name, ...('nodes' in node ? namesIn(node.nodes) : [])]));

/** What an own piece is made of: sizes with names, nodes, and how it stands for what. */
export const designSchema = z
	.strictObject({
		asBuilt: z.string().trim().min(1).max(80).describe('what it is called as built'),
		sizes: namedTable(namedSizeSchema, MOST.sizes, 'sizes'),
		nodes: nodesSchema,
		poses: tableOf(poseSchema).refine((poses) => Object.keys(poses).length <= MOST.poses, `at most ${MOST.poses} poses`),
		moves: z.array(designMoveSchema).max(40).optional()
	})
	.superRefine((design, context) => {
		if (depthOf(design.nodes) > MOST.depth)
			context.addIssue({ code: 'custom', path: ['nodes'], message: `Nodes lie within nodes more than ${MOST.depth} deep.` });
		const names = namesIn(design.nodes);
		for (const name of Object.keys(design.sizes))
			if (names.has(name)) context.addIssue({ code: 'custom', path: ['sizes', name], message: 'A node is called so as well.' });
	})
	.meta({ id: 'design' });
export type Design = z.infer<typeof designSchema>;
