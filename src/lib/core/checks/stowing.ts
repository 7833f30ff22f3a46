import { boxRound, middleOf, vec3 } from '../geometry/vector';
import type { Interior } from '../interior';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';
import { pinnedBoxes } from '../plan/gear';
import type { Gear, Plan } from '../plan/plan';
import type { Body } from '../scene';
import { clearBoxes, stow } from '../storage';
import { apartBecause, compartmentsIn, emptyCompartments, itemsOf, stowedSoon, taskOf, type Compartment } from '../stowage';
import { lengthMark } from '../units';
import { BODY_TABLES, bodiesOf, type BodyTable } from './bodies';
import { check, type CheckContext, type Result } from './finding';

/** More ways than this to see the rooms of a piece are not tried, each beside its arches or round them. */
const MOST_WAYS = 16;

/** The rooms of a piece, each way in which arches leave them. */
const waysOf = remember((interior: Interior, { spaces }: PlacedPiece['assembly']) => {
	const perSpace = spaces.map((space) => clearBoxes(interior, space));
	return perSpace.reduce<(typeof perSpace)[number]>(
		(all, next) =>
			all.length * next.length > MOST_WAYS ? all.map((a) => [...a, ...next[0]]) : all.flatMap((a) => next.map((b) => [...a, ...b])),
		[[]]
	);
});

/** The gear that goes to each piece. */
const gearBy = remember((gear: Plan['gear']) => {
	const by = new Map<string, [id: string, gear: Gear][]>();
	for (const entry of Object.entries(gear))
		if (entry[1].under && !entry[1].into) by.set(entry[1].under, [...(by.get(entry[1].under) ?? []), entry]);
	return by;
});

/** Some gear by its name, with its number where there are several. */
export const several = ({ count, name }: Gear) => (count > 1 ? `${count} × ${name}` : name);
/** How gear goes to a piece: into what has fronts, else under it. */
export const words = (piece: PlacedPiece) => (piece.assembly.fronts.length > 0 ? 'in' : 'under');

/** Gear of one kind by itself: tall and broad enough a room, in layers where one layer is not enough. */
function byItself({ scene }: CheckContext, piece: PlacedPiece, id: string, gear: Gear): Result {
	const common = {
		rule: 'gear-under' as const,
		key: `${piece.id}+${id}`,
		title: `${several(gear)} ${words(piece)} ${piece.name}`,
		subjects: [piece.id, id],
		unit: 'mm' as const
	};
	const { box } = piece.parts[0] ?? { box: { x: [0, 0], y: [0, 0], z: [0, 0] } };
	if (piece.assembly.spaces.length === 0)
		return {
			...common,
			margin: -gear.height,
			comfort: 0,
			limit: gear.height,
			actual: 0,
			why: `${piece.name} has no room for things: neither under it nor in it.`,
			at: vec3((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2, box.z[0])
		};
	const ways = waysOf(scene.interior, piece.assembly);
	const found = stow(ways, gear);
	const stacked = found.margin < 0 && goesIn(scene.interior, piece, gear);
	const { x, y, z } = found.box;
	const [mx, my] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
	return {
		...common,
		margin: stacked ? 0 : found.margin,
		comfort: 10,
		limit: gear.height,
		actual: z[1] - z[0],
		why: stacked
			? `They go in, on top of one another${gear.anyWay ? ' or laid down' : ''}.`
			: found.axis === 'height'
				? `${gear.name} stands ${lengthMark(Math.round(gear.height))} tall; ${lengthMark(Math.floor(z[1] - z[0]))} are free there.`
				: `${found.fits} of ${gear.count} fit between legs, uprights, walls and arches.`,
		at: vec3(mx, my, z[1]),
		line: [vec3(mx, my, z[0]), vec3(mx, my, z[1])]
	};
}

/** Gear that has to go under or into a piece: between legs, walls and arches, turned whichever way is better. */
export const gearUnder = check({
	rule: 'gear-under',
	reads: ['gear'],
	run: (context) =>
		Object.entries(context.plan.gear).flatMap(([id, gear]): Result[] => {
			// What is packed into something is told of with that.
			const piece = gear.into ? undefined : context.scene.pieces.find((p) => p.id === gear.under);
			return piece ? [byItself(context, piece, id, gear)] : [];
		})
});

/** Ways to stow everything are looked for no longer than so many rounds: findings follow whoever drags something. */
const ROUNDS = 25;

/** Compartments as they are got at when whatever closes them is open. */
const facesOf = (compartments: readonly Compartment[]) =>
	new Map(compartments.map(({ id, space }) => [id, space.access.map(({ face }) => ({ face, seconds: 0 }))]));

/** Whether all of some gear goes into a piece in which nothing else is. Remembered. */
const goesIn = remember((interior: Interior, piece: PlacedPiece, gear: Gear): boolean => {
	const compartments = emptyCompartments(interior, piece);
	const table = { gear };
	const { task } = taskOf(table, itemsOf({ gear: table }), compartments, facesOf(compartments));
	return stowedSoon(task, ROUNDS).left.length === 0;
});

const stowed = remember((gear: Plan['gear'], scene: Scene, bodies: readonly Body[], piece: PlacedPiece) => {
	// What does not go in by itself is told by itself; what lies somewhere of its own in this mode is not there.
	const there = (gearBy(gear).get(piece.id) ?? []).filter(
		([id, one]) => !Object.hasOwn(scene.mode.lies ?? {}, id) && goesIn(scene.interior, piece, one)
	);
	if (there.length === 0) return undefined;
	const ids = new Set(there.map(([id]) => id));
	const compartments = compartmentsIn(scene, bodies, piece);
	const items = itemsOf({ gear }).filter((item) => ids.has(item.gear));
	const { task, unpinned } = taskOf(gear, items, compartments, facesOf(compartments));
	const besides = [...new Set(compartments.flatMap(({ others }) => others))];
	return { there, besides, unpinned, ...stowedSoon(task, ROUNDS) };
});

/** What goes to one piece in the mode that is asked about, what else takes its rooms, and how it all goes in; remembered, since three rules ask. */
export const stowedIn = (context: CheckContext<BodyTable | 'gear'>, piece: PlacedPiece) =>
	piece.assembly.spaces.length === 0 || !gearBy(context.plan.gear).has(piece.id)
		? undefined
		: stowed(context.plan.gear, context.scene, bodiesOf(context), piece);

/** Everything that goes to one piece, and what stands in its rooms besides: no room is used twice. */
export const gearTogether = check({
	rule: 'gear-together',
	reads: [...BODY_TABLES, 'gear'],
	run: (context) => {
		const { plan, scene } = context;
		return scene.pieces.flatMap((piece): Result[] => {
			const found = stowedIn(context, piece);
			if (!found) return [];
			const { there, besides } = found;
			const out = found.left.length;
			// One thing where nothing else is was told by itself, unless legs, bars, contents or pits keep some of it out.
			if (out === 0 && there.length + besides.length < 2) return [];
			const left = [...new Set(found.left.map(({ gear }) => gear))].map((id) =>
				several({ ...plan.gear[id], count: found.left.filter(({ gear }) => gear === id).length })
			);
			return [
				{
					rule: 'gear-together' as const,
					key: piece.id,
					title: `Everything that goes ${words(piece)} ${piece.name}`,
					subjects: [...new Set([piece.id, ...there.map(([id]) => id), ...besides])],
					margin: -out,
					comfort: 0,
					unit: 'count',
					limit: there.reduce((sum, [, { count }]) => sum + count, 0),
					actual: found.stowed.length,
					why:
						out === 0
							? `All of it goes in together, side by side and on top of one another.`
							: `No way was found to get in ${left.join(' and ')} beside ${there.length + besides.length < 2 ? 'legs and bars, or on top of one another with what is in them' : besides.length > 0 ? 'the rest and what stands or lies there' : 'the rest'}.`,
					at: middleOf(piece.assembly.spaces[0].box)
				}
			];
		});
	}
});

/** Things that somebody put into a compartment are there still: nothing else is where they are, and something bears them. */
export const gearPut = check({
	rule: 'gear-put',
	reads: [...BODY_TABLES, 'gear'],
	run: (context) => {
		return context.scene.pieces.flatMap((piece): Result[] => {
			const found = stowedIn(context, piece);
			if (!found) return [];
			return found.there
				.filter(([, { pinned }]) => pinned)
				.map(([id, gear]): Result => {
					const gone = found.unpinned.filter(({ item }) => item.gear === id);
					const [spoilt] = found.stowed.flatMap((own) =>
						own.pinned && own.item.gear === id
							? found.stowed.flatMap((other) => {
									const why = other.pinned && other.compartment === own.compartment && apartBecause(own.item, other.item);
									return why ? [`It must not lie with ${context.plan.gear[other.item.gear].name}: ${why}.`] : [];
								})
							: []
					);
					const put = Math.min(gear.count, gear.pinned!.length);
					const boxes = pinnedBoxes(gear, piece.assembly.spaces);
					const wrong = Math.max(gone.length, spoilt ? 1 : 0);
					return {
						rule: 'gear-put' as const,
						key: `${piece.id}+${id}`,
						title: `${several(gear)} ${words(piece)} ${piece.name}: where somebody put it`,
						subjects: [piece.id, id],
						margin: -wrong,
						comfort: 0,
						unit: 'count',
						limit: put,
						actual: put - wrong,
						why:
							gone.length > 0
								? `It cannot stay there: ${gone[0].why}. Storage stows it anew.`
								: (spoilt ?? 'Nothing else is there, and something bears it.'),
						at: middleOf(boxes.length > 0 ? boxRound(boxes.map((box) => ({ box }))) : piece.assembly.spaces[0].box)
					};
				});
		});
	}
});

/** Gear without a place: nobody has said where it goes, or where it travels. */
export const gearPlaced = check({
	rule: 'gear-placed',
	reads: ['gear', 'lying'],
	run: ({ plan, scene }) => {
		const at = vec3(scene.interior.length / 2, 0, 0);
		return Object.entries(plan.gear).flatMap(([id, gear]): Result[] => {
			// What is packed into something else goes where that goes.
			if (gear.under || gear.into) return [];
			const here = Object.hasOwn(scene.mode.lies ?? {}, id);
			const somewhere = plan.lying.includes(id);
			if (here && scene.mode.use !== 'drive') return [];
			const common = { rule: 'gear-placed' as const, key: id, subjects: [id], comfort: 0, unit: 'count' as const, limit: 1, actual: 0, at };
			if (here)
				return [
					{
						...common,
						title: `${several(gear)}: held while driving`,
						margin: gear.held ? 1 : 0,
						actual: gear.held ? 1 : 0,
						comfort: 1,
						why: gear.held
							? 'Straps, a net or a lip hold it, as you say.'
							: 'It lies loose while driving: tie it down, or let it go under or into a piece.'
					}
				];
			if (!somewhere)
				return [
					{
						...common,
						title: `${several(gear)}: a place`,
						margin: 0,
						why: 'Nobody has said where it goes: under or into a piece, or a place of its own in a mode.',
						unknown: true
					}
				];
			return scene.mode.use === 'drive'
				? [
						{
							...common,
							title: `${several(gear)}: where it travels`,
							margin: 0,
							why: 'It has a place when parked, and none while driving.',
							unknown: true
						}
					]
				: [];
		});
	}
});
