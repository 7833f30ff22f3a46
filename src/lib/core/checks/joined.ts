import { connectionsOf, looseIn, type Connection } from '../connections';
import { sceneOf } from '../derive';
import { middleOf } from '../geometry/vector';
import { pointedAt, type PlacedPiece } from '../modes';
import type { Plan, Stock } from '../plan/plan';
import type { Finding, Result } from './finding';
import { reachedResults } from './reached';
import { mergedOverModes, sound } from './run';

type Fault = NonNullable<Connection['fault']>;

const WHY: Readonly<Record<Fault, (names: string, way: string) => string>> = {
	'not this way': (names, way) => `${names} cannot be joined by ${way} where they meet.`,
	'too thin': (names, way) => `${names}: what they are made of is too thin for ${way} where they meet.`,
	'too narrow': (names, way) => `${names}: there is no room for ${way} where they meet.`,
	'meets another': (names, way) => `${names}: their ${way} would meet others inside the wood; shorter ones, or another way here.`
};

/** What nobody can join as it is said is worse than what does not hold well. */
const ORDER: readonly Fault[] = ['not this way', 'too thin', 'too narrow', 'meets another'];

function resultOf(piece: PlacedPiece, stock: Stock): Result | undefined {
	const { assembly, joined } = piece;
	const connections = connectionsOf(assembly, stock, joined);
	const loose = looseIn(assembly, connections, joined);
	if (connections.length === 0 && loose.length === 0) return undefined;
	const nameOf = (id: string) => assembly.parts.find((part) => part.id === id)?.name ?? id;
	const bad = connections
		.filter(({ fault }) => fault)
		.sort((a, b) => Number(b.said) - Number(a.said) || ORDER.indexOf(a.fault!) - ORDER.indexOf(b.fault!));
	const margin = bad.some(({ said }) => said) ? -1 : bad.length + loose.length > 0 ? 0 : 1;
	const common = {
		rule: 'joined' as const,
		key: piece.id,
		title: `${piece.name}: its parts are joined`,
		subjects: [piece.id],
		margin,
		comfort: 1,
		unit: 'count' as const,
		limit: 1,
		actual: margin,
		at: middleOf(pointedAt(piece))
	};
	const [worst] = bad;
	if (worst) {
		const names = `${nameOf(worst.from)} and ${nameOf(worst.into)}`;
		const more = bad.length > 1 ? ` ${bad.length - 1} more are amiss.` : '';
		return { ...common, at: worst.at, why: `${WHY[worst.fault!](names, worst.way)}${more} Say in Cutting how they are joined.` };
	}
	if (loose.length > 0) {
		const [[first]] = loose;
		const more = loose.length > 1 ? ` ${loose.length - 1} more are as loose.` : '';
		return {
			...common,
			unknown: true,
			why: `${first.name} is joined to nothing else of what moves with it, and nobody has said what holds it.${more} Say in Cutting whether it stands loose, or what it is fixed by.`
		};
	}
	const count = connections.reduce((sum, { fasteners }) => sum + fasteners.length, 0);
	const brackets = connections.reduce((sum, one) => sum + one.brackets, 0);
	const words = [`${count} screws, bolts, pins and dowels`, ...(brackets > 0 ? [`${brackets} brackets`] : [])].join(' and ');
	return { ...common, why: `${connections.length} joints with ${words}: nothing comes out, and none meets another.` };
}

/** Whether what moves as one is joined, and holds, and can be joined at all; in every mode in which the piece is there. */
export function joinedFindings(plan: Plan): Finding[] {
	const reached = reachedResults(plan);
	const said = Object.keys(plan.modes).flatMap((modeId) =>
		sceneOf(plan, modeId).pieces.flatMap((piece) => {
			const results = [resultOf(piece, plan.stock), reached.get(piece.id)];
			return results.flatMap((result) => (result ? [{ modeId, result: sound(result) }] : []));
		})
	);
	return mergedOverModes(said).map((finding) => ({ ...finding, tolerance: 0, fixes: [] }));
}
