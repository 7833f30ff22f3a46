import type { Highs } from 'highs';
import { cuttingPlan } from '../cutting';
import { interiorOf, sceneOf } from '../derive';
import { bounds } from '../geometry/polygon';
import type { PlacedPiece, Scene } from '../modes';
import { convert, type Conversion } from '../moves';
import { placeSleepers } from '../people';
import { padMass, partMass } from '../pieces';
import { modeFor } from '../plan/mode-for';
import type { Plan } from '../plan/plan';
import type { Use } from '../plan/use';
import { litres, litresOf, loadRoom } from '../storage';
import { lengthMark } from '../units';

/** What a layout amounts to, in numbers that can be set beside those of another. */
export interface LayoutFacts {
	/** Floor to the boards of the bed, mm; NaN where there is none. */
	height: number;
	/** Of the bed as it is slept on, mm; NaN where there is none. */
	length: number;
	width: number;
	/** Litres under everything that is built. */
	storage: number;
	/** kg of boards, bars and cushions. */
	weight: number;
	/** What the shopping list comes to; null where something cannot be cut from its stock. */
	cost: number | null;
	/** Driving to sleeping; null when none of the ways that were looked at leads there. */
	seconds: number | null;
	/** What is in the way when it is proven that none leads there; empty otherwise. */
	blocked: string;
	/** Widest strip beside the bed at night, mm. */
	beside: number;
	/** Share of the floor that nothing stands on while driving. */
	freeFloor: number;
	/** The largest box that can stand on the floor while driving, litres. */
	load: number;
}

/** A layout that takes more arrangements than this to make up is no quick one: the search for its way ends there. */
const MOST_NODES = 400;

/** Lower than this something counts as standing on the floor, mm. */
const LOW = 60;

/** Weight of everything in a plan that is built, cushions included, kg. */
const massOf = ({ stock }: Plan, pieces: readonly PlacedPiece[]): number =>
	pieces.reduce(
		(sum, { assembly: { parts, pads } }) =>
			sum + parts.reduce((kg, part) => kg + partMass(part, stock), 0) + pads.reduce((kg, pad) => kg + padMass(pad), 0),
		0
	);

/** Why a bed cannot be made up, in words. */
function blockWords(plan: Plan, { blocks, noMoves }: Extract<Conversion, { ok: false }>): string {
	const [block] = blocks;
	if (!block) return `${noMoves.map((id) => plan.pieces[id].name).join(' and ') || 'It'} cannot be made up for the night`;
	return `Making it up, ${block.who.toLowerCase()} meets ${block.whom.toLowerCase()} by ${lengthMark(Math.ceil(block.by))}`;
}

/** The bed as it is slept on, of several pieces where they lie level side by side; undefined where there is none. */
function bedOf(plan: Plan, scene: Scene): Pick<LayoutFacts, 'height' | 'length' | 'width'> | undefined {
	const [sleeper] = placeSleepers(plan.crew, scene);
	const surfaces = scene.pieces.flatMap(({ assembly, state }) =>
		assembly.surfaces.filter((s) => s.use === 'sleep' && s.states.includes(state.id))
	);
	const surface = sleeper?.surface ?? surfaces[0];
	if (!surface) return undefined;
	const { x, y } = bounds(surface.outline);
	return { height: surface.base, length: x[1] - x[0], width: y[1] - y[0] };
}

/** The way between the first modes of two uses, as far as a quick one goes; undefined where the plan has no such modes. */
export function wayBetween(plan: Plan, from: Use, to: Use): Conversion | undefined {
	const [a, b] = [modeFor(plan, from), modeFor(plan, to)];
	return a && b && convert(plan, a.id, b.id, MOST_NODES);
}

/**
 * Works out the facts of a layout.
 *
 * @param solver lays out what is bought, so that its price is that of the shopping list
 */
export function layoutFacts(plan: Plan, solver: Highs): LayoutFacts {
	const any = Object.keys(plan.modes)[0];
	const scene = sceneOf(plan, modeFor(plan, 'night')?.id ?? any);
	const { sections, length } = interiorOf(plan.vehicle);
	const walls = Math.min(...sections.map((s) => s.left.value[0])) + Math.min(...sections.map((s) => s.right.value[0]));
	const driving = sceneOf(plan, modeFor(plan, 'drive')?.id ?? any);
	const load = loadRoom(driving);
	const floor = driving.pieces
		.flatMap((piece) => piece.parts)
		.filter((part) => part.box.z[0] < LOW)
		.reduce((sum, { box }) => sum + (box.x[1] - box.x[0]) * (box.y[1] - box.y[0]), 0);
	const way = wayBetween(plan, 'drive', 'night');
	const bed = bedOf(plan, scene) ?? { height: NaN, length: NaN, width: NaN };
	return {
		...bed,
		storage: litresOf(scene.pieces.flatMap((piece) => piece.assembly.spaces)),
		weight: massOf(plan, scene.pieces),
		cost: cuttingPlan(plan, solver).cost,
		seconds: way?.ok ? way.seconds : null,
		blocked: !way || way.ok || !way.proven ? '' : blockWords(plan, way),
		beside: Number.isNaN(bed.width) ? walls : Math.max(0, walls - bed.width),
		freeFloor: Math.max(0, 1 - floor / Math.max(1, length * walls)),
		load: load ? litres(load) : 0
	};
}
