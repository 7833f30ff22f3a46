import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3, type Box } from '../../geometry/vector';
import {
	pieceKind,
	type Assembly,
	type InnerMargin,
	type Link,
	type Move,
	type Part,
	type Rest,
	type Step,
	type Support,
	type Surroundings
} from '../assembly';
import { lengthMark } from '../../units';
import { assembled, barIn, barOf, boardIn, foldingLeg, hingeAt, padIn, sheetOf, sleepOn, spanOf, type Range } from '../making';
import { foldOverParams } from './params';

type Params = z.infer<typeof foldOverParams>;

/** What everything else hangs on. */
interface Frame {
	/** Of each leaf, made up. */
	leaves: Range[];
	y: Range;
	z: Range;
	bar: { width: number; thickness: number };
	leg: { width: number; thickness: number };
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const t = sheetOf(stock, params.boardSheet).thickness;
	const lengths = [params.first, params.second, params.third].slice(0, params.leaves);
	let from = params.rear;
	const leaves = lengths.map((long): Range => [from, (from += long)]);
	const z: Range = [params.height - t, params.height];
	const long: Range = [params.rear, from];
	const y: Range = params.fullWidth
		? spanOf(interior, long, [z[0] - 45, params.height + params.padThickness], params.gap)
		: [params.centre - params.width / 2, params.centre + params.width / 2];
	return { leaves, y, z, bar: barOf(stock, params.frameBar), leg: barOf(stock, params.legBar) };
}

const stands = (params: Params) => params.store === 'stands behind a seat';

/** Hinges on alternating sides: the second leaf turns over the first, the third under the second. */
function leafLinks(params: Params, { leaves, y, z }: Frame): Link[] {
	// The front face of the standing stack comes to where it is wanted.
	const forward = params.standAt - params.leaves * (z[1] - z[0]) - leaves[0][1];
	const base: Link = stands(params)
		? {
				id: 'leaf-1',
				module: 'Folded stack',
				// Tipped up about its front lower edge while it is let down to the floor behind the seat: upright at its height it would meet the roof.
				joint: {
					type: 'drop-in',
					about: { origin: vec3(leaves[0][1], y[0], z[0]), axis: vec3(0, 1, 0) },
					way: [
						{ shift: vec3(0, 0, 20), angle: 0 },
						{ shift: vec3(forward, 0, -z[0]), angle: Math.PI / 2 }
					]
				}
			}
		: { id: 'leaf-1', module: 'Leaves', joint: { type: 'fixed' } };
	return [
		base,
		...leaves.slice(1).map((_, i): Link => {
			const over = i % 2 === 0;
			const origin = vec3(leaves[i][1], y[0], over ? z[1] : z[0]);
			return { id: `leaf-${i + 2}`, parent: `leaf-${i + 1}`, joint: hingeAt(origin, vec3(0, over ? -1 : 1, 0), Math.PI) };
		})
	];
}

/** Where a trestle stands when it is pushed in: just under the front edge of the rear leaf. */
const trestleHome = (rear: Range, wide: number) => rear[1] - wide - 4;

/** Battens on legs under the rear leaf, when that stays where it is. */
function bed(params: Params, { leaves, y, z, bar, leg }: Frame): { parts: Part[]; supports: Support[] } {
	if (stands(params)) return { parts: [], supports: [] };
	const [x] = leaves;
	const under = z[0] - bar.width;
	const parts: Part[] = [];
	const supports: Support[] = [];
	// A trestle at home stands before the second batten, so that it can travel on from there.
	const second = params.legs === 'a sliding trestle' ? trestleHome(x, leg.width) - leg.thickness - 10 : x[1] - bar.thickness - 30;
	for (const [i, from] of [x[0], second].entries()) {
		const id = `batten-${i + 1}`;
		parts.push(barIn(id, 'Batten across', params.frameBar, 'frame', { x: [from, from + bar.thickness], y, z: [under, z[0]] }, 'y'));
		supports.push({ part: 'leaf-1', by: id, kind: 'cross-bar' });
		for (const [k, at] of [y[0], y[1] - leg.width].entries()) {
			const foot = `foot-${i + 1}-${k + 1}`;
			const mid = from + bar.thickness / 2;
			const legX: Range = i === 0 ? [from, from + leg.thickness] : [mid - leg.thickness / 2, mid + leg.thickness / 2];
			parts.push(barIn(foot, 'Leg, fixed', params.legBar, 'frame', { x: legX, y: [at, at + leg.width], z: [0, under] }, 'z'));
			supports.push({ part: id, by: foot, kind: 'leg' });
		}
	}
	return { parts, supports };
}

/** What a kind of leg brings: its parts and links, what is done to set it and to take it away, and where it is when folded. */
interface Props {
	parts: Part[];
	links: Link[];
	set: Step[];
	clear: Step[];
	/** Joint values and links put aside in the folded state. */
	away: Record<string, number>;
	out: string[];
	supports: Support[];
	rests: Rest[];
}

/** A kind of leg before it brings anything. */
const noProps = (): Props => ({ parts: [], links: [], set: [], clear: [], away: {}, out: [], supports: [], rests: [] });

/** Ends of leaves that need something under them: the front end of every leaf but a fixed first one; both ends of a loose stack. */
const ends = (params: Params, { leaves }: Frame, wide: number): { leaf: number; at: Range }[] => [
	...(stands(params) ? [{ leaf: 0, at: [leaves[0][0], leaves[0][0] + wide] as Range }] : []),
	...leaves.flatMap(([, end], leaf) => (leaf > 0 || stands(params) ? [{ leaf, at: [end - wide, end] as Range }] : []))
];

/** What the legs at an end of a leaf stand on, a folded seat or the floor; never so high that nothing is left of them. */
function footOf(params: Params, leaf: number, rearEnd: boolean, under: number): number {
	const bearing = rearEnd ? 0 : [params.firstFoot, params.secondFoot, params.thirdFoot][leaf];
	return Math.min(bearing, under - 10);
}

function loosenedLegs(params: Params, frame: Frame): Props {
	const { leaves, y, z, leg } = frame;
	const folding = params.legs === 'folding legs';
	const props = noProps();
	for (const { leaf, at } of ends(params, frame, leg.width))
		for (const [k, from] of [y[0], y[1] - leg.thickness].entries()) {
			const id = `leg-${leaf + 1}-${at[0] === frame.leaves[leaf][0] ? 'rear' : 'front'}-${k + 1}`;
			const parent = `leaf-${leaf + 1}`;
			props.parts.push(
				barIn(
					id,
					folding ? 'Leg, folding' : 'Leg, screws in',
					params.legBar,
					id,
					{ x: at, y: [from, from + leg.thickness], z: [footOf(params, leaf, at[0] === leaves[leaf][0], z[0]), z[0]] },
					'z'
				)
			);
			props.supports.push({ part: parent, by: id, kind: 'leg' });
			if (folding) {
				props.links.push({ id, parent, joint: foldingLeg(at, z[0]) });
				props.away[id] = Math.PI / 2;
			} else {
				props.links.push({
					id,
					parent,
					joint: {
						type: 'screw-in',
						about: { origin: vec3(at[0], 0, z[0]), axis: vec3(0, 0, 1) },
						way: [{ shift: vec3(0, 0, 0), angle: 6 * Math.PI }]
					}
				});
				props.out.push(id);
			}
		}
	const ids = props.links.map(({ id }) => id);
	const count = ids.length;
	if (folding) {
		props.set.push({
			words: `Fold ${count} legs down and lock them`,
			joints: Object.fromEntries(ids.map((id) => [id, 0])),
			seconds: 3 * count,
			hands: 1
		});
		props.clear.push({ words: `Unlock ${count} legs and fold them under`, joints: { ...props.away }, seconds: 3 * count, hands: 1 });
	} else {
		props.set.push({ words: `Screw ${count} legs in`, bringsIn: ids, seconds: 6 * count, hands: 1 });
		props.clear.push({ words: `Unscrew ${count} legs and bag them`, takesOut: ids, seconds: 6 * count, hands: 1 });
	}
	return props;
}

/** Two arms on upright pins at the front batten that swing out forward under the next leaf. */
function arms(params: Params, { leaves, y, z, bar }: Frame): Props {
	const props = noProps();
	const [x0, x1] = [leaves[0][1], leaves[leaves.length - 1][1]];
	// They meet in the middle when they are folded back along the front batten.
	const long = Math.min(x1 - x0 - 40, (y[1] - y[0]) / 2 - bar.thickness - 4);
	for (const side of ['left', 'right'] as const) {
		const edge: Range = side === 'left' ? [y[1] - bar.thickness, y[1]] : [y[0], y[0] + bar.thickness];
		const id = `arm-${side}`;
		const pin = vec3(x0, side === 'left' ? edge[0] : edge[1], 0);
		props.parts.push(
			barIn(id, `Swing-out arm ${side}`, params.frameBar, id, { x: [x0, x0 + long], y: edge, z: [z[0] - bar.width, z[0]] }, 'x')
		);
		props.links.push({ id, joint: { type: 'swing', origin: pin, axis: vec3(0, 0, side === 'left' ? -1 : 1), range: [0, Math.PI / 2] } });
		props.away[id] = Math.PI / 2;
		props.supports.push({ part: 'leaf-2', by: id, kind: 'prop' });
	}
	props.set.push({ words: 'Swing both arms out', joints: { 'arm-left': 0, 'arm-right': 0 }, seconds: 4, hands: 1 });
	props.clear.push({ words: 'Swing both arms back under', joints: { ...props.away }, seconds: 4, hands: 1 });
	return props;
}

/** Where a trestle bears the last of three leaves, as a share of it: its joint to the second one jams shut under a load and needs none. */
const UNDER_THIRD = 0.75;

/** A low trestle that slides forward on the floor from under the rear leaf: to the far end of two leaves, under the third of three. */
function trestle(params: Params, { leaves, y, z, bar, leg }: Frame): Props {
	const [rear] = leaves;
	const [from, to] = leaves[leaves.length - 1];
	const home = trestleHome(rear, leg.width);
	const travel = (params.leaves === 3 ? from + UNDER_THIRD * (to - from) : to) - leg.width / 2 - home;
	const part = (id: string, y: Range, z: Range) =>
		barIn(
			id,
			id === 'trestle-top' ? 'Top of the trestle' : 'Leg of the trestle',
			id === 'trestle-top' ? params.frameBar : params.legBar,
			'trestle',
			{ x: [home, home + (id === 'trestle-top' ? bar.width : leg.width)], y, z },
			id === 'trestle-top' ? 'y' : 'z'
		);
	const top = z[0] - bar.thickness;
	const inset = leg.width + 6;
	return {
		...noProps(),
		parts: [
			part('trestle-top', [y[0] + inset, y[1] - inset], [top, z[0]]),
			part('trestle-leg-1', [y[0] + inset, y[0] + inset + leg.thickness], [0, top]),
			part('trestle-leg-2', [y[1] - inset - leg.thickness, y[1] - inset], [0, top])
		],
		links: [{ id: 'trestle', joint: { type: 'slide', axis: vec3(1, 0, 0), range: [0, travel] } }],
		set: [{ words: 'Slide the trestle forward under the far leaf', joints: { trestle: travel }, seconds: 4, hands: 1 }],
		clear: [{ words: 'Slide the trestle back under the rear leaf', joints: { trestle: 0 }, seconds: 4, hands: 1 }],
		away: { trestle: 0 },
		supports: [{ part: `leaf-${params.leaves}`, by: 'trestle-top', kind: 'rail' }]
	};
}

/** Nothing of its own: every far end has to find a ledge, a seat or another deck. */
function laidOn(params: Params, { leaves, y, z }: Frame): Props {
	const [from, to] = leaves[leaves.length - 1];
	const hold = Math.min(40, to - from);
	return {
		...noProps(),
		rests: [{ id: 'far', name: `Front edge of leaf ${params.leaves}`, box: { x: [to - hold, to], y, z }, hold: hold / 2, states: ['bed'] }]
	};
}

function propsOf(params: Params, frame: Frame): Props {
	if (params.legs === 'swing-out arms') return arms(params, frame);
	if (params.legs === 'a sliding trestle') return trestle(params, frame);
	return params.legs === 'what lies below' ? laidOn(params, frame) : loosenedLegs(params, frame);
}

/** Made: joints 0. Folded: the leaves zigzag onto the first, so that the last one stays level on its way. */
function statesAndMoves(params: Params, props: Props): Pick<Assembly, 'states' | 'moves'> {
	const over = Object.fromEntries(Array.from({ length: params.leaves - 1 }, (_, i) => [`leaf-${i + 2}`, Math.PI]));
	const upright: Record<string, number> = stands(params) ? { 'leaf-1': 2 } : {};
	// A trestle is home at 0 and out at the end of its slide; everything else is set at 0.
	const setJoints = Object.assign({}, ...props.set.map((step) => step.joints ?? {})) as Record<string, number>;
	const half: Record<string, number> = { 'leaf-2': Math.PI / 2, ...(params.leaves === 3 ? { 'leaf-3': Math.PI } : {}) };
	const fold: Step[] = [
		{
			words: params.leaves === 3 ? 'Lift the middle joint: the leaves fold up like a letter' : 'Lift the front leaf upright',
			joints: half,
			seconds: 5,
			hands: 1
		},
		{ words: 'Lay them over onto the rear leaf', joints: { 'leaf-2': Math.PI }, seconds: 3, hands: 1 }
	];
	const unfold: Step[] = [
		{ words: 'Lift the stack upright', joints: { 'leaf-2': Math.PI / 2 }, seconds: 3, hands: 1 },
		{ words: 'Let the leaves down forward', joints: Object.fromEntries(Object.keys(over).map((id) => [id, 0])), seconds: 5, hands: 1 }
	];
	const stand: Step[] = stands(params) ? [{ words: 'Stand the stack behind the seat', joints: upright, seconds: 8, hands: 1 }] : [];
	const lay: Step[] = stands(params) ? [{ words: 'Lay the stack down at the rear', joints: { 'leaf-1': 0 }, seconds: 8, hands: 1 }] : [];
	// Legs on the leaves are set once these lie in place, held up meanwhile; arms and trestle come before the leaves.
	const before = params.legs === 'swing-out arms' || params.legs === 'a sliding trestle';
	const moves: Move[] = [
		{
			from: 'bed',
			to: 'folded',
			steps: [
				{ words: 'Fold the mattress and put it aside', seconds: 8, hands: 1 },
				...(before ? [] : props.clear),
				...fold,
				...(before ? props.clear : []),
				...stand
			]
		},
		{
			from: 'folded',
			to: 'bed',
			steps: [
				...lay,
				...(before ? props.set : []),
				...unfold,
				...(before ? [] : props.set),
				{ words: 'Unfold the mattress', seconds: 8, hands: 1 }
			]
		}
	];
	return {
		states: [
			{
				id: 'folded',
				name: 'Folded',
				joints: { ...props.away, ...over, ...upright },
				...(props.out.length > 0 ? { out: props.out } : {}),
				startsFor: ['drive', 'day']
			},
			{ id: 'bed', name: 'Bed', joints: setJoints, startsFor: ['night'] }
		],
		moves
	};
}

/** Folded over, no leaf may reach further back than the rear one that bears the stack, a hand's breadth apart. */
function stackMargin(params: Params, { leaves, y, z }: Frame): InnerMargin {
	const most = Math.max(...leaves.map(([from, to]) => to - from));
	const past = Math.max(0, Math.round(most - params.first));
	return {
		id: 'stack',
		title: 'Folded stack on its rear leaf',
		margin: params.first + 30 - most,
		comfort: 0,
		why: `The longest leaf stands ${lengthMark(past)} past the rear leaf when folded; the stack is ${lengthMark(Math.round(params.leaves * (z[1] - z[0])))} thick.`,
		at: vec3(leaves[0][0], (y[0] + y[1]) / 2, z[1]),
		states: ['folded']
	};
}

/** Two or three leaves, hinged on alternating sides, that fold over onto each other or stand behind a seat. */
export const foldOver = pieceKind({
	kind: 'fold-over',
	title: 'Folding leaves',
	group: 'beds',
	summary:
		'Two or three leaves hinged on alternating sides. They stack on the rear leaf or stand folded behind a raised seat; legs, arms, a trestle or what lies below carries them.',
	params: foldOverParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around): Assembly {
		const frame = frameOf(params, around);
		const { leaves, y, z } = frame;
		const props = propsOf(params, frame);
		const base = bed(params, frame);
		const long: Range = [leaves[0][0], leaves[leaves.length - 1][1]];
		const mattress: Box = { x: long, y, z: [z[1], z[1] + params.padThickness] };
		const names = ['Rear leaf', 'Second leaf', 'Third leaf'];
		return assembled({
			links: [{ id: 'frame', joint: { type: 'fixed' } }, ...leafLinks(params, frame), ...props.links],
			parts: [
				...leaves.map(([from, to], i) => boardIn(`leaf-${i + 1}`, names[i], params.boardSheet, `leaf-${i + 1}`, { x: [from, to], y, z })),
				...base.parts,
				...props.parts
			],
			pads: [padIn('mattress', 'Folding mattress', params.padFoam, mattress, { bed: { role: 'mattress' } })],
			...statesAndMoves(params, props),
			surfaces: [sleepOn(rectangle(...long, ...y), params.height, params, ['bed'])],
			supports: [...base.supports, ...props.supports],
			spaces: stands(params)
				? []
				: [
						{
							id: 'under',
							name: 'Under the rear leaf',
							box: {
								x: [leaves[0][0] + frame.leg.thickness, leaves[0][1] - 75],
								y: [y[0] + frame.leg.width, y[1] - frame.leg.width],
								z: [0, z[0] - frame.bar.width]
							},
							access: [{ face: 'rear', states: ['bed', 'folded'] }]
						}
					],
			innerMargins: stands(params) ? [] : [stackMargin(params, frame)],
			rests: props.rests,
			deck: params.height
		});
	}
});
