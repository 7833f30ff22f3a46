import type { Pose } from '../geometry/pose';
import type { Solid } from '../interior';
import { remember } from '../memory';
import {
	chainOf,
	linkPoses,
	padsIn,
	placedPads,
	placedParts,
	placePad,
	placePart,
	solidOf,
	type PadAt,
	type PlacedPad,
	type PlacedPart
} from '../modes';
import type { Assembly, Joint, Move, Part, PieceState, Step } from '../pieces';
import { isSlid, trackOf, type Motion, type Track } from './track';

/** Positions along a move are no further apart than this for any corner of what moves, mm. */
const STEP = 10;
/** For boxes that slide, mm. */
const SLIDE_STEP = 80;
const MOST_STEPS = 240;

/**
 * The moves of an assembly: those that its kind gives and, where it gives none for the way back, the same steps
 * reversed. Remembered.
 */
export const movesOf = remember((assembly: Assembly): Move[] => {
	const { moves, states } = assembly;
	const back = moves
		.filter((move) => !moves.some((other) => other.from === move.to && other.to === move.from))
		.map((move): Move => ({ from: move.to, to: move.from, steps: reversed(move, states) }));
	return [...moves, ...back];
});

function reversed({ from, steps }: Move, states: PieceState[]): Step[] {
	const start = states.find((state) => state.id === from)?.joints ?? {};
	return steps
		.map((step, i): Step => {
			// Each joint goes back to where an earlier step, or the state itself, had put it.
			const before: Record<string, number> = { ...start };
			for (const earlier of steps.slice(0, i)) Object.assign(before, earlier.joints);
			const joints = step.joints && Object.fromEntries(Object.keys(step.joints).map((link) => [link, before[link] ?? 0]));
			return {
				...step,
				words: step.back ?? `Back: ${step.words.replace(/^./, (c) => c.toLowerCase())}`,
				back: step.words,
				joints,
				takesOut: step.bringsIn,
				bringsIn: step.takesOut
			};
		})
		.reverse();
}

/** Pads that stay where they are, on their link, through a move; and those that are taken off and laid elsewhere. */
export const padsThrough = remember((assembly: Assembly, move: Move): { stay: PadAt[]; loose: string[] } => {
	const same = (pad: PadAt['pad']) => {
		const [a, b] = [pad.places[move.from], pad.places[move.to]];
		return a === b || (a && b && a.link === b.link && JSON.stringify([a.box, a.outline]) === JSON.stringify([b.box, b.outline]));
	};
	return {
		stay: padsIn(assembly, move.from).filter(({ pad }) => same(pad)),
		loose: assembly.pads.filter((pad) => !same(pad)).map((pad) => pad.name)
	};
});

/** Joint values and links out of the vehicle at one moment of a move, counted in seconds from its start. */
export function during(state: PieceState, move: Move, seconds: number): { joints: Record<string, number>; out: string[] } {
	const joints = { ...state.joints };
	let out = state.out ?? [];
	let left = seconds;
	for (const step of move.steps) {
		if (left <= 0) break;
		const share = Math.min(1, left / Math.max(0.001, step.seconds));
		for (const [link, to] of Object.entries(step.joints ?? {})) joints[link] = (joints[link] ?? 0) + share * (to - (joints[link] ?? 0));
		if (share >= 0.5) out = carried(out, step);
		left -= step.seconds;
	}
	return { joints, out };
}

const carried = (out: readonly string[], { takesOut = [], bringsIn = [] }: Step): string[] => [
	...out.filter((link) => !bringsIn.includes(link)),
	...takesOut
];

/** How far the furthest corner of a thing is from where it was, mm. */
const furthest = (a: PlacedPart | PlacedPad, b: PlacedPart | PlacedPad): number =>
	[...a.lower, ...a.upper].reduce((most, p, i) => {
		const q = i < b.lower.length ? b.lower[i] : b.upper[i - b.lower.length];
		return Math.max(most, Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z));
	}, 0);

/** Whether every corner of a thing is as high at two places. */
const isAsHigh = (a: PlacedPart | PlacedPad, b: PlacedPart | PlacedPad): boolean =>
	[a.lower, a.upper].every((corners, i) => corners.every(({ z }, k) => Math.abs(z - [b.lower, b.upper][i][k].z) < 1e-9));

/** A part or a pad that travels, where it is for given poses of the links. */
interface Thing {
	name: string;
	soft: boolean;
	at: (poses: ReadonlyMap<string, Pose>) => PlacedPart | PlacedPad;
}

/**
 * The tracks of things that travel in one step, in places that no corner is further apart than {@link STEP}.
 *
 * @param posesAt poses of all links after a share of the step.
 * @param travelled the joints that move, and by how much.
 * @param time seconds after a share of the step.
 */
function follow(
	things: readonly Thing[],
	posesAt: (share: number) => ReadonlyMap<string, Pose>,
	travelled: readonly { joint: Joint; by: number }[],
	time: (share: number) => number
): Track[] {
	// A turn goes further than its chord, and a way has legs of its own: quarters of each are measured.
	const legs = Math.ceil(Math.max(...travelled.map(({ joint, by }) => ('way' in joint ? by : 1))));
	const measured = Array.from({ length: 4 * legs + 1 }, (_, i) => {
		const poses = posesAt(i / (4 * legs));
		return things.map((thing) => thing.at(poses));
	});
	const chords = things.map((_, k) => measured.slice(1).map((placed, i) => furthest(measured[i][k], placed[k])));
	const long = Math.max(0, ...chords.map((of) => of.reduce((sum, chord) => sum + chord, 0)));
	const straight = travelled.every(({ joint }) => joint.type === 'slide');
	const [begin, end] = [measured[0], measured[measured.length - 1]].map((placed) => placed.map(solidOf));
	// Boxes that slide are known by what they pass through; places only tell when they hit.
	const slide = things.map((_, k) => straight && isSlid(begin[k], end[k]));
	// A corner that turns is as high at three places only if it always is.
	const level = things.map((_, k) => measured.every((placed) => isAsHigh(measured[0][k], placed[k])));
	const pitch = slide.every(Boolean) ? SLIDE_STEP : STEP;
	const last = Math.max(2, Math.min(MOST_STEPS, Math.ceil((1.1 * long) / pitch)));
	const poses = new Map<number, ReadonlyMap<string, Pose>>();
	const posesOf = (i: number) => {
		if (!Number.isInteger(i)) return posesAt(i / last);
		return poses.get(i) ?? poses.set(i, posesAt(i / last)).get(i)!;
	};
	return things.map(({ name, soft, at }, k): Track => {
		const places = new Map<number, Solid>([
			[0, begin[k]],
			[last, end[k]]
		]);
		// A quarter in which it goes faster than on the average, and the bend of it.
		const step = (1.25 * Math.max(...chords[k]) * 4 * legs) / last;
		const place = (i: number): Solid => {
			const known = places.get(i);
			if (known) return known;
			const made = solidOf(at(posesOf(i)));
			// Between two places it is looked at once.
			if (Number.isInteger(i)) places.set(i, made);
			return made;
		};
		return trackOf({ name, soft, last, place, step, time: (i) => time(i / last), slides: slide[k], level: level[k] });
	});
}

/** Parts that do not give way, where they stand for some joint values, with their solids. */
const firmAt = (assembly: Assembly, joints: Record<string, number>, out: readonly string[]): { part: Part; solid: Solid }[] =>
	placedParts('', assembly, joints, out).flatMap((placed) => (placed.part.yields ? [] : [{ part: placed.part, solid: solidOf(placed) }]));

/** The same as a state has them, where most moves of a piece with many fronts begin. Remembered. */
const firmIn = remember((assembly: Assembly, { joints, out = [] }: PieceState) => firmAt(assembly, joints, out));

/**
 * A move of a piece followed from start to end, its pads that ride along included. What is carried out of the vehicle
 * is left out: whether it passes the door is a question of its own.
 */
export const motionOf = remember((assembly: Assembly, move: Move): Motion => {
	const { links, states } = assembly;
	const { stay } = padsThrough(assembly, move);
	const state = states.find(({ id }) => id === move.from)!;
	let joints = state.joints;
	const begun: readonly string[] = state.out ?? [];
	let out = begun;
	let spent = 0;
	const stretches = move.steps.flatMap((step): Motion['stretches'] => {
		const start = spent;
		spent += step.seconds;
		if (step.takesOut || step.bringsIn) out = carried(out, step);
		const moved = Object.keys(step.joints ?? {}).filter((link) => (step.joints![link] ?? 0) !== (joints[link] ?? 0));
		if (moved.length === 0) return [];
		const from = joints;
		// Places are worked out later, when the joints have gone on.
		const to = { ...joints, ...step.joints };
		joints = to;
		const moves = (link: string) => chainOf(links, link).some((one) => moved.includes(one));
		const firm = from === state.joints && out === begun ? firmIn(assembly, state) : firmAt(assembly, from, out);
		const riding = stay.filter(({ at }) => at.link && moves(at.link));
		const going = firm.filter(({ part }) => moves(part.link)).map(({ part }) => part);
		const posesAt = (share: number) => {
			const values = Object.fromEntries(moved.map((link) => [link, (from[link] ?? 0) + share * ((to[link] ?? 0) - (from[link] ?? 0))]));
			return linkPoses(links, { ...from, ...values });
		};
		const things: Thing[] = [
			...going.map((part): Thing => ({ name: part.name, soft: false, at: (poses) => placePart('', part, poses.get(part.link)!) })),
			...riding.map(({ pad, at }): Thing => ({ name: pad.name, soft: true, at: (poses) => placePad('', pad, at, poses.get(at.link!)!) }))
		];
		const travelled = moved.map((link) => ({
			joint: links.find(({ id }) => id === link)!.joint,
			by: Math.abs((to[link] ?? 0) - (from[link] ?? 0))
		}));
		const tracks = follow(things, posesAt, travelled, (share) => start + share * step.seconds);
		const still: Motion['stretches'][number]['still'] = [
			...firm.filter(({ part }) => !moves(part.link)).map(({ part, solid }) => ({ name: part.name, solid, soft: false })),
			...placedPads('', assembly, from, out, stay)
				.filter(({ pad }) => !riding.some((one) => one.pad === pad))
				.map((placed) => ({ name: placed.pad.name, solid: solidOf(placed), soft: true }))
		];
		return [{ tracks, still }];
	});
	return { stretches };
});
