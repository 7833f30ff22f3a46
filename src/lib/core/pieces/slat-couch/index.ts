import type { z } from 'zod';
import { rectangle, type Polygon } from '../../geometry/polygon';
import { vec3, type Box } from '../../geometry/vector';
import { leastHalfWidth, sign } from '../../interior';
import {
	pieceKind,
	type Assembly,
	type InnerMargin,
	type Link,
	type Move,
	type Pad,
	type Part,
	type PieceState,
	type Rest,
	type SlatZone,
	type Support,
	type Surroundings
} from '../assembly';
import { assembled, barIn, barOf, interleaved, legsAlong, radians, sitOn, type Depth, type Range } from '../making';
import { slatCouchParams } from './params';
import { lengthMark } from '../../units';

type Params = z.infer<typeof slatCouchParams>;

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
	/** Sections that travel one by one, from the rear: the slats of each and the stretch of its rail. */
	sections: Section[];
	/** A stretch of depth as a range of y. */
	y: Depth;
	side: 1 | -1;
}

/** Part of the front that travels by itself. */
interface Section {
	/** Its link; also the name of its cushions. */
	id: string;
	x: Range;
	/** Numbers of its first slat and of the one after its last. */
	slats: Range;
}

/** Sections as equal as whole slats allow; each ends in the middle of a fixed slat, a sliver short of it. */
function sectionsOf(wanted: number, x: Range, { count, width, pitch }: Frame['slats']): Section[] {
	const pairs = (count - 1) / 2;
	const many = Math.min(wanted, pairs);
	const cut = (k: number) => 2 * Math.round((k * pairs) / many);
	const at = (slat: number) => x[0] + slat * pitch + width / 2;
	return Array.from({ length: many }, (_, k) => ({
		id: many === 1 ? 'front' : `front-${k + 1}`,
		x: [k === 0 ? x[0] : at(cut(k)) + 1, k === many - 1 ? x[1] : at(cut(k + 1)) - 1],
		slats: [cut(k), k === many - 1 ? count : cut(k + 1)]
	}));
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const slat = barOf(stock, params.slatBar);
	const bar = barOf(stock, params.frameBar);
	const pitch = slat.width + params.slatGap;
	const count = interleaved(params.length, slat.width, params.slatGap);
	const slats = { count, width: slat.width, pitch };
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
		slats,
		sections: sectionsOf(params.sections, x, slats),
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
	const along = (id: string, name: string, link: string, depth: Range, x = frame.x) =>
		barIn(id, name, params.frameBar, link, { x, y: frame.y(...depth), z: railZ }, 'x');
	const many = frame.sections.length > 1;
	const list: Part[] = [
		along('ledger', 'Ledger at the wall', 'frame', at.ledger),
		along('fixed-rail', 'Fixed rail', 'frame', at.fixedRail),
		...frame.sections.flatMap(({ id, x }, k) => [
			along(many ? `front-rail-${k + 1}` : 'front-rail', 'Travelling front rail', id, at.front, x),
			along(many ? `stop-${k + 1}` : 'stop', 'Stop bar', id, at.stop, x)
		])
	];
	if (params.lid) list.push(along('hinge-bar', 'Hinge bar', 'lid', at.hingeBar));
	const supports: Support[] = [{ part: 'ledger', by: 'wall', kind: 'wall bracket' }];
	for (let i = 0; i < frame.slats.count; i++) {
		const x: Range = [frame.x[0] + i * frame.slats.pitch, frame.x[0] + i * frame.slats.pitch + frame.slats.width];
		const travels = i % 2 === 1;
		const y = travels ? frame.y(PLAY, params.seatDepth) : frame.y(0, params.seatDepth - frame.bar);
		const box: Box = { x, y, z: [frame.slatUnder, frame.top] };
		const section = frame.sections.findIndex(({ slats }) => i >= slats[0] && i < slats[1]);
		const link = travels ? frame.sections[section].id : fixedTop;
		list.push(barIn(`slat-${i + 1}`, travels ? 'Slat, travelling' : 'Slat, fixed', params.slatBar, link, box, 'y'));
		supports.push({
			part: `slat-${i + 1}`,
			by: travels ? (many ? `front-rail-${section + 1}` : 'front-rail') : 'fixed-rail',
			kind: 'rail'
		});
	}
	// Legs stand inside the ends; every section has its own.
	const spots = (x: Range): number[] => legsAlong(x, barOf(stock, params.frameBar).width, leg.width);
	const legs = (id: string, name: string, link: string, carries: string, depth: Range, places: number[]) =>
		places.forEach((from, i) => {
			const box: Box = { x: [from, from + leg.width], y: frame.y(...depth), z: [0, frame.under] };
			list.push(barIn(`${id}-${i + 1}`, name, params.legBar, link, box, 'z'));
			supports.push({ part: carries, by: `${id}-${i + 1}`, kind: 'leg' });
		});
	legs('fixed-leg', 'Leg, fixed', 'frame', 'fixed-rail', [at.fixedRail[1] - leg.thickness, at.fixedRail[1]], spots(frame.x));
	frame.sections.forEach(({ id, x }, k) => {
		if (k < params.onLedge) return;
		const own = many ? `-${k + 1}` : '';
		legs(`front-leg${own}`, 'Leg, travelling', id, `front-rail${own}`, [at.front[0], at.front[0] + leg.thickness], spots(x));
	});
	return { parts: list, supports };
}

function pads(params: Params, frame: Frame): Pad[] {
	const t = params.padThickness;
	const z: Range = [frame.top, frame.top + t];
	const D = params.seatDepth;
	const rest = params.bedWidth - D;
	const seat: Box = { x: frame.x, y: frame.y(0, D), z };
	const arrangements = arrangementsOf(frame);
	const seatPad: Pad = {
		id: 'seat-pad',
		name: 'Seat cushion',
		size: vec3(frame.x[1] - frame.x[0], D, t),
		foam: params.padFoam,
		places: Object.fromEntries(arrangements.map(({ id, out }) => [id, { box: seat, role: out.length > 0 ? 'mattress' : 'seat' }]))
	};
	if (rest <= 0) return [seatPad];
	// By day a back cushion stands on the seat cushion against the wall; at night it lies on its section.
	const backPads = frame.sections.map((section, k): Pad => {
		const many = frame.sections.length > 1;
		const up: Box = { x: section.x, y: frame.y(0, t), z: [frame.top + t, frame.top + t + rest] };
		const down: Box = { x: section.x, y: frame.y(D, params.bedWidth), z };
		return {
			id: many ? `back-pad-${k + 1}` : 'back-pad',
			name: many ? `Back cushion ${k + 1}` : 'Back cushion',
			size: vec3(section.x[1] - section.x[0], rest, t),
			foam: params.padFoam,
			places: Object.fromEntries(
				arrangements.flatMap(({ id, out }): [string, Pad['places'][string]][] => {
					if (out.includes(section.id)) return [[id, { box: down, role: 'mattress' }]];
					// Nobody leaves a back cushion standing where others lie.
					return out.length === 0 || many ? [[id, { box: up, role: 'back' }]] : [];
				})
			)
		};
	});
	return [seatPad, ...backPads];
}

/** Which sections are out, with the name of that state: none, all, and with several sections everything between. */
function arrangementsOf({ sections }: Frame): { id: string; name: string; out: string[] }[] {
	const all = Array.from({ length: 2 ** sections.length }, (_, bits) =>
		sections.filter((_, k) => (bits >> k) % 2 === 1).map(({ id }) => id)
	);
	return all.map((out) => {
		if (out.length === 0) return { id: 'couch', name: 'Couch', out };
		if (out.length === sections.length) return { id: 'bed', name: 'Bed', out };
		const numbers = out.map((id) => id.split('-')[1]);
		return { id: `out-${numbers.join('-')}`, name: `Section ${numbers.join(' and ')} out`, out };
	});
}

/** The lying surface: the couch's depth along its length, and the sections that are out; on the shut couch as far as its back cushions. */
function lyingOutline(params: Params, frame: Frame, out: string[]): Polygon {
	const backs = out.length === 0 && params.bedWidth > params.seatDepth ? params.padThickness : 0;
	const [wall, seat, bed] = [backs, params.seatDepth, params.bedWidth].map((depth) => frame.y(depth, depth)[0]);
	if (out.length === 0 || out.length === frame.sections.length) {
		const front = out.length === 0 ? seat : bed;
		return rectangle(...frame.x, Math.min(wall, front), Math.max(wall, front));
	}
	const edge = frame.sections.flatMap(({ id, x }) => x.map((at) => ({ x: at, y: out.includes(id) ? bed : seat })));
	return [{ x: frame.x[0], y: wall }, ...edge, { x: frame.x[1], y: wall }];
}

/** Pushed in, fixed and travelling slats alternate; pulled out they do so only where both sets overlap. */
function slatZones(params: Params, frame: Frame): SlatZone[] {
	const { width, pitch } = frame.slats;
	const gap = params.slatGap;
	const share = (open: number, period: number) => open / period;
	const wide = pitch + gap;
	return arrangementsOf(frame).flatMap(({ id: state, out }): SlatZone[] =>
		out.length === 0
			? [{ state, zone: 'all over', slat: width, gap, open: share(gap, pitch) }]
			: [
					{ state, zone: 'at the wall and at the front', slat: width, gap: wide, open: share(wide, 2 * pitch) },
					{ state, zone: 'where both sets overlap', slat: width, gap, open: share(gap, pitch) }
				]
	);
}

function states(params: Params, frame: Frame): PieceState[] {
	const startsFor: Record<string, PieceState['startsFor']> = { couch: ['drive', 'day'], bed: ['night'] };
	const list = arrangementsOf(frame).map(({ id, name, out }): PieceState => ({
		id,
		name,
		joints: Object.fromEntries(out.map((link) => [link, frame.travel])),
		startsFor: startsFor[id] ?? []
	}));
	if (params.lid) list.push({ id: 'lid-up', name: 'Lid up', joints: { lid: radians(params.lidAngle) }, startsFor: [] });
	return list;
}

// Seconds are our own estimates for one practised person; the user times the real thing.
function moves(params: Params, frame: Frame): Move[] {
	const arrangements = arrangementsOf(frame);
	const many = frame.sections.length > 1;
	// One section out or in at a time.
	const list = arrangements.flatMap((from) =>
		frame.sections.flatMap(({ id }, k): Move[] => {
			const out = from.out.includes(id);
			const to = arrangements.find(
				(one) =>
					one.out.length === from.out.length + (out ? -1 : 1) &&
					one.out.includes(id) !== out &&
					from.out.every((x) => x === id || one.out.includes(x))
			);
			if (!to) return [];
			const front = many ? `section ${k + 1}` : 'the front';
			const cushion = many ? `back cushion ${k + 1}` : 'the back cushion';
			const steps: Move['steps'] = out
				? [
						{ words: many ? `Stand the outer cushion ${k + 1} aside` : 'Stand the outer cushion aside', seconds: 5, hands: 1 },
						{ words: `Push ${front} in`, joints: { [id]: 0 }, seconds: 6, hands: 1 },
						{ words: `Stand ${cushion} against the wall`, seconds: 6, hands: 1 }
					]
				: [
						{ words: `Lift ${cushion} off`, seconds: 5, hands: 1 },
						{ words: `Pull ${front} out until the stop bar meets the rail`, joints: { [id]: frame.travel }, seconds: 6, hands: 1 },
						{ words: `Lay ${cushion} along the front`, seconds: 8, hands: 1 }
					];
			return [{ from: from.id, to: to.id, steps }];
		})
	);
	if (params.lid)
		list.push({
			from: 'couch',
			to: 'lid-up',
			steps: [
				{ words: 'Take all cushions off', back: 'Lay the cushions on', seconds: 10, hands: 1 },
				{
					words: 'Lift the lid and set its stay; mind fingers',
					back: 'Lower the lid; mind fingers',
					joints: { lid: radians(params.lidAngle) },
					seconds: 6,
					hands: 1
				}
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
		states: arrangementsOf(frame).map(({ id }) => id)
	};
}

/** Sections without legs lie on what stands opposite, once they are out: their front rail over most of its breadth and length. */
function rests(params: Params, frame: Frame): Rest[] {
	const many = frame.sections.length > 1;
	return frame.sections.slice(0, params.onLedge).map(({ id, x }, k) => ({
		id: `rest-${id}`,
		name: many ? `Front rail of section ${k + 1}` : 'Front rail',
		box: { x, y: frame.y(params.bedWidth - frame.bar, params.bedWidth), z: [frame.under, frame.slatUnder] },
		hold: frame.bar * 0.75,
		states: arrangementsOf(frame)
			.filter(({ out }) => out.includes(id))
			.map(({ id }) => id)
	}));
}

/** A couch along one wall whose front pulls out on interleaved slats to make a bed. */
export const slatCouch = pieceKind({
	kind: 'slat-couch',
	title: 'Slat couch',
	group: 'beds that are seats',
	summary: 'A couch by day. Its front travels out on every second slat; seat and back cushions together make the mattress.',
	params: slatCouchParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around): Assembly {
		const { stock } = around;
		const frame = frameOf(params, around);
		const built = parts(params, frame, stock);
		const aisle = vec3(0, -frame.side, 0);
		const hinge = vec3(0, frame.y(0, 0)[0], frame.slatUnder);
		const bedded = { base: frame.top, pad: params.padThickness, foam: params.padFoam };
		const storage: Box = {
			x: [frame.x[0] + barOf(stock, params.legBar).width, frame.x[1] - barOf(stock, params.legBar).width],
			y: frame.y(frame.bar, params.seatDepth - 2 * frame.bar),
			z: [0, frame.under]
		};
		return assembled({
			links: [
				{ id: 'frame', joint: { type: 'fixed' } },
				// The lid rises on the aisle side: right-handed about +x that is a negative angle for a couch on the left.
				{
					id: 'lid',
					joint: { type: 'hinge', origin: hinge, axis: vec3(-frame.side, 0, 0), range: [0, radians(params.lidAngle)] }
				},
				...frame.sections.map(({ id }): Link => ({ id, parent: 'lid', joint: { type: 'slide', axis: aisle, range: [0, frame.travel] } }))
			],
			parts: built.parts,
			pads: pads(params, frame),
			states: states(params, frame),
			moves: moves(params, frame),
			surfaces: [
				sitOn('couch', params.side, frame.x, frame.y, [params.padThickness, params.seatDepth], { ...bedded, states: ['couch'] }),
				...arrangementsOf(frame).map(({ id, out }) => ({
					...bedded,
					id: out.length === 0 ? 'narrow' : id,
					use: 'sleep' as const,
					outline: lyingOutline(params, frame, out),
					states: [id]
				}))
			],
			supports: built.supports,
			spaces: [
				{
					id: 'under',
					name: 'Under the couch',
					box: storage,
					access: [
						{ face: params.side === 'left' ? 'right' : 'left', states: arrangementsOf(frame).map(({ id }) => id) },
						...(params.lid ? [{ face: 'top' as const, states: ['lid-up'] }] : [])
					]
				}
			],
			slats: slatZones(params, frame),
			innerMargins: [stopHold(params, frame)],
			rests: rests(params, frame),
			deck: params.height
		});
	}
});
