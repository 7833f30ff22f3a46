import { piecesBefore } from '../build/between';
import { assemblyOf, interiorOf } from '../derive';
import { openingsOf } from '../interior';
import { chainOf } from '../modes';
import type { Assembly, Support } from '../pieces';
import type { Plan } from '../plan/plan';
import { itemsOf, type Item } from './items';
import { passageOf, type Passage } from './passage';

/** Something that is carried in as one, and the best way for it. */
export interface CarriedItem {
	piece: string;
	item: Item;
	/** Null when no opening was measured. */
	passage: Passage | null;
	/** Name of the opening. */
	door: string;
}

/** More room than this needs no number, mm. */
export const PLENTY = 100;

/** Everything of a plan that is carried in as one piece, the tightest first; margins above {@link PLENTY} only say that there is that much. */
export function carriedItems(plan: Plan): CarriedItem[] {
	const interior = interiorOf(plan.vehicle);
	const openings = openingsOf(plan.vehicle, interior);
	return Object.values(plan.pieces)
		.flatMap((piece) =>
			itemsOf(assemblyOf(piece, plan)).map((item): CarriedItem => {
				const passage = passageOf(interior, openings, item, PLENTY);
				return { piece: piece.name, item, passage, door: passage ? plan.vehicle.openings[passage.opening].name : '' };
			})
		)
		.sort((a, b) => (a.passage?.margin ?? 0) - (b.passage?.margin ?? 0));
}

/** One step of putting a build into the vehicle or taking it out. */
export interface InstallStep {
	piece: string;
	words: string;
	tools: string[];
	/** Our own estimate for one practised person, minutes. */
	minutes: number;
}

/** Everything that goes in, in order, the same backwards, and what stays in the vehicle between trips. */
export interface Installing {
	steps: InstallStep[];
	removal: InstallStep[];
	/** What is bolted to the vehicle and stays, by piece. */
	stays: { piece: string; name: string }[];
	minutes: number;
}

/** Minutes for one of each, our own estimates. */
const MINUTES = { bolt: 4, carry: 2, set: 1, screw: 2 } as const;

const plural = (count: number, name: string) => (count === 1 ? name.toLowerCase() : `${count} × ${name.toLowerCase()}`);

/** Names with how many there are of each, in order. */
const counted = (names: string[]): string[] => [...new Set(names)].map((name) => plural(names.filter((one) => one === name).length, name));

/** Parts in the order in which they can stand: whatever carries, or is hinged to, comes before what hangs on it. */
function byBearing({ links, parts, supports }: Assembly): string[][] {
	const onLink = (link: string | undefined) => parts.filter((part) => part.link === link).map(({ id }) => id);
	const bearers = new Map(
		parts.map(({ id, link }) => [
			id,
			[
				...supports.filter((one) => one.part === id && parts.some((part) => part.id === one.by)).map(({ by }) => by),
				...onLink(links.find((one) => one.id === link)?.parent)
			]
		])
	);
	const placed = new Set<string>();
	const layers: string[][] = [];
	while (placed.size < parts.length) {
		const next = parts.filter(({ id }) => !placed.has(id) && bearers.get(id)!.every((by) => placed.has(by))).map(({ id }) => id);
		// What carries each other in a ring goes in together.
		const layer = next.length > 0 ? next : parts.filter(({ id }) => !placed.has(id)).map(({ id }) => id);
		layer.forEach((id) => placed.add(id));
		layers.push(layer);
	}
	return layers;
}

const FIXED_TO_VEHICLE: Support['kind'][] = ['wall bracket', 'track'];

/** The parts that are bolted to the vehicle itself: what is held by its walls, and tracks. */
const boltedOf = ({ parts, supports }: Assembly) =>
	parts.filter(({ id }) =>
		supports.some((one) => (one.part === id && one.kind === 'wall bracket') || (one.by === id && FIXED_TO_VEHICLE.includes(one.kind)))
	);

/** A step of going in with the words for coming out; null for what stays. */
type BothWays = InstallStep & { out: string | null };

function stepsOf(plan: Plan, id: string): BothWays[] {
	const { name: piece } = plan.pieces[id];
	const assembly = assemblyOf(plan.pieces[id], plan);
	const interior = interiorOf(plan.vehicle);
	const openings = openingsOf(plan.vehicle, interior);
	const doorOf = (opening: string) => plan.vehicle.openings[opening].name.toLowerCase();
	const bolted = boltedOf(assembly);
	const modules = assembly.links.filter(({ module }) => module);
	const steps: BothWays[] = [];
	if (bolted.length > 0)
		steps.push({
			piece,
			words: `Bolt ${counted(bolted.map(({ name }) => name)).join(', ')} to the vehicle; look first what lies behind`,
			out: null,
			tools: ['spanner'],
			minutes: MINUTES.bolt * bolted.length
		});
	const loose = assembly.parts.filter(
		({ id: part, link }) =>
			!bolted.some((one) => one.id === part) && !chainOf(assembly.links, link).some((one) => modules.some((module) => module.id === one))
	);
	for (const layer of byBearing(assembly)) {
		const names = loose.filter((part) => layer.includes(part.id)).map(({ name }) => name);
		if (names.length === 0) continue;
		const [list, them] = [counted(names).join(', '), names.length === 1 ? 'it' : 'them'];
		steps.push({
			piece,
			words: `Set ${list} and screw ${them}`,
			out: `Unscrew ${list} and take ${them} out`,
			tools: ['screwdriver'],
			minutes: MINUTES.set + MINUTES.screw * names.length
		});
	}
	for (const { module } of modules) {
		const item = itemsOf(assembly).find(({ name }) => name === module);
		const passage = item && passageOf(interior, openings, item);
		const through = passage && passage.margin >= 0 ? ` through the ${doorOf(passage.opening)}, ${passage.way}` : '';
		const name = module!.toLowerCase();
		steps.push({
			piece,
			words: `Carry ${name} in${through}, and set it in its place`,
			out: `Lift ${name} off and carry it out${through}`,
			tools: [],
			minutes: MINUTES.carry
		});
	}
	return steps;
}

/** Pieces in an order in which they go in: what carries or would be shut out first; where that leaves a choice the lowest. */
function piecesInOrder(plan: Plan): string[] {
	const deck = (id: string) => assemblyOf(plan.pieces[id], plan).deck;
	const { before } = piecesBefore(plan);
	const waiting = Object.keys(plan.pieces).sort((a, b) => deck(a) - deck(b));
	const order: string[] = [];
	while (waiting.length > 0) {
		// There is no ring among them: one is always free.
		const next = waiting.findIndex((id) => before.every(({ first, then }) => then !== id || order.includes(first)));
		order.push(...waiting.splice(next, 1));
	}
	return order;
}

/**
 * How a whole build goes into the vehicle and comes out again: bolted parts, then what stands on them from below
 * upwards, then modules; pieces as one comes before another, else from low to high.
 */
export function installing(plan: Plan): Installing {
	const order = piecesInOrder(plan);
	const both = order.flatMap((id) => stepsOf(plan, id));
	const stays = order.flatMap((id) => {
		const assembly = assemblyOf(plan.pieces[id], plan);
		return counted(boltedOf(assembly).map(({ name }) => name)).map((name) => ({ piece: plan.pieces[id].name, name }));
	});
	const removal = both.flatMap(({ out, ...step }): InstallStep[] => (out === null ? [] : [{ ...step, words: out }])).reverse();
	const steps = both.map(({ out: _, ...step }): InstallStep => step);
	return { steps, removal, stays, minutes: steps.reduce((sum, { minutes }) => sum + minutes, 0) };
}
