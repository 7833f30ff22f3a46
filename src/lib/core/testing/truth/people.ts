import { sceneOf } from '../../derive';
import { bounds } from '../../geometry/polygon';
import { placeSitters, placeSleepers } from '../../people';
import type { PlacedPiece } from '../../modes';
import { applyEdits, type Edit, type Posture } from '../../plan';
import { pick, type FaultKind } from './fault';

const person = { name: 'Nadia', stature: 1720, weight: 68, wants: [] };

/** A person more in the plan, doing something in one mode. */
const withOneMore = (mode: string, at: unknown): Edit[] => [
	{ path: ['crew', 'nadia'], value: person },
	{ path: ['modes', mode, 'people', 'nadia'], value: at }
];

/** Somebody who does something on a piece that offers nothing for it as it stands. */
const onTheWrongPiece = (fault: string, posture: Posture, use: 'sleep' | 'sit'): FaultKind => ({
	fault,
	plant(plan, mode, random) {
		const offers = ({ assembly, state }: PlacedPiece) => assembly.surfaces.some((one) => one.use === use && one.states.includes(state.id));
		const piece = pick(
			sceneOf(plan, mode).pieces.filter((one) => !offers(one)),
			random
		);
		if (!piece) return undefined;
		const edits = withOneMore(mode, { posture, piece: piece.id });
		return { plan: applyEdits(plan, edits), mode, subjects: ['nadia'], words: `Nadia is ${posture}: ${piece.name}` };
	}
});

/** Faults of where people are: decided by what a plan says, not by any sum. */
export const PEOPLE_FAULTS: readonly FaultKind[] = [
	onTheWrongPiece('lies on what is no bed', 'lying', 'sleep'),
	onTheWrongPiece('sits on what is no seat', 'on the bench', 'sit'),
	onTheWrongPiece('sits on the edge of what is no bed', 'on the edge of a bed', 'sleep'),
	{
		fault: 'sits or lies on nothing at all',
		plant(plan, mode, random) {
			const posture = pick(['on the bench', 'on the edge of a bed'], random)!;
			return { plan: applyEdits(plan, withOneMore(mode, { posture })), mode, subjects: ['nadia'], words: `Nadia ${posture} of nothing` };
		}
	},
	{
		fault: 'rides lying down',
		plant(plan, mode, random) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const beds = sceneOf(plan, mode).pieces.filter(({ assembly, state }) =>
				assembly.surfaces.some(({ use, states }) => use === 'sleep' && states.includes(state.id))
			);
			const piece = pick(beds, random);
			const edits = withOneMore(mode, { posture: 'lying', ...(piece ? { piece: piece.id } : {}) });
			return { plan: applyEdits(plan, edits), mode, subjects: ['nadia'], words: 'Nadia lies while driving' };
		}
	},
	{
		fault: 'rides where no seat is',
		plant(plan, mode) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const riding = Object.entries(plan.modes[mode].people).filter(([, { posture }]) => posture === 'in a seat');
			if (riding.length === 0) return undefined;
			const seats = Object.entries(plan.modes[mode].seats);
			const edits = seats.flatMap(([id, setting]): Edit[] => [
				{ path: ['vehicle', 'seats', id, 'removable'], value: true },
				{ path: ['modes', mode, 'seats', id], value: { ...setting, state: 'removed', passengers: 0 } }
			]);
			return { plan: applyEdits(plan, edits), mode, subjects: riding.map(([id]) => id), words: 'all seats are out while people ride' };
		}
	},
	{
		fault: 'the seat of whoever drives is out',
		plant(plan, mode) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const driver = Object.entries(plan.crew).find(([id, { driving }]) => driving && plan.modes[mode].people[id]?.posture === 'in a seat');
			if (!driver) return undefined;
			const [id, { driving }] = driver;
			const edits: Edit[] = [
				{ path: ['vehicle', 'seats', driving!.seat, 'removable'], value: true },
				{ path: ['modes', mode, 'seats', driving!.seat], value: { state: 'removed', slide: 0, angle: 0 } }
			];
			return { plan: applyEdits(plan, edits), mode, subjects: [id], words: `${id} drives, and the seat is out` };
		}
	},
	{
		fault: 'more ride than there are belts',
		plant(plan, mode) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const places = Object.entries(plan.vehicle.seats).reduce(
				(sum, [id, seat]) => sum + (plan.modes[mode].seats[id]?.state === 'upright' ? seat.belts : 0),
				0
			);
			const more = Array.from({ length: places + 1 }, (_, i) => `rider-${i}`);
			const edits = more.flatMap((id): Edit[] => [
				{ path: ['crew', id], value: { ...person, name: id } },
				{ path: ['modes', mode, 'people', id], value: { posture: 'in a seat' } }
			]);
			return { plan: applyEdits(plan, edits), mode, subjects: more, words: `${places + 1} and more ride on ${places} belts` };
		}
	},
	{
		fault: 'more lie on a bed than it is broad for',
		plant(plan, mode) {
			const sleepers = placeSleepers(plan.crew, sceneOf(plan, mode));
			const [first] = sleepers;
			if (!first || first.piece === 'floor') return undefined;
			const more = ['rider-a', 'rider-b', 'rider-c', 'rider-d'];
			const edits = more.flatMap((id): Edit[] => [
				{ path: ['crew', id], value: { ...person, name: id } },
				{ path: ['modes', mode, 'people', id], value: { posture: 'lying', piece: first.piece } }
			]);
			return { plan: applyEdits(plan, edits), mode, subjects: [first.piece, ...more], words: 'five and more lie on one bed' };
		}
	},
	{
		fault: 'more sit on a bench than it is long for',
		plant(plan, mode) {
			const [first] = placeSitters(plan.crew, sceneOf(plan, mode)).filter(({ on }) => on === 'bench');
			if (!first) return undefined;
			const more = Array.from({ length: 9 }, (_, i) => `sitter-${i}`);
			const edits = more.flatMap((id): Edit[] => [
				{ path: ['crew', id], value: { ...person, name: id } },
				{ path: ['modes', mode, 'people', id], value: { posture: 'on the bench', piece: first.piece } }
			]);
			return { plan: applyEdits(plan, edits), mode, subjects: [first.piece, ...more], words: 'ten and more sit on one bench' };
		}
	},
	{
		fault: 'somebody too tall for their bed',
		plant(plan, mode, random) {
			const sleeper = pick(placeSleepers(plan.crew, sceneOf(plan, mode)), random);
			if (!sleeper) return undefined;
			// Longer than the bed is from corner to corner: nobody lies askew in it either.
			const { x, y } = bounds(sleeper.surface.outline);
			const stature = Math.ceil(Math.hypot(x[1] - x[0], y[1] - y[0])) + 5;
			if (stature > 2300) return undefined;
			const edits = [{ path: ['crew', sleeper.id, 'stature'], value: stature }];
			return { plan: applyEdits(plan, edits), mode, subjects: [sleeper.id], words: `${sleeper.person.name} is longer than the bed` };
		}
	}
];
