import { boxRound, middleOf, vec3, type Box } from '../geometry/vector';
import { movesAlong } from '../pieces/placing';
import type { Assembly, Drawer, Hardware, InnerMargin, Link, Pad, PadPlace, Part, PieceState, Rest, Space } from '../pieces/assembly';
import { assembled, padIn } from '../pieces/making';
import { partMass } from '../pieces/mass';
import { SLIDES } from '../slides';
import type { Interior } from '../interior';
import { carrying, type Hold, type Standing } from './carrying';
import { SizeFault } from './expression';
import { BODY, frontsOf, linkIn, movesOf, movingIn, statesOf, type Moving } from './motions';
import { idOf, partOf, shapeIn, solidBoxOf } from './parts';
import { calledOf, Resolver, type DesignSurroundings, type Instance, type NodeFault } from './resolve';
import { MOST, type Design } from './schema';
import { droopMargins, hingeMargins, idleMargins, overlapMargins, stillIn, sunkMargins, wallMargins } from './inner-margins';
import { accessOf, slatsOf, standingIn, surfacesOf, type InState } from './uses';
import { floorUnder } from './vehicle-places';

/** What a design comes to: the assembly, and what is wrong with which node. */
export interface Made {
	assembly: Assembly;
	faults: NodeFault[];
	/** The box of every node that has one, by its path. */
	boxes: ReadonlyMap<string, Box>;
	/** The nodes on the way to each part and pad, by its id. */
	nodes: ReadonlyMap<string, readonly string[]>;
}

/** Everything of a design that was worked out from one node. */
export interface Leaf {
	instance: Instance;
	link: string;
	box: Box;
	part?: Part;
}

/** Works out each leaf, or what is wrong with it. */
function leavesOf(resolver: Resolver, instances: readonly Instance[], fault: (fault: NodeFault) => void): Leaf[] {
	return instances.flatMap((instance): Leaf[] => {
		try {
			const link = linkIn(instance.scope.groups);
			const box = solidBoxOf(resolver, instance);
			const part = partOf(resolver, instance, link);
			return [{ instance, link, box, ...(part ? { part } : {}) }];
		} catch (error) {
			if (!(error instanceof SizeFault)) throw error;
			fault({ path: instance.path, at: instance.at, message: error.message });
			return [];
		}
	});
}

const spacesOf = (interior: Interior, leaves: readonly Leaf[], links: Link[], standing: readonly InState[]): Space[] =>
	leaves
		.filter(({ instance }) => instance.node.kind === 'space')
		.map(({ instance, box, link }) => ({
			id: idOf(instance.path),
			name: calledOf(instance),
			box,
			access: accessOf(interior, box, links, standing, link)
		}));

/** Pads with their place in every state: as built, where a pose puts them, or away. */
function padsOf(resolver: Resolver, leaves: readonly Leaf[], states: readonly PieceState[], fault: (fault: NodeFault) => void): Pad[] {
	const { poses } = resolver.design;
	const placed = (instance: Instance, at: Parameters<Resolver['boxAt']>[1]): Box | undefined => {
		try {
			return resolver.boxAt(instance, at);
		} catch (error) {
			if (!(error instanceof SizeFault)) throw error;
			fault({ path: instance.path, at: instance.at, message: error.message });
			return undefined;
		}
	};
	return leaves.flatMap(({ instance, box, link }) => {
		const { node } = instance;
		if (node.kind !== 'pad') return [];
		const rides = {
			...(link === BODY ? {} : { link }),
			...(node.outline ? { outline: shapeIn(instance, node.outline, box, 'z') } : {})
		};
		const places = states.flatMap(({ id }): [string, Omit<PadPlace, 'box'> & { box?: Box }][] => {
			const said = Object.hasOwn(poses, id) ? poses[id].pads?.[instance.path] : undefined;
			if (said === 'away') return [];
			if (!said) return [[id, { role: node.role, ...rides }]];
			const { role = node.role, loose, ...at } = said;
			// A pad that is cut to a shape keeps it only where it was built for.
			const carried = !loose && link !== BODY ? { link } : {};
			const box = placed(instance, at);
			return box ? [[id, { role, ...carried, box }]] : [];
		});
		return [padIn(idOf(instance.path), calledOf(instance), node.foam, box, Object.fromEntries(places))];
	});
}

/** Groups that are drawers: what runs on slides, shut, and how far it comes out. */
function drawersOf(moving: readonly Moving[], leaves: readonly Leaf[], states: readonly PieceState[]): Drawer[] {
	return moving.flatMap(({ node: { drawer, joint }, instance, link, full }): Drawer[] => {
		const runs = leaves.filter((leaf) => leaf.link === link.id && leaf.part);
		if (!drawer || joint?.kind !== 'slide' || link.joint.type !== 'slide' || runs.length === 0) return [];
		const box = boxRound(runs);
		const { rating, locks } = SLIDES[drawer.slide];
		return [
			{
				id: link.id,
				name: calledOf(instance),
				link: link.id,
				states: states.filter(({ joints }) => (joints[link.id] ?? 0) !== 0).map(({ id }) => id),
				slide: drawer.slide,
				box,
				towards: link.joint.axis,
				extension: full,
				slideLength: Math.floor((box[joint.axis][1] - box[joint.axis][0]) / 50) * 50,
				content: drawer.content,
				rating,
				latched: locks || drawer.catch === true
			}
		];
	});
}

/** Hinges, one for so much of their line, mm, and two at the least: what the trade reckons with for doors and lids. */
const ONE_HINGE = 450;

function hardwareOf(moving: readonly Moving[], leaves: readonly Leaf[], links: readonly Link[]): Hardware[] {
	return moving.flatMap(({ node, link, full }): Hardware[] => {
		const joint = node.joint!;
		if (joint.kind === 'slide') return [{ name: `Pair of slides, ${Math.ceil(full / 50) * 50} mm`, count: 1 }];
		if (joint.kind !== 'hinge' || full === 0) return joint.kind === 'swing' ? [{ name: 'Bolt for a leg that swings', count: 1 }] : [];
		const turned = leaves.filter((leaf) => movesAlong(links, leaf.link, link.id));
		if (turned.length === 0) return [];
		const [from, to] = boxRound(turned)[joint.axis];
		return [{ name: 'Hinge', count: Math.max(2, Math.ceil((to - from) / ONE_HINGE)) }];
	});
}

/** What is wrong with a node, as something that is missing of the piece in every state. */
const missing = (id: string, title: string, why: string, at: Box | undefined, states: string[]): InnerMargin => ({
	id,
	title,
	margin: -1,
	unit: 'count',
	comfort: 0,
	why,
	at: at ? middleOf(at) : vec3(0, 0, 0),
	states
});

/** What carries each part, and a finding for each that nothing carries. */
function carried(
	leaves: readonly Leaf[],
	moving: readonly Moving[],
	resolver: Resolver,
	links: readonly Link[],
	all: readonly PieceState[]
) {
	const states = all.map(({ id }) => id);
	const standing = leaves.flatMap(({ part, box, instance }): Standing[] => {
		if (!part) return [];
		const { node } = instance;
		return [
			{
				part,
				box,
				floor: floorUnder(resolver.around.interior, box.x, box.y),
				upright: node.kind === 'bar' && node.along === 'z',
				...('held' in node && node.held ? { held: node.held } : {})
			}
		];
	});
	const HELD = { hinge: 'hinge', swing: 'hinge', track: 'hinge', slide: 'slide', carried: 'hand' } as const;
	const hangs = new Map(
		moving.map(({ link, node: { joint } }): [string, Hold] => [
			link.id,
			{ on: link.parent ?? BODY, kind: HELD[joint!.kind], stays: joint!.kind === 'hinge' && joint!.stays === true }
		])
	);
	const { supports, loose } = carrying(standing, hangs);
	return {
		supports,
		innerMargins: loose.map(({ part, box }) =>
			missing(
				`carries-${part.id}`,
				`something carries “${part.name}”`,
				'It stands on nothing, lies on nothing and is screwed to nothing that stands: it hangs in the air.',
				box,
				states
			)
		),
		rests: leaves.flatMap((leaf) => restsOf(leaf, links, all))
	};
}

/** So deep are the strips with which something lies on a ledge, and so much of them has to lie on it, mm. */
const STRIP = 30;
const HOLD = 15;

/** The strips of a part that have to find something below them, in the states in which it is where it was built. */
function restsOf({ part, box, link, instance }: Leaf, links: readonly Link[], states: readonly PieceState[]): Rest[] {
	const { node } = instance;
	if (!part || !('held' in node) || node.held !== 'what is below') return [];
	const common = { hold: HOLD, states: stillIn(links, link, states).map(({ id }) => id) };
	const [long, wide] = [box.x[1] - box.x[0], box.y[1] - box.y[0]];
	// A foot stands with all of it.
	if (Math.min(long, wide) < 2 * STRIP && Math.max(long, wide) < 4 * STRIP)
		return [{ id: `rest-${part.id}`, name: part.name, box, ...common, hold: Math.min(HOLD, long, wide) }];
	const ends = long >= wide ? (['rear', 'front'] as const) : (['right', 'left'] as const);
	const flips = { left: 'right', right: 'left', rear: 'rear', front: 'front' } as const;
	return (node.edges ?? ends).map((edge): Rest => {
		const side = instance.scope.mirrored && node.edges ? flips[edge] : edge;
		const axis = side === 'rear' || side === 'front' ? 'x' : 'y';
		const [low, high] = box[axis];
		const strip: [number, number] =
			side === 'rear' || side === 'right' ? [low, Math.min(high, low + STRIP)] : [Math.max(low, high - STRIP), high];
		return { id: `rest-${part.id}-${side}`, name: `${part.name}, ${side} edge`, box: { ...box, [axis]: strip }, ...common };
	});
}

/**
 * Works out a design in its surroundings: parts, pads and spaces from its nodes; what carries what, states, moves, openables, ways in
 * and surfaces from where they are and how they are joined. Whatever the numbers, an assembly comes out: what cannot be made is left
 * out and told.
 */
export function assembleDesign(design: Design, around: DesignSurroundings): Made {
	const faults: NodeFault[] = [];
	const fault = (one: NodeFault) => void faults.push(one);
	const resolver = new Resolver(design, around);
	const all = resolver.leaves(fault);
	if (all.length > MOST.parts) fault({ path: '', at: [], message: `It has ${all.length} parts; ${MOST.parts} are worked out.` });
	const leaves = leavesOf(resolver, all.slice(0, MOST.parts), fault);
	const moving = movingIn(
		resolver,
		leaves.map(({ instance }) => instance),
		fault
	);
	const links: Link[] = [{ id: BODY, joint: { type: 'fixed' } }, ...moving.map(({ link }) => link)];
	const parts = leaves.flatMap(({ part }) => (part ? [part] : []));
	const states = statesOf(design, moving);
	const ids = states.map(({ id }) => id);
	const pads = padsOf(resolver, leaves, states, fault);
	const body = { links, parts, pads, states };
	const masses = new Map(links.map(({ id }) => [id, parts.filter(({ link }) => link === id)]));
	const fronts = frontsOf(design, moving);
	const standing = standingIn(body);
	const surfaces = surfacesOf({ ...body, fronts }, standing, {
		boards: new Map(
			leaves.flatMap(({ instance: { node }, part }) => (part && node.kind === 'panel' && node.use ? [[part.id, node.use] as const] : []))
		),
		looks: new Map(
			leaves.flatMap(({ instance: { node, path } }) => (node.kind === 'pad' && node.looks ? [[idOf(path), node.looks] as const] : []))
		)
	});
	const { supports, innerMargins, rests } = carried(leaves, moving, resolver, links, states);
	const bed = surfaces.find(({ use }) => use === 'sleep') ?? surfaces[0];
	const boxes = new Map(leaves.map(({ instance, box }) => [instance.path, box]));
	const moves = movesOf(design, body, moving, (link) => masses.get(link)!.reduce((sum, part) => sum + partMass(part, around.stock), 0));
	return {
		faults,
		boxes,
		nodes: new Map(leaves.map(({ instance }) => [idOf(instance.path), instance.at])),
		assembly: assembled({
			...body,
			moves,
			surfaces,
			supports,
			rests,
			spaces: spacesOf(around.interior, leaves, links, standing),
			slats: slatsOf(standing, surfaces),
			fronts,
			drawers: drawersOf(moving, leaves, states),
			hardware: hardwareOf(moving, leaves, links),
			innerMargins: [
				...innerMargins,
				...wallMargins(around.interior, leaves, ids),
				...hingeMargins(moving, leaves, links, ids),
				...droopMargins(moving, leaves, links, standing, around.interior),
				...idleMargins(moving, leaves, links, states, moves),
				...overlapMargins(leaves, links, states),
				...sunkMargins(leaves, states),
				...faults.map(({ path, message }) => missing(`made-${idOf(path)}`, `“${path || 'the whole'}” can be made`, message, undefined, ids))
			],
			deck: bed?.base ?? Math.max(0, ...leaves.map(({ part, box }) => (part ? box.z[1] : 0)))
		})
	};
}
