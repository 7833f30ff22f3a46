import type { z } from 'zod';
import { rectangle, type Polygon } from '../../geometry/polygon';
import { vec2, vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import { lengthMark } from '../../units';
import { pieceKind, type Hardware, type InnerMargin, type Part } from '../assembly';
import { baysIn, furnished, SHUT, sheetsOf, type Shell } from '../carcase';
import { assembled, boughtIn, reachOn, sheetOf, type Range } from '../making';
import { standing, type Stand } from '../stand';
import { sinkUnitParams } from './params';

type Params = z.infer<typeof sinkUnitParams>;

/** Wood left between two cut-outs, and between a cut-out and an edge, before a worktop splits or bends there, mm: our own judgement. */
const WEB = 45;
/** A trap and its hose, side by side with nothing, mm. */
const TRAP_WIDE = 70;
/** Density of water, kg per litre; a full tank. */
const WATER = 1;

/** Where bowl, trap, tanks and hob are, in the unit's own directions: along its front, out of its back, up. */
interface Fittings {
	bowl: { w: Range; d: Range; z: Range };
	trap?: { w: Range; d: Range; z: Range };
	tanks: { w: Range; d: Range; z: Range }[];
	hob?: { w: Range; d: Range };
}

const around = (middle: number, size: number): Range => [middle - size / 2, middle + size / 2];

function fittingsOf(params: Params, bay: Range, beside: Range, floor: number, under: number, deep: number): Fittings {
	const middle = (bay[0] + bay[1]) / 2;
	const d = around(deep / 2, params.bowlWidth);
	const bowlZ: Range = [under - params.bowlDepth, under];
	const total = params.tanks * params.tankLength + Math.max(0, params.tanks - 1) * params.tankGap;
	const tanks = Array.from({ length: params.tanks }, (_, i) => {
		const from = middle - total / 2 + i * (params.tankLength + params.tankGap);
		return {
			w: [from, from + params.tankLength] as Range,
			d: around(deep / 2, params.tankDepth),
			z: [floor, floor + params.tankHeight] as Range
		};
	});
	return {
		bowl: { w: around(middle, params.bowlLength), d, z: bowlZ },
		...(params.trap > 0
			? { trap: { w: around(middle, TRAP_WIDE), d: around(deep / 2, TRAP_WIDE), z: [bowlZ[0] - params.trap, bowlZ[0]] as Range } }
			: {}),
		tanks,
		...(params.hob === 'none'
			? {}
			: { hob: { w: around((beside[0] + beside[1]) / 2, params.hobLength), d: around(deep / 2, params.hobWidth) } })
	};
}

const litresIn = ({ w, d, z }: Fittings['bowl']) => ((w[1] - w[0]) * (d[1] - d[0]) * (z[1] - z[0])) / 1e6;

function margins(
	params: Params,
	stand: Stand,
	{ bowl, trap, tanks, hob }: Fittings,
	worktop: { thick: number; deep: number },
	bay: Range
): InnerMargin[] {
	const at = (w: number, z: number) => {
		const { x, y } = stand.point(w, worktop.deep / 2);
		return vec3(x, y, z);
	};
	const middle = (bowl.w[0] + bowl.w[1]) / 2;
	const result: InnerMargin[] = [
		{
			id: 'pump-clamp',
			title: 'clamp of the pump fits the worktop',
			margin: Math.min(worktop.thick - params.clampLeast, params.clampMost - worktop.thick),
			comfort: 1,
			why: `The worktop is ${lengthMark(worktop.thick)} thick; the clamp holds from ${lengthMark(params.clampLeast)} to ${lengthMark(params.clampMost)}.`,
			at: at(middle, params.height),
			states: [SHUT]
		}
	];
	if (params.fresh > 0 && tanks[0])
		result.push({
			id: 'fresh-water',
			title: 'fresh water that the tank holds',
			unit: 'kg',
			margin: Math.floor(litresIn(tanks[0])) * WATER - params.fresh,
			comfort: 0,
			why: `A tank of this size holds ${Math.floor(litresIn(tanks[0]))} litres; ${Math.round(params.fresh)} are wanted.`,
			at: at((tanks[0].w[0] + tanks[0].w[1]) / 2, tanks[0].z[1]),
			states: [SHUT]
		});
	const lowest = trap ? trap.z[0] : bowl.z[0];
	const over = tanks.filter(({ w }) => trap && w[0] < trap.w[1] && w[1] > trap.w[0]);
	if (tanks.length > 0) {
		const top = Math.max(...tanks.map(({ z }) => z[1]));
		if (trap && over.length === 0) {
			const room = Math.min(...tanks.map(({ w }) => Math.max(w[0] - trap.w[1], trap.w[0] - w[1])));
			result.push(
				trapMargin(room, `The loop hangs between the tanks, ${lengthMark(Math.floor(room))} from the nearer one.`, at(middle, lowest))
			);
		} else
			result.push(
				trapMargin(
					lowest - top,
					`${trap ? 'The loop ends' : 'The bowl ends'} ${lengthMark(Math.round(lowest))} above the floor, the tank with its cap at ${lengthMark(Math.round(top))}. A gap between the tanks lets it hang lower.`,
					at(middle, top)
				)
			);
		result.push({
			id: 'bowl-over-tank',
			title: 'bowl clears the tanks',
			margin: bowl.z[0] - top,
			comfort: 20,
			why: `The underside of the bowl is at ${lengthMark(Math.round(bowl.z[0]))}, the tanks reach to ${lengthMark(Math.round(top))}; a cap needs a hand over it.`,
			at: at(middle, top),
			states: [SHUT]
		});
		const [first, last] = [Math.min(...tanks.map(({ w }) => w[0])), Math.max(...tanks.map(({ w }) => w[1]))];
		result.push({
			id: 'tanks-in-bay',
			title: 'tanks fit between the uprights',
			margin: bay[1] - bay[0] - (last - first),
			comfort: 6,
			why: 'They are lifted in through the door and must pass it side by side.',
			at: at(middle, top),
			states: [SHUT]
		});
	}
	const cuts = [bowl, ...(hob ? [hob] : [])];
	const edges = cuts.flatMap(({ w, d }) => [d[0], worktop.deep - d[1], w[0], params.length - w[1]]);
	const apart = hob ? [Math.max(hob.w[0] - bowl.w[1], bowl.w[0] - hob.w[1])] : [];
	result.push({
		id: 'worktop-web',
		title: 'wood left round the cut-outs',
		margin: Math.min(...edges, ...apart) - WEB,
		comfort: 10,
		why: `The narrowest strip of worktop beside a cut-out is ${lengthMark(Math.floor(Math.min(...edges, ...apart)))} wide; less than ${lengthMark(WEB)} splits or bends.`,
		at: at(middle, params.height),
		states: [SHUT]
	});
	return result;
}

const trapMargin = (margin: number, why: string, at: InnerMargin['at']): InnerMargin => ({
	id: 'trap-clears',
	title: 'trap clears the tank',
	margin,
	comfort: 10,
	why,
	at,
	states: [SHUT]
});

/** A cut-out of the worktop in the worktop's own plane. */
function cutOut(stand: Stand, worktop: Part, name: string, { w, d }: { w: Range; d: Range }): { name: string; outline: Polygon } {
	const { x, y } = stand.box(w, d, [0, 0]);
	const { shift } = worktop.pose;
	return { name, outline: rectangle(x[0] - shift.x, x[1] - shift.x, y[0] - shift.y, y[1] - shift.y) };
}

/** A kitchen base: sink with its trap over water tanks, pump and hob in the worktop, drawers or a cupboard beside it. */
export const sinkUnit = pieceKind({
	kind: 'sink-unit',
	title: 'Sink and water',
	group: 'cabinets and drawers',
	summary:
		'A kitchen base: a bowl and its trap over the water tanks, a pump clamped to the worktop, a hob if wanted, and drawers or a cupboard beside them.',
	caution:
		'A hob needs a vent that stays open, its gas bottle in a locker that drains to the outside, and a licensed person for pipes and hoses. Never heat the vehicle with it.',
	params: sinkUnitParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const { board, light } = sheetsOf(params, stock);
		const topBoard = { stock: params.worktopSheet, thickness: sheetOf(stock, params.worktopSheet).thickness };
		const x: Range = [params.rear, params.rear + params.length];
		const back = reachOn(interior, params.side, x, [0, params.height], params.gap + params.covering);
		const stand = standing(params.side === 'left' ? 'right' : 'left', sign(params.side) * back, params.rear);
		const frame: Shell = {
			stand,
			interior,
			width: params.length,
			base: 0,
			toe: params.toe,
			top: params.height,
			depths: [params.depth, params.depth],
			board,
			light,
			topBoard,
			link: 'unit',
			overhang: params.overhang
		};
		const t = board.thickness;
		const alone = params.length - params.sinkWidth - 3 * t < 120;
		const bays = baysIn(params.length, t, [params.toe, params.height], topBoard.thickness, [
			{ fill: 'door', rows: 1, width: alone ? 0 : params.sinkWidth },
			...(alone ? [] : [{ fill: params.fill2, rows: params.rows2, width: 0 }])
		]).map((bay, i) => ({ ...bay, name: i === 0 ? 'Sink' : 'Beside the sink' }));
		const made = furnished(frame, bays, params);
		const edge = params.depth - t;
		const [sinkBay, beside = sinkBay] = bays;
		const under = params.height - topBoard.thickness;
		const at = fittingsOf(params, sinkBay.w, beside.w, params.toe + t, under, edge);
		const ids = made.states.map(({ id }) => id);
		const parts = made.parts.map((part) =>
			part.id === 'top'
				? {
						...part,
						name: 'Worktop',
						cutOuts: [cutOut(stand, part, 'bowl', at.bowl), ...(at.hob ? [cutOut(stand, part, 'hob', at.hob)] : [])]
					}
				: part
		);
		const tankNames = ['Fresh water tank', 'Waste water tank'];
		const top = stand.box([0, params.length], [0, params.depth + params.overhang], [under, params.height]);
		const hardware: Hardware[] = [
			{ name: `Sink bowl, ${Math.round(params.bowlLength)} × ${Math.round(params.bowlWidth)} mm`, count: 1 },
			{ name: 'Pump or tap with its clamp', count: 1 },
			...(params.trap > 0 ? [{ name: 'Trap and waste hose', count: 1 }] : []),
			...at.tanks.map((tank, i) => ({ name: `${tankNames[i]}, ${Math.floor(litresIn(tank))} litres`, count: 1 })),
			...(at.tanks.length > 0 ? [{ name: 'Strap for a tank', count: at.tanks.length }] : []),
			...(at.hob ? [{ name: 'Hob', count: 1 }] : [])
		];
		return assembled({
			...made,
			links: [{ id: 'unit', module: 'Kitchen base', joint: { type: 'fixed' } }, ...made.links],
			parts: [
				...parts,
				boughtIn('bowl', 'Bowl', 'unit', stand.box(at.bowl.w, at.bowl.d, at.bowl.z), 1.2),
				...(at.trap ? [boughtIn('trap', 'Trap', 'unit', stand.box(at.trap.w, at.trap.d, at.trap.z), 0.3)] : []),
				...at.tanks.map((tank, i) =>
					boughtIn(`tank-${i + 1}`, tankNames[i], 'unit', stand.box(tank.w, tank.d, tank.z), 0.8 + litresIn(tank) * WATER)
				)
			],
			surfaces: [
				{
					id: 'worktop',
					use: 'work',
					outline: rectangle(...top.x, ...top.y),
					base: params.height,
					pad: 0,
					foam: 'firm',
					states: ids,
					workedFrom: {
						line: [stand.point(0, params.depth + params.overhang), stand.point(params.length, params.depth + params.overhang)],
						out: vec2(stand.out.x, stand.out.y)
					}
				},
				...made.surfaces
			],
			// What stands under the sink is no place for gear.
			spaces: made.spaces.filter(({ id }) => !id.startsWith(`${sinkBay.id}-`)),
			innerMargins: margins(params, stand, at, { thick: topBoard.thickness, deep: edge }, sinkBay.w),
			hardware: [...made.hardware, ...hardware],
			deck: params.height
		});
	}
});
