import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { frame } from '../../geometry/pose';
import { vec2, vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import {
	pieceKind,
	type Hardware,
	type InnerMargin,
	type Joint,
	type Link,
	type Move,
	type Part,
	type PieceState,
	type Step,
	type Support,
	type Surroundings
} from '../assembly';
import { usesOf } from '../carcase';
import { assembled, barIn, barOf, boardIn, carriedBy, reachOn, sheetOf, type Range } from '../making';
import { axesOf, standing, type Stand } from '../stand';
import { tableParams } from './params';

type Params = z.infer<typeof tableParams>;

/** What one way to put a table away brings. */
interface Mounted {
	links: Link[];
	parts: Part[];
	supports: Support[];
	/** Joints while it is put away, and links that are out then. */
	away: Record<string, number>;
	out?: string[];
	/** From put away to set up. */
	steps: Step[];
	innerMargins: InnerMargin[];
	hardware: Hardware[];
}

/** The sizes that everything else hangs on, in the table's own directions from its wall. */
interface Frame {
	stand: Stand;
	params: Params;
	thick: number;
	bar: { width: number; thickness: number };
	leg: { width: number; thickness: number };
	/** Depth of the leaf, from its batten out, and its heights. */
	d: Range;
	z: Range;
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const thick = sheetOf(stock, params.boardSheet).thickness;
	const bar = barOf(stock, params.frameBar);
	const { facing } = params;
	const x: Range = [params.rear, params.rear + params.width];
	const onWall = params.mount === 'wall, hangs below' || params.mount === 'wall, folds up';
	const reaches: Range =
		params.mount === 'wall, folds up'
			? [params.height - bar.width, params.height + params.depth]
			: [Math.max(0, params.height - params.depth), params.height];
	const sideways = facing === 'left' || facing === 'right';
	const side = facing === 'right' ? 'left' : 'right';
	const back = sideways ? (onWall ? sign(side) * reachOn(interior, side, x, reaches, params.gap) : params.back) : params.rear;
	const stand = standing(facing, back, sideways ? params.rear : params.back - params.width / 2);
	const from = onWall ? bar.thickness : 0;
	return {
		stand,
		params,
		thick,
		bar,
		leg: barOf(stock, params.legBar),
		d: [from, from + params.depth],
		z: [params.height - thick, params.height]
	};
}

/** The level hinge along the wall, at the lower or the upper face of the leaf; it opens from up or down to level. */
function wallHinge({ stand, d, z }: Frame, below: boolean): Joint {
	const { x, y } = stand.point(0, d[0]);
	const s = below ? 1 : -1;
	return {
		type: 'hinge',
		origin: vec3(x, y, below ? z[0] : z[1]),
		axis: vec3(-s * stand.out.y, s * stand.out.x, 0),
		range: [0, Math.PI / 2]
	};
}

/** A leg under the outer edge that is screwed in by hand and lives in a clip elsewhere. */
function screwInLeg({ stand, params, leg, d, z }: Frame): Pick<Mounted, 'links' | 'parts' | 'supports' | 'hardware'> {
	const w: Range = [params.width / 2 - leg.width / 2, params.width / 2 + leg.width / 2];
	const box = stand.box(w, [d[1] - 40 - leg.thickness, d[1] - 40], [0, z[0]]);
	const at = vec3((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2, z[0]);
	return {
		links: [
			{ id: 'leg', joint: carriedBy('screw-in', at, vec3(0, 0, 1), [{ shift: vec3(60 * stand.out.x, 60 * stand.out.y, 0), angle: 0 }]) }
		],
		parts: [barIn('leg', 'Leg', params.legBar, 'leg', box, 'z')],
		supports: [{ part: 'leaf', by: 'leg', kind: 'leg' }],
		hardware: [
			{ name: 'Threaded socket and bolt for a leg', count: 1 },
			{ name: 'Clip for a stowed leg', count: 1 }
		]
	};
}

/** How far the bracket carries the leaf, as a share of its depth. */
const BRACKET = 0.75;

/** A triangle under the middle of the leaf that swings flat against the wall; the batten leaves it room. */
function swingBracket({
	stand,
	params,
	thick,
	bar,
	d,
	z
}: Frame): Pick<Mounted, 'links' | 'parts' | 'supports' | 'innerMargins' | 'hardware'> & { battens: Range[] } {
	const long = BRACKET * params.depth;
	const middle = params.width / 2;
	const s = Math.sign(stand.along.x * stand.out.y - stand.along.y * stand.out.x);
	// Own x out of the wall, own y up; the thickness lies on that side of the line where own x turned to own y points.
	const near = stand.point(s > 0 ? middle - thick : middle, 0);
	const pivot = stand.point(middle, 0);
	const high = Math.min(long, z[0]);
	const part: Part = {
		id: 'bracket',
		name: 'Swing bracket',
		form: 'board',
		stock: params.boardSheet,
		outline: [vec2(0, high), vec2(0, 0), vec2(long, high)],
		thickness: thick,
		pose: frame(vec3(near.x, near.y, z[0] - high), stand.out, vec3(0, 0, 1)),
		link: 'bracket'
	};
	return {
		// It stands on that side of its pivot from which it can turn flat without going into the wall.
		links: [
			{ id: 'bracket', joint: { type: 'swing', origin: vec3(pivot.x, pivot.y, z[0]), axis: vec3(0, 0, -s), range: [0, Math.PI / 2] } }
		],
		parts: [part],
		supports: [
			{ part: 'leaf', by: 'bracket', kind: 'wall bracket' },
			{ part: 'bracket', by: 'wall', kind: 'hinge' }
		],
		innerMargins: [
			{
				id: 'bracket-room',
				title: 'bracket folds flat behind the table',
				margin: params.width / 2 - long,
				comfort: 5,
				why: 'Swung flat the bracket lies beside the batten and must end before the edge of the table.',
				at: vec3(pivot.x, pivot.y, z[0]),
				states: ['table']
			},
			{
				id: 'bracket-thick',
				title: 'bracket is thinner than its batten',
				margin: bar.thickness - thick,
				comfort: 0,
				why: 'The table hangs before the bracket only as far from the wall as its batten is thick.',
				at: vec3(pivot.x, pivot.y, d[0]),
				states: ['table']
			}
		],
		hardware: [{ name: 'Hinge for a bracket', count: 2 }],
		battens: [[0, middle - thick - 2]]
	};
}

const battensOf = ({ stand, params, bar, z }: Frame, stretches: Range[], below: boolean): Part[] =>
	stretches.map((w, i) =>
		barIn(
			`batten-${i + 1}`,
			'Batten on the wall',
			params.frameBar,
			'frame',
			stand.box(w, [0, bar.thickness], below ? [z[0] - bar.width, z[0]] : [z[1] - bar.width, z[1]]),
			axesOf(stand).along
		)
	);

/** What holds the outer edge of a table on the wall. */
type Held = Pick<Mounted, 'links' | 'parts' | 'supports' | 'innerMargins' | 'hardware' | 'away' | 'out' | 'steps'> & { battens: Range[] };

function heldBy(frame: Frame): Held {
	const whole: Range[] = [[0, frame.params.width]];
	if (frame.params.hold === 'swing bracket') {
		const steps: Step[] = [
			{
				words: 'Swing the bracket under it',
				back: 'Hold the table and swing the bracket flat',
				joints: { bracket: 0 },
				seconds: 3,
				hands: 1
			}
		];
		return { ...swingBracket(frame), away: { bracket: Math.PI / 2 }, steps };
	}
	if (frame.params.hold === 'screw-in leg') {
		const steps: Step[] = [
			{ words: 'Bring the leg', back: 'Put the leg into its clip', bringsIn: ['leg'], seconds: 3, hands: 1 },
			{ words: 'Screw the leg in under it', back: 'Unscrew the leg', joints: { leg: 0 }, seconds: 8, hands: 1 }
		];
		return { ...screwInLeg(frame), innerMargins: [], away: { leg: 1 }, out: ['leg'], steps, battens: whole };
	}
	const hardware = [{ name: 'Wire with eyes, from the wall to the outer corner', count: 2 }];
	return { links: [], parts: [], supports: [], innerMargins: [], hardware, away: {}, steps: [], battens: whole };
}

/** A table on the wall that hangs down below its hinge, or stands up against the wall above it. */
function onWall(frame: Frame): Mounted {
	const { params } = frame;
	const below = params.mount === 'wall, hangs below';
	const held = heldBy(frame);
	const battens = battensOf(frame, held.battens, below);
	const raise = below
		? { words: 'Lift the table level', back: 'Let the table hang down' }
		: { words: 'Let the table down', back: 'Fold the table up and hook it' };
	return {
		links: [
			{ id: 'frame', joint: { type: 'fixed' } },
			{ id: 'leaf', parent: 'frame', module: 'Table', joint: wallHinge(frame, below) },
			...held.links
		],
		parts: [...battens, ...held.parts],
		supports: [
			...battens.map(({ id }) => ({ part: id, by: 'wall', kind: 'wall bracket' as const })),
			{ part: 'leaf', by: 'batten-1', kind: 'hinge' },
			...held.supports
		],
		away: { leaf: Math.PI / 2, ...held.away },
		...(held.out ? { out: held.out } : {}),
		steps: [{ ...raise, joints: { leaf: 0 }, seconds: 3, hands: 1 }, ...held.steps],
		innerMargins: held.innerMargins,
		hardware: [
			{ name: 'Hinge for a table', count: Math.max(2, Math.ceil(params.width / 300)) },
			...(below ? [] : [{ name: 'Hook that holds the folded table', count: 1 }]),
			...held.hardware
		]
	};
}

/** A top that runs between two pairs of battens out of a slot. */
function pullOut(frame: Frame): Mounted {
	const { stand, params, bar, d, z } = frame;
	const runners = [0, params.width - bar.thickness].map((from, i) =>
		barIn(
			`runner-${i + 1}`,
			'Runner',
			params.frameBar,
			'frame',
			stand.box([from, from + bar.thickness], d, [z[0] - bar.width, z[0]]),
			axesOf(stand).out
		)
	);
	return {
		links: [
			{ id: 'frame', joint: { type: 'fixed' } },
			// As built it is pulled out; put away it is in its slot.
			{
				id: 'leaf',
				parent: 'frame',
				module: 'Table',
				joint: { type: 'slide', axis: vec3(-stand.out.x, -stand.out.y, 0), range: [0, params.pull] }
			}
		],
		parts: runners,
		supports: [
			...runners.flatMap(({ id }) => [
				{ part: id, by: 'wall', kind: 'wall bracket' as const },
				{ part: 'leaf', by: id, kind: 'rail' as const }
			])
		],
		away: { leaf: params.pull },
		steps: [
			{ words: 'Pull the table out to its stop', back: 'Push the table in until it catches', joints: { leaf: 0 }, seconds: 3, hands: 1 }
		],
		innerMargins: [
			{
				id: 'table-held',
				title: 'pulled-out top stays in its runners',
				margin: params.depth - params.pull - params.depth / 3,
				comfort: 10,
				why: 'A third of its depth should stay between the runners, or it tips when an elbow leans on it.',
				at: vec3(stand.point(0, d[1]).x, stand.point(0, d[1]).y, z[1]),
				states: ['table']
			}
		],
		hardware: [
			{ name: 'Stop for a pull-out top', count: 2 },
			{ name: 'Catch for a pull-out top', count: 1 }
		]
	};
}

/** A loose top on one leg in a socket of the floor. */
function onLeg(frame: Frame): Mounted {
	const { stand, params, leg, d, z } = frame;
	const middle = (d[0] + d[1]) / 2;
	const w: Range = [params.width / 2 - leg.width / 2, params.width / 2 + leg.width / 2];
	const at = stand.point(params.width / 2, middle);
	return {
		links: [
			{
				id: 'leaf',
				module: 'Table',
				joint: carriedBy('lift-out', vec3(at.x, at.y, z[0]), vec3(0, 0, 1), [{ shift: vec3(0, 0, 60), angle: 0 }])
			}
		],
		parts: [
			barIn('leg', 'Leg', params.legBar, 'leaf', stand.box(w, [middle - leg.thickness / 2, middle + leg.thickness / 2], [0, z[0]]), 'z')
		],
		supports: [{ part: 'leaf', by: 'leg', kind: 'leg' }],
		away: { leaf: 1 },
		out: ['leaf'],
		steps: [
			{ words: 'Bring the table', back: 'Stow the table', bringsIn: ['leaf'], seconds: 6, hands: 1 },
			{ words: 'Set its leg into the socket', back: 'Lift the table out of its socket', joints: { leaf: 0 }, seconds: 4, hands: 1 }
		],
		innerMargins: [],
		hardware: [{ name: 'Floor socket and table tube', count: 1 }]
	};
}

const mounted = (frame: Frame): Mounted => {
	if (frame.params.mount === 'pulls out') return pullOut(frame);
	return frame.params.mount === 'stands on a leg' ? onLeg(frame) : onWall(frame);
};

/** A table: on the wall, pulled out of a slot, or on a leg. */
export const table = pieceKind({
	kind: 'table',
	title: 'Table or desk',
	group: 'tables',
	summary:
		'A top that hangs below or folds up against a wall, pulls out of a slot, or stands on a leg; checked for knees, elbows and the made bed.',
	params: tableParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const given = frameOf(params, around);
		const { stand, d, z } = given;
		const made = mounted(given);
		const leaf = stand.box([0, params.width], d, z);
		const states: PieceState[] = [
			{ id: 'away', name: 'Put away', joints: made.away, ...(made.out ? { out: made.out } : {}), startsFor: ['drive', 'night'] },
			{ id: 'table', name: 'Table', joints: {}, startsFor: ['day'] }
		];
		const moves: Move[] = [{ from: 'away', to: 'table', steps: made.steps }];
		return assembled({
			links: made.links,
			parts: [boardIn('leaf', 'Table top', params.boardSheet, 'leaf', leaf), ...made.parts],
			states,
			moves,
			surfaces: [
				{ id: 'top', use: 'work', outline: rectangle(...leaf.x, ...leaf.y), base: params.height, pad: 0, foam: 'firm', states: ['table'] }
			],
			supports: made.supports,
			innerMargins: made.innerMargins,
			fronts: [{ id: 'leaf', name: 'Table', from: 'away', to: 'table', uses: usesOf(params.opens) }],
			hardware: made.hardware,
			deck: params.height
		});
	}
});
