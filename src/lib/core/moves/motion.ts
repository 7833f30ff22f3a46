import type { Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import { chainOf, linkPoses, padsIn, placePad, placePart, posed, solidOf, type NamedSolid, type PadAt } from '../modes';
import type { Assembly, Move, PieceState, Step } from '../pieces';
import { slidesAlong, trackOf, type Motion, type Track } from './sweep';

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

/** How far the furthest of some corners moves, mm. */
const furthest = (a: readonly Vec3[], b: readonly Vec3[]) =>
	a.reduce((most, p, i) => Math.max(most, Math.hypot(p.x - b[i].x, p.y - b[i].y, p.z - b[i].z)), 0);

/**
 * A move of a piece followed from start to end, its pads that ride along included. What is carried out of the vehicle
 * is left out: whether it passes the door is a question of its own.
 */
export const motionOf = remember((assembly: Assembly, move: Move): Motion => {
	const { links, states } = assembly;
	const { stay } = padsThrough(assembly, move);
	const state = states.find(({ id }) => id === move.from)!;
	let joints = { ...state.joints };
	let out = state.out ?? [];
	let spent = 0;
	const stretches = move.steps.flatMap((step): Motion['stretches'] => {
		const start = spent;
		spent += step.seconds;
		out = carried(out, step);
		const moved = Object.keys(step.joints ?? {}).filter((link) => (step.joints![link] ?? 0) !== (joints[link] ?? 0));
		if (moved.length === 0) return [];
		const from = joints;
		joints = { ...joints, ...step.joints };
		const moves = (link: string) => chainOf(links, link).some((one) => moved.includes(one));
		const standing = posed('', '', assembly, from, out, stay);
		const riding = stay.filter(({ at }) => at.link && moves(at.link));
		const firm = standing.parts.filter(({ part }) => !part.yields);
		const going = firm.filter(({ part }) => moves(part.link)).map(({ part }) => part);
		const at = (share: number) => {
			const values = Object.fromEntries(moved.map((link) => [link, (from[link] ?? 0) + share * ((joints[link] ?? 0) - (from[link] ?? 0))]));
			const poses = linkPoses(links, { ...from, ...values });
			return [
				...going.map((part) => placePart('', part, poses.get(part.link)!)),
				...riding.map(({ pad, at }) => placePad('', pad, at, poses.get(at.link!)!))
			];
		};
		const quarters = [0, 0.25, 0.5, 0.75, 1].map(at);
		// Boxes that slide are known by what they pass through; steps only tell when they hit.
		const [begin, end] = [quarters[0], quarters[4]].map((placed) => placed.map(solidOf));
		const slides =
			moved.every((link) => links.find(({ id }) => id === link)?.joint.type === 'slide') &&
			begin.every((solid, k) => slidesAlong([solid, end[k]]));
		// A turn goes further than its chord: quarters of it are measured.
		const corners = quarters.map((placed) => placed.map((one) => [...one.lower, ...one.upper]));
		const long = corners[0].reduce(
			(most, _, k) =>
				Math.max(
					most,
					[1, 2, 3, 4].reduce((sum, q) => sum + furthest(corners[q - 1][k], corners[q][k]), 0)
				),
			0
		);
		const count = Math.max(2, Math.min(MOST_STEPS, Math.ceil((1.1 * long) / (slides ? SLIDE_STEP : STEP))));
		const places = Array.from({ length: count + 1 }, (_, i) => at(i / count));
		const times = places.map((_, i) => start + (i / count) * step.seconds);
		const names = [...going.map(({ name }) => name), ...riding.map(({ pad }) => pad.name)];
		const tracks = names.map((name, k): Track =>
			trackOf(
				name,
				places.map((place) => solidOf(place[k])),
				times
			)
		);
		const still: NamedSolid[] = [
			...firm.filter(({ part }) => !moves(part.link)).map((placed) => ({ name: placed.part.name, solid: solidOf(placed) })),
			...standing.pads
				.filter(({ pad }) => !riding.some((one) => one.pad === pad))
				.map((placed) => ({ name: placed.pad.name, solid: solidOf(placed) }))
		];
		return [{ tracks, still }];
	});
	return { stretches };
});
