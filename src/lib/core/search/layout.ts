import { sceneOf } from '../derive';
import { area, bounds } from '../geometry/polygon';
import { convert } from '../moves';
import { KINDS, padMass, partMass, type Piece } from '../pieces';
import { placeSleepers } from '../people';
import type { Edit } from '../plan/edit';
import type { Mode, Plan } from '../plan/plan';
import { starterMode } from '../plan/starter';
import { STARTING_STOCK } from '../plan/stock';
import { USES } from '../plan/use';
import { litresOf } from '../storage';
import { modeFor, type Ground } from './ground';
import type { Draft } from './mechanisms';

/** The id of the piece that people lie on in a layout. */
export const BED = 'bed';

/** The plan with a draft's pieces in place of its own: one mode for each use, everybody in bed at night, all gear under it. */
export function planOf({ plan, brief, sleepers }: Ground, draft: Draft): Plan {
	const ids = draft.pieces.map((_, i) => (i === 0 ? BED : `${BED}-${i + 1}`));
	const pieces = Object.fromEntries(
		draft.pieces.map(({ kind, name, params }, i) => [ids[i], { kind, name, params: KINDS[kind].params.parse(params) } as Piece])
	);
	const asleep = new Set(sleepers.map(({ id }) => id));
	const modes = Object.fromEntries(
		USES.map((use) => {
			const { id, mode } = modeFor(plan, use) ?? {
				id: use,
				mode: starterMode(plan.vehicle, use === 'drive' ? 'Drive' : use === 'day' ? 'Day' : 'Night', use)
			};
			// Where things lie about belongs to the pieces that were there.
			const rest = { ...mode };
			delete rest.lies;
			const people = Object.fromEntries(
				Object.keys(plan.crew).map((person): [string, Mode['people'][string]] => {
					if (use === 'night' && asleep.has(person)) return [person, { posture: 'lying', piece: BED }];
					return [person, { posture: use === 'drive' ? 'in a seat' : 'away' }];
				})
			);
			return [id, { ...rest, seats: draft.berth.seatPlan.settings[use], pieces: {}, people }];
		})
	);
	const gear = Object.fromEntries(Object.entries(plan.gear).map(([id, item]) => [id, { ...item, under: BED }]));
	return { ...plan, brief, pieces, modes, gear, stock: stockFor(plan, pieces) };
}

/** The plan's stock, and from the usual one whatever else the pieces are cut from. */
function stockFor({ stock }: Plan, pieces: Record<string, Piece>): Plan['stock'] {
	const wanted = Object.values(pieces).flatMap(({ params }) => Object.entries(params).map(([key, value]) => [key, String(value)] as const));
	const completed = <T>(own: Record<string, T>, usual: Record<string, T>, ending: 'Sheet' | 'Bar'): Record<string, T> => {
		const missing = wanted.flatMap(([key, id]) =>
			key.endsWith(ending) && !Object.hasOwn(own, id) && Object.hasOwn(usual, id) ? [id] : []
		);
		return missing.length === 0 ? own : { ...own, ...Object.fromEntries(missing.map((id) => [id, usual[id]])) };
	};
	const sheets = completed(stock.sheets, STARTING_STOCK.sheets, 'Sheet');
	const bars = completed(stock.bars, STARTING_STOCK.bars, 'Bar');
	return sheets === stock.sheets && bars === stock.bars ? stock : { ...stock, sheets, bars };
}

/** What a layout amounts to, in numbers that can be set beside those of another. */
export interface Facts {
	/** Floor to the boards, mm. */
	height: number;
	/** Of the bed as it is slept on, mm. */
	length: number;
	width: number;
	/** Litres under it. */
	storage: number;
	/** kg of boards, bars and cushions. */
	weight: number;
	/** Of boards and bars by their area and length: what is bought whole costs more. */
	cost: number;
	/** Driving to sleeping; null when no way was found. */
	seconds: number | null;
	/** Widest strip beside the bed at night, mm. */
	beside: number;
	/** Share of the floor that nothing stands on while driving. */
	freeFloor: number;
}

/** A layout that takes more arrangements than this to make up is no quick one: the search for its way ends there. */
const MOST_NODES = 400;

/** Weight, and price by area and length, of everything in a plan that is built. */
function material({ stock }: Plan, pieces: ReturnType<typeof sceneOf>['pieces']) {
	let [weight, cost] = [0, 0];
	for (const { assembly } of pieces) {
		for (const part of assembly.parts) {
			weight += partMass(part, stock);
			const { x, y } = bounds(part.outline);
			if (part.form === 'board') {
				const sheet = stock.sheets[part.stock];
				cost += (Math.abs(area(part.outline)) / (sheet.length * sheet.width)) * sheet.price;
			} else cost += (Math.max(x[1] - x[0], y[1] - y[0]) / stock.bars[part.stock].length) * stock.bars[part.stock].price;
		}
		for (const pad of assembly.pads) weight += padMass(pad);
	}
	return { weight, cost };
}

/** Works out the facts of a layout. */
export function factsOf({ interior }: Ground, plan: Plan, draft: Draft): Facts {
	const night = modeFor(plan, 'night')!;
	const drive = modeFor(plan, 'drive')!;
	const scene = sceneOf(plan, night.id);
	const bed = scene.pieces.find((piece) => piece.id === BED)!;
	const surface = bed.assembly.surfaces.find((s) => s.use === 'sleep' && s.states.includes(bed.state.id));
	const { x, y } = surface ? bounds(surface.outline) : bounds(bed.parts.flatMap((part) => part.footprint ?? []));
	const { y: room } = draft.berth;
	const way = convert(plan, drive.id, night.id, MOST_NODES);
	const walls = Math.min(...interior.sections.map((s) => s.left.value[0])) + Math.min(...interior.sections.map((s) => s.right.value[0]));
	const floor = sceneOf(plan, drive.id)
		.pieces.flatMap((piece) => piece.parts)
		.filter((part) => part.box.z[0] < 60)
		.reduce((sum, { box }) => sum + (box.x[1] - box.x[0]) * (box.y[1] - box.y[0]), 0);
	return {
		height: bed.assembly.deck,
		length: x[1] - x[0],
		width: y[1] - y[0],
		storage: litresOf(scene.pieces.flatMap((piece) => piece.assembly.spaces)),
		...material(plan, scene.pieces),
		seconds: way.ok ? way.seconds : null,
		beside: Math.max(0, walls - (room[1] - room[0])),
		freeFloor: Math.max(0, 1 - floor / Math.max(1, interior.length * walls))
	};
}

/** Whether everybody who should sleep in a layout has a place in it, along the vehicle or across it as its draft meant. */
export function liesAsMeant(plan: Plan, { sleepers }: Ground, { berth }: Draft): boolean {
	const lying = placeSleepers(plan.crew, sceneOf(plan, modeFor(plan, 'night')!.id));
	return lying.length === sleepers.length && lying.every(({ rest }) => berth.along === Math.abs(Math.cos(rest.angle)) > 0.7);
}

/** The edits that make a plan into a layout found for it: its pieces and modes, where gear goes, what it is cut from, and what was given up. */
export const takeLayout = (layout: Plan): Edit[] =>
	(['brief', 'stock', 'pieces', 'modes', 'gear', 'crew'] as const).map((key) => ({ path: [key], value: layout[key] }));
