import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3, type Box } from '../../geometry/vector';
import { leastHalfWidth, sign } from '../../interior';
import {
	pieceKind,
	type Assembly,
	type InnerMargin,
	type Move,
	type Pad,
	type Part,
	type PieceState,
	type SlatZone,
	type Support,
	type Surroundings
} from '../assembly';
import { barIn, barOf } from '../making';
import { slatCouchParams } from './params';
import { lengthMark } from '../../units';

type Params = z.infer<typeof slatCouchParams>;
type Range = [number, number];

/** Play at the wall end of the travelling slats, so that they slide without rubbing. */
const PLAY = 10;

/** The sizes that everything else hangs on. Depth is counted from the wall end of the slats towards the aisle. */
interface Frame {
	x: Range;
	/** Slat tops and undersides; underside of rails. */
	top: number;
	slatUnder: number;
	under: number;
	/** How far the front travels. */
	travel: number;
	bar: number;
	/** Number, width and pitch of the slats; every second one travels. */
	slats: { count: number; width: number; pitch: number };
	/** A stretch of depth as a range of y. */
	y(from: number, to: number): Range;
	side: 1 | -1;
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const slat = barOf(stock, params.slatBar);
	const bar = barOf(stock, params.frameBar);
	const pitch = slat.width + params.slatGap;
	// An odd number, so that a fixed slat closes both ends.
	const most = Math.floor((params.length + params.slatGap) / pitch);
	const count = Math.max(3, most % 2 === 0 ? most - 1 : most);
	const x: Range = [params.rear, params.rear + count * pitch - params.slatGap];
	const slatUnder = params.height - slat.thickness;
	const under = slatUnder - bar.width;
	const wall = Math.floor(leastHalfWidth(interior, params.side, x, [under, params.height]) - params.gap);
	const side = sign(params.side);
	return {
		x,
		top: params.height,
		slatUnder,
		under,
		travel: params.bedWidth - params.seatDepth,
		bar: bar.thickness,
		slats: { count, width: slat.width, pitch },
		y: (from, to) => (side > 0 ? [wall - to, wall - from] : [from - wall, to - wall]),
		side
	};
}

/** Depths, from the wall, of everything that runs along the couch. */
function depths(params: Params, frame: Frame) {
	const D = params.seatDepth;
	const b = frame.bar;
	return {
		ledger: [0, b] as Range,
		hingeBar: [b, 2 * b] as Range,
		// Under the travelling slats, placed so that it meets the fixed rail when the bed is fully out.
		stop: [D - 3 * b - frame.travel, D - 2 * b - frame.travel] as Range,
		fixedRail: [D - 2 * b, D - b] as Range,
		front: [D - b, D] as Range
	};
}

function parts(params: Params, frame: Frame, stock: Surroundings['stock']): { parts: Part[]; supports: Support[] } {
	const at = depths(params, frame);
	const leg = barOf(stock, params.legBar);
	const railZ: Range = [frame.under, frame.slatUnder];
	const fixedTop = params.lid ? 'lid' : 'frame';
	const along = (id: string, name: string, link: string, depth: Range) =>
		barIn(id, name, params.frameBar, link, { x: frame.x, y: frame.y(...depth), z: railZ }, 'x');
	const list: Part[] = [
		along('ledger', 'Ledger at the wall', 'frame', at.ledger),
		along('fixed-rail', 'Fixed rail', 'frame', at.fixedRail),
		along('front-rail', 'Travelling front rail', 'front', at.front),
		along('stop', 'Stop bar', 'front', at.stop)
	];
	if (params.lid) list.push(along('hinge-bar', 'Hinge bar', 'lid', at.hingeBar));
	const supports: Support[] = [{ part: 'ledger', by: 'wall', kind: 'wall bracket' }];
	for (let i = 0; i < frame.slats.count; i++) {
		const x: Range = [frame.x[0] + i * frame.slats.pitch, frame.x[0] + i * frame.slats.pitch + frame.slats.width];
		const travels = i % 2 === 1;
		const y = travels ? frame.y(PLAY, params.seatDepth) : frame.y(0, params.seatDepth - frame.bar);
		const box: Box = { x, y, z: [frame.slatUnder, frame.top] };
		list.push(barIn(`slat-${i + 1}`, travels ? 'Slat, travelling' : 'Slat, fixed', params.slatBar, travels ? 'front' : fixedTop, box, 'y'));
		supports.push({ part: `slat-${i + 1}`, by: travels ? 'front-rail' : 'fixed-rail', kind: 'rail' });
	}
	// Legs stand inside the ends, and in the middle of a long couch; fixed and travelling ones side by side.
	const spots = params.length > 1300 ? [0, 0.5, 1] : [0, 1];
	for (const [i, share] of spots.entries()) {
		const from = frame.x[0] + share * (frame.x[1] - frame.x[0] - leg.width);
		const x: Range = [from, from + leg.width];
		const legs = [
			{
				id: `fixed-leg-${i + 1}`,
				name: 'Leg, fixed',
				link: 'frame',
				carries: 'fixed-rail',
				depth: [at.fixedRail[1] - leg.thickness, at.fixedRail[1]]
			},
			{
				id: `front-leg-${i + 1}`,
				name: 'Leg, travelling',
				link: 'front',
				carries: 'front-rail',
				depth: [at.front[0], at.front[0] + leg.thickness]
			}
		] as const;
		for (const { id, name, link, carries, depth } of legs) {
			list.push(barIn(id, name, params.legBar, link, { x, y: frame.y(...depth), z: [0, frame.under] }, 'z'));
			supports.push({ part: carries, by: id, kind: 'leg' });
		}
	}
	return { parts: list, supports };
}

function pads(params: Params, frame: Frame): Pad[] {
	const t = params.padThickness;
	const z: Range = [frame.top, frame.top + t];
	const D = params.seatDepth;
	const rest = params.bedWidth - D;
	const seat: Box = { x: frame.x, y: frame.y(0, D), z };
	const couchSeat = { box: seat, role: 'seat' as const };
	const list: Pad[] = [
		{
			id: 'seat-pad',
			name: 'Seat cushion',
			size: vec3(frame.x[1] - frame.x[0], D, t),
			foam: params.padFoam,
			places: { couch: couchSeat, bed: { box: seat, role: 'mattress' } }
		}
	];
	if (rest > 0)
		list.push({
			id: 'back-pad',
			name: 'Back cushion',
			size: vec3(frame.x[1] - frame.x[0], rest, t),
			foam: params.padFoam,
			places: {
				// By day it stands on the seat cushion against the wall.
				couch: { box: { x: frame.x, y: frame.y(0, t), z: [frame.top + t, frame.top + t + rest] }, role: 'back' },
				bed: { box: { x: frame.x, y: frame.y(D, params.bedWidth), z }, role: 'mattress' }
			}
		});
	return list;
}

/** Pushed in, fixed and travelling slats alternate; pulled out they do so only where both sets overlap. */
function slatZones(params: Params, frame: Frame): SlatZone[] {
	const { width, pitch } = frame.slats;
	const gap = params.slatGap;
	const share = (open: number, period: number) => open / period;
	const wide = pitch + gap;
	return [
		{ state: 'couch', zone: 'all over', slat: width, gap, open: share(gap, pitch) },
		{ state: 'bed', zone: 'at the wall and at the front', slat: width, gap: wide, open: share(wide, 2 * pitch) },
		{ state: 'bed', zone: 'where both sets overlap', slat: width, gap, open: share(gap, pitch) }
	];
}

function states(params: Params, frame: Frame): PieceState[] {
	const list: PieceState[] = [
		{ id: 'couch', name: 'Couch', joints: {}, startsFor: ['drive', 'day'] },
		{ id: 'bed', name: 'Bed', joints: { front: frame.travel }, startsFor: ['night'] }
	];
	if (params.lid) list.push({ id: 'lid-up', name: 'Lid up', joints: { lid: (params.lidAngle * Math.PI) / 180 }, startsFor: [] });
	return list;
}

// Seconds are our own estimates for one practised person; the user times the real thing.
function moves(params: Params, frame: Frame): Move[] {
	const list: Move[] = [
		{
			from: 'couch',
			to: 'bed',
			steps: [
				{ words: 'Lift the back cushion off', seconds: 5, hands: 1 },
				{ words: 'Pull the front out until the stop bar meets the rail', joints: { front: frame.travel }, seconds: 6, hands: 1 },
				{ words: 'Lay the back cushion along the front', seconds: 8, hands: 1 }
			]
		},
		{
			from: 'bed',
			to: 'couch',
			steps: [
				{ words: 'Stand the outer cushion aside', seconds: 5, hands: 1 },
				{ words: 'Push the front in', joints: { front: 0 }, seconds: 6, hands: 1 },
				{ words: 'Stand the back cushion against the wall', seconds: 6, hands: 1 }
			]
		}
	];
	if (params.lid)
		list.push({
			from: 'couch',
			to: 'lid-up',
			steps: [
				{ words: 'Take both cushions off', seconds: 10, hands: 1 },
				{ words: 'Lift the lid and set its stay; mind fingers', joints: { lid: (params.lidAngle * Math.PI) / 180 }, seconds: 6, hands: 1 }
			]
		});
	return list;
}

function stopHold(params: Params, frame: Frame): InnerMargin {
	const at = depths(params, frame);
	// The stop must not reach the ledger (and hinge bar) when the couch is pushed in.
	const wallSide = params.lid ? at.hingeBar[1] : at.ledger[1];
	return {
		id: 'stop-overlap',
		title: 'Stop and overlap of the slats',
		margin: at.stop[0] - wallSide,
		comfort: 20,
		why:
			`Pulled out by ${lengthMark(Math.round(frame.travel))}, the stop bar has to meet the fixed rail before the slats leave it, ` +
			`and pushed in it has to stay clear of the bars at the wall. A deeper couch or a narrower bed leaves more to hold on to.`,
		at: vec3((frame.x[0] + frame.x[1]) / 2, frame.y(...at.fixedRail)[0], frame.slatUnder),
		states: ['couch', 'bed']
	};
}

/** A couch along one wall whose front pulls out on interleaved slats to make a bed. */
export const slatCouch = pieceKind({
	kind: 'slat-couch',
	title: 'Slat couch',
	summary: 'A couch by day. Its front travels out on every second slat; seat and back cushions together make the mattress.',
	params: slatCouchParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }): Assembly {
		const frame = frameOf(params, { interior, stock });
		const built = parts(params, frame, stock);
		const aisle = vec3(0, -frame.side, 0);
		const hinge = vec3(0, frame.y(0, 0)[0], frame.slatUnder);
		const surface = (use: 'sleep' | 'sit', depth: Range, state: string) => ({
			id: state,
			use,
			outline: rectangle(...frame.x, ...frame.y(...depth)),
			base: frame.top,
			pad: params.padThickness,
			foam: params.padFoam,
			states: [state]
		});
		const storage: Box = {
			x: [frame.x[0] + barOf(stock, params.legBar).width, frame.x[1] - barOf(stock, params.legBar).width],
			y: frame.y(frame.bar, params.seatDepth - 2 * frame.bar),
			z: [0, frame.under]
		};
		return {
			links: [
				{ id: 'frame', joint: { type: 'fixed' } },
				// The lid rises on the aisle side: right-handed about +x that is a negative angle for a couch on the left.
				{
					id: 'lid',
					joint: { type: 'hinge', origin: hinge, axis: vec3(-frame.side, 0, 0), range: [0, (params.lidAngle * Math.PI) / 180] }
				},
				{ id: 'front', parent: 'lid', joint: { type: 'slide', axis: aisle, range: [0, frame.travel] } }
			],
			parts: built.parts,
			pads: pads(params, frame),
			states: states(params, frame),
			moves: moves(params, frame),
			surfaces: [
				{
					...surface('sit', [params.padThickness, params.seatDepth], 'couch'),
					faces: {
						direction: params.side === 'left' ? 'right' : 'left',
						backAt: frame.y(params.padThickness, params.padThickness)[0],
						edgeAt: frame.y(params.seatDepth, params.seatDepth)[0]
					}
				},
				surface('sleep', [0, params.bedWidth], 'bed')
			],
			supports: built.supports,
			spaces: [
				{
					id: 'under',
					name: 'Under the couch',
					box: storage,
					access: [
						{ face: params.side === 'left' ? 'right' : 'left', states: ['couch', 'bed'] },
						...(params.lid ? [{ face: 'top' as const, states: ['lid-up'] }] : [])
					]
				}
			],
			slats: slatZones(params, frame),
			innerMargins: [stopHold(params, frame)],
			ledges: [],
			rests: [],
			deck: params.height
		};
	}
});
