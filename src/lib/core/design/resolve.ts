import type { Box } from '../geometry/vector';
import type { Range } from '../pieces/making';
import type { Stock } from '../plan/plan';
import { evaluate, SizeFault, type Lookup, type Place, type Size, type Value } from './expression';
import { FACES } from './faces';
import { AXES, MOST, type Axis, type Design, type DesignNode, type Nodes, type Span } from './schema';
import { vehiclePlace, type VehicleAround } from './vehicle-places';

/** What a design is worked out in: the vehicle, the stock, and the numbers that every own piece has. */
export interface DesignSurroundings extends VehicleAround {
	stock: Stock;
	/** Numbers by name that every expression reaches, such as where the piece starts. */
	given: Readonly<Record<string, number>>;
}

/** Nodes side by side, and what an expression in one of them reaches besides them. */
interface Scope {
	outer?: Scope;
	path: string;
	at: readonly string[];
	/** Everything in it is drawn mirrored across the middle of the vehicle: left stands for right. */
	mirrored: boolean;
	/** Joints on the way to it from the outside, outermost first. */
	groups: readonly Instance[];
	nodes: ReadonlyMap<string, Instance>;
	/** Of one of several of the same: which, and of how many. */
	index?: number;
	count?: number;
}

/** A node where it comes to stand: one of a repeat is an instance of its own. */
export interface Instance {
	/** Names from the outside in, with dots between; counted ones by their number. */
	path: string;
	/** The names of nodes on the way to it: the same for every one of a repeat and for both sides of a mirror. */
	at: readonly string[];
	node: DesignNode;
	scope: Scope;
}

/** What is wrong with one node. */
export interface NodeFault {
	path: string;
	at: readonly string[];
	message: string;
}

const SIZES: Readonly<Record<string, Axis>> = { long: 'x', wide: 'y', high: 'z' };

/** What a node is called: as it says, or by its own name. */
export const calledOf = ({ path, node }: Pick<Instance, 'path' | 'node'>): string => node.called ?? wordsOf(path.split('.').at(-1)!);

/** A name as words: `rearLeg` becomes `Rear leg`. */
export const wordsOf = (name: string): string =>
	name.replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`).replace(/^./, (c) => c.toUpperCase());

/** Ranges in the directions of a node as a box of the vehicle: left is right where the node is mirrored. */
const inVehicle = ({ scope }: Instance, x: Range, y: Range, z: Range): Box => ({ x, y: scope.mirrored ? [-y[1], -y[0]] : y, z });

/** Works out where the nodes of a design stand, each when it is asked for: whatever order they were written in. */
export class Resolver {
	private readonly root: Scope;
	private readonly ranges = new Map<string, Range | SizeFault>();
	private readonly inner = new Map<string, readonly Scope[]>();
	/** How many groups, mirrors and ones of rows have been opened. */
	private open = 0;
	/** What is being worked out, outermost first. */
	private readonly asking: string[] = [];

	constructor(
		readonly design: Design,
		readonly around: DesignSurroundings
	) {
		this.root = this.scopeOf(design.nodes, { path: '', at: [], mirrored: false, groups: [] });
	}

	private scopeOf(nodes: Nodes, given: Omit<Scope, 'nodes'>): Scope {
		const scope: Scope = { ...given, nodes: new Map() };
		const entries = Object.entries(nodes).map(([name, node]): [string, Instance] => [
			name,
			{ path: given.path ? `${given.path}.${name}` : name, at: [...given.at, name], node, scope }
		]);
		return Object.assign(scope, { nodes: new Map(entries) });
	}

	/** What is in a group, in each of a repeat, and as drawn and mirrored in a mirror. */
	private scopesIn(instance: Instance): readonly Scope[] {
		let known = this.inner.get(instance.path);
		if (!known) {
			known = this.opened(instance);
			this.open += known.length;
			// Rows in rows multiply: what is more than anybody builds is not counted out.
			if (this.open > MOST.opened)
				throw new SizeFault(`With it there are more than ${MOST.opened} rows, mirrors and groups: that is too many to work out.`);
			this.inner.set(instance.path, known);
		}
		return known;
	}

	private opened(instance: Instance): readonly Scope[] {
		const { node, path, at, scope } = instance;
		const common = { outer: scope, at, mirrored: scope.mirrored, groups: scope.groups };
		switch (node.kind) {
			case 'group':
				return [this.scopeOf(node.nodes, { ...common, path, groups: [...scope.groups, instance] })];
			case 'repeat': {
				const count = Math.round(this.value(instance, node.count));
				if (count < 0 || count > MOST.repeats) throw new SizeFault(`It is there ${count} times: between 0 and ${MOST.repeats} can be.`);
				return Array.from({ length: count }, (_, index) => this.scopeOf(node.nodes, { ...common, path: `${path}.${index}`, index, count }));
			}
			case 'mirror':
				return [
					this.scopeOf(node.nodes, { ...common, path: `${path}.drawn` }),
					this.scopeOf(node.nodes, { ...common, path: `${path}.mirrored`, mirrored: !scope.mirrored })
				];
			default:
				return [];
		}
	}

	/** Every node that is no group, repeat or mirror; what cannot be opened is told to `fault`. */
	leaves(fault: (fault: NodeFault) => void): Instance[] {
		return this.flat(this.root, fault);
	}

	private flat(scope: Scope, fault: (fault: NodeFault) => void): Instance[] {
		return [...scope.nodes.values()].flatMap((instance) => {
			if (!('nodes' in instance.node)) return [instance];
			try {
				return this.scopesIn(instance).flatMap((inner) => this.flat(inner, fault));
			} catch (error) {
				if (!(error instanceof SizeFault)) throw error;
				fault({ path: instance.path, at: instance.at, message: error.message });
				return [];
			}
		});
	}

	/**
	 * The box of a node, as it stands in the vehicle.
	 *
	 * @throws SizeFault when a size of it cannot be worked out.
	 */
	boxOf(instance: Instance): Box {
		const [x, y, z] = AXES.map((axis) => this.range(instance, axis));
		return inVehicle(instance, x, y, z);
	}

	/**
	 * A box given by three spans in the directions of a node, as it stands in the vehicle.
	 *
	 * @throws SizeFault when a size of it cannot be worked out.
	 */
	boxAt(instance: Instance, at: Readonly<Record<Axis, Span>>): Box {
		const [x, y, z] = AXES.map((axis) => this.spanned(instance, at[axis]));
		return inVehicle(instance, x, y, z);
	}

	/**
	 * A size of a node, in its own directions: mirrored where the node is.
	 *
	 * @throws SizeFault when it cannot be worked out.
	 */
	value(instance: Instance, size: Size): number {
		return evaluate(size, this.lookup(instance));
	}

	/** From where to where a node goes along an axis, in its own directions. */
	range(instance: Instance, axis: Axis): Range {
		const key = `${instance.path} ${axis}`;
		const known = this.ranges.get(key);
		if (known instanceof SizeFault) throw known;
		if (known) return known;
		if (this.asking.includes(key))
			throw new SizeFault(
				`It goes round in a circle: ${[...this.asking.slice(this.asking.indexOf(key)), key].map((one) => one.replace(' ', '.')).join(' → ')}.`
			);
		this.asking.push(key);
		try {
			const found = this.worked(instance, axis);
			this.ranges.set(key, found);
			return found;
		} catch (error) {
			if (error instanceof SizeFault) this.ranges.set(key, error);
			throw error;
		} finally {
			this.asking.pop();
		}
	}

	private worked(instance: Instance, axis: Axis): Range {
		const { node } = instance;
		if ('nodes' in node) {
			const inside = this.scopesIn(instance).flatMap((scope) => [...scope.nodes.values()]);
			if (inside.length === 0) throw new SizeFault('There is nothing in it.');
			const ranges = inside.map((one) => this.seenFrom(instance, one, axis));
			return [Math.min(...ranges.map(([low]) => low)), Math.max(...ranges.map(([, high]) => high))];
		}
		const stocked = this.ofStock(node, axis);
		return node.kind === 'bar' && stocked !== undefined && Object.keys(node[axis]).length > 1
			? this.ripped(instance, node[axis], stocked)
			: this.spanned(instance, node[axis], stocked);
	}

	/** A side of a bar that is sawn narrower than it is sold. */
	private ripped(instance: Instance, span: Span, stocked: number): Range {
		const found = this.spanned(instance, span);
		if (found[1] - found[0] > stocked + 1e-6)
			throw new SizeFault(`It is to be ${Math.round(found[1] - found[0])} mm there; its bar has ${stocked} mm.`);
		return found;
	}

	/** What the stock says of the size of a node along an axis, if anything. */
	private ofStock(node: DesignNode, axis: Axis): number | undefined {
		const { sheets, bars } = this.around.stock;
		if (node.kind === 'panel' && axis === node.normal) {
			if (!Object.hasOwn(sheets, node.stock)) throw new SizeFault(`There is no sheet “${node.stock}” in the stock of this plan.`);
			return sheets[node.stock].thickness;
		}
		if (node.kind === 'bar' && axis !== node.along) {
			if (!Object.hasOwn(bars, node.stock)) throw new SizeFault(`There is no bar “${node.stock}” in the stock of this plan.`);
			if (node.wide === node.along) throw new SizeFault('The larger side of its section lies across it, not along it.');
			return axis === node.wide ? bars[node.stock].width : bars[node.stock].thickness;
		}
		return undefined;
	}

	/**
	 * From where to where a span goes.
	 *
	 * @param thick the size that the stock gives it, if it does
	 */
	spanned(instance: Instance, span: Span, thick?: number): Range {
		const of = (key: keyof Span) => (span[key] === undefined ? undefined : this.value(instance, span[key]));
		const [from, to, middle] = [of('from'), of('to'), of('middle')];
		const size = thick ?? of('size');
		if (thick !== undefined && (span.size !== undefined || Object.keys(span).length > 1))
			throw new SizeFault(`Its stock is ${thick} mm there: say only where it begins, ends or has its middle.`);
		if (from !== undefined && to !== undefined) return [from, to];
		if (size === undefined) throw new SizeFault('Say two of where it begins, where it ends, its middle and its size.');
		if (from !== undefined) return [from, from + size];
		if (to !== undefined) return [to - size, to];
		if (middle !== undefined) return [middle - size / 2, middle + size / 2];
		throw new SizeFault('Say where it begins, where it ends or where its middle is.');
	}

	/** The range of a node in the directions of another: left is right between what is mirrored and what is not. */
	private seenFrom(asker: Instance, of: Instance, axis: Axis): Range {
		const range = this.range(of, axis);
		return axis === 'y' && asker.scope.mirrored !== of.scope.mirrored ? [-range[1], -range[0]] : range;
	}

	/** What names in the expressions of a node stand for: nodes beside it and further out, sizes of the design, places of the vehicle. */
	private lookup(instance: Instance): Lookup {
		return (name) => {
			// A joint speaks of what is in its own group.
			const own = instance.node.kind === 'group' ? this.scopesIn(instance)[0].nodes.get(name) : undefined;
			if (own) return this.placeOf(instance, own);
			for (let scope: Scope | undefined = instance.scope; scope; scope = scope.outer) {
				const node = scope.nodes.get(name);
				if (node) return this.placeOf(instance, node);
				if (scope.index !== undefined && name === 'index') return scope.index;
				if (scope.count !== undefined && name === 'count') return scope.count;
			}
			if (Object.hasOwn(this.design.sizes, name)) return this.design.sizes[name].value;
			if (Object.hasOwn(this.around.given, name)) return this.around.given[name];
			const place = vehiclePlace(name, this.around, {
				mirrored: instance.scope.mirrored,
				range: (axis) => this.range(instance, axis)
			});
			if (place === undefined) throw new SizeFault(`There is nothing called “${name}” here.`);
			return place;
		};
	}

	private placeOf(asker: Instance, instance: Instance): Place {
		const children = 'nodes' in instance.node ? Object.keys(instance.node.nodes) : [];
		const get = (name: string): Value => {
			if (Object.hasOwn(FACES, name)) {
				const [axis, end] = FACES[name];
				return this.seenFrom(asker, instance, axis)[end];
			}
			if (Object.hasOwn(SIZES, name)) {
				const [low, high] = this.range(instance, SIZES[name]);
				return high - low;
			}
			if (name === 'middle') return this.middleOf(asker, instance);
			return this.childOf(asker, instance, name);
		};
		return { called: instance.path, names: [...Object.keys(FACES), ...children], get };
	}

	private middleOf(asker: Instance, instance: Instance): Place {
		return {
			called: `${instance.path}.middle`,
			names: AXES,
			get: (axis) => {
				if (!(AXES as readonly string[]).includes(axis)) throw new SizeFault('A middle has x, y and z.');
				const [low, high] = this.seenFrom(asker, instance, axis as Axis);
				return (low + high) / 2;
			}
		};
	}

	private childOf(asker: Instance, instance: Instance, name: string): Place {
		const scopes = 'nodes' in instance.node ? this.scopesIn(instance) : [];
		const counted = instance.node.kind === 'group' ? undefined : scopes.find(({ path }) => path === `${instance.path}.${name}`);
		if (counted) return this.scopePlace(asker, counted);
		const child = instance.node.kind === 'group' ? scopes[0].nodes.get(name) : undefined;
		if (!child) throw new SizeFault(`“${instance.path}” has no “${name}”.`);
		return this.placeOf(asker, child);
	}

	/** One of a repeat, or one side of a mirror. */
	private scopePlace(asker: Instance, scope: Scope): Place {
		return {
			called: scope.path,
			names: [...scope.nodes.keys()],
			get: (name) => {
				const child = scope.nodes.get(name);
				if (!child) throw new SizeFault(`“${scope.path}” has no “${name}”.`);
				return this.placeOf(asker, child);
			}
		};
	}
}
