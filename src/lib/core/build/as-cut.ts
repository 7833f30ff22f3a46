import { connectionsOf } from '../connections';
import { cutShape, FINEST, partKey, type CutShape } from '../cutting';
import { assemblyOf } from '../derive';
import { area, difference, greatestStray, moved, rectangle, type Polygon } from '../geometry/polygon';
import type { Assembly, Part, Piece } from '../pieces';
import type { CutPart } from '../plan/build';
import type { Plan, Stock } from '../plan/plan';

/** What became of a part that is cut, now that the plan asks for something else, or that it came out otherwise. */
export interface CutDifference {
	/** `piece/part`. */
	key: string;
	piece: string;
	name: string;
	/** As it is on the bench, and as the plan has it now; null where the plan has no such part any more. */
	is: { length: number; width: number };
	asked: { length: number; width: number } | null;
	/** It can be cut down to what is asked; it is too small for it; nobody needs it. */
	outcome: 'trim' | 'anew' | 'spare';
	/** How much is missing, mm; of what is trimmed, how much is too much. */
	by: number;
	/** It is of another stock than what is asked for now. */
	otherStock: boolean;
	/** Parts that it would leave a gap to, where it is too short. */
	gaps: string[];
}

/** What is written down of a part when it is cut. */
export function cutRecord(part: Part): CutPart {
	const { length, width, thickness, outline, cutOuts, shaped } = cutShape(part);
	return {
		length,
		width,
		thickness,
		stock: part.stock,
		...(shaped ? { shape: outline } : {}),
		...(cutOuts.length > 0 ? { openings: cutOuts.map((one) => one.outline) } : {})
	};
}

/** A part as it lies on the bench. */
const sizeNow = ({ length, width, made }: CutPart) => ({ length: made?.length ?? length, width: made?.width ?? width });

/** Whether one outline lies in another, moved so that some corner of the rectangles round them agrees. */
function liesIn(inner: CutShape, outer: Polygon, size: { length: number; width: number }): boolean {
	const slack = [size.length - inner.length, size.width - inner.width];
	const shifts = [0, slack[0]].flatMap((dx) => [0, slack[1]].map((dy) => [dx, dy] as const));
	return shifts.some(([dx, dy]) => {
		const outside = difference(moved(inner.outline, dx, dy), [outer]).reduce((sum, ring) => sum + Math.abs(area(ring)), 0);
		return outside < FINEST * (inner.length + inner.width);
	});
}

/** Whether openings are where they are asked to be. */
const openingsAgree = (cut: CutPart, asked: CutShape): boolean => {
	const [is, want] = [cut.openings ?? [], asked.cutOuts];
	return is.length === want.length && is.every((ring, i) => greatestStray(ring, want[i].outline) <= FINEST);
};

/** A piece as it is worked out now, with how it is joined. */
export interface Asking {
	assembly: Assembly;
	joined?: Piece['joined'];
}

/** How a part that is cut differs from what a piece asks for now; undefined where it does not. */
export function differenceOf(key: string, cut: CutPart, asking: Asking | undefined, stock: Stock): CutDifference | undefined {
	const [piece, ...rest] = key.split('/');
	const id = rest.join('/');
	const is = sizeNow(cut);
	const part = asking?.assembly.parts.find((one) => one.id === id);
	const common = { key, piece, name: part?.name ?? id, is, gaps: [], otherStock: false };
	if (!asking || !part) return { ...common, asked: null, outcome: 'spare', by: 0 };
	const asked = cutShape(part);
	const missing = Math.max(asked.length - is.length, asked.width - is.width, Math.abs(asked.thickness - cut.thickness));
	const spare = Math.max(is.length - asked.length, is.width - asked.width);
	const outline = cut.shape ?? rectangle(0, is.length, 0, is.width);
	const want = { ...common, asked: { length: asked.length, width: asked.width } };
	// As large or not, another wood bears otherwise.
	if (part.stock !== cut.stock) return { ...want, outcome: 'anew', by: Math.max(0, missing), otherStock: true };
	if (missing > FINEST) return { ...want, outcome: 'anew', by: missing, gaps: joinedTo(id, asking, stock) };
	const stray = cut.shape || asked.shaped ? greatestStray(asked.outline, outline) : 0;
	if (spare <= FINEST && stray <= FINEST && openingsAgree(cut, asked)) return undefined;
	if (!liesIn(asked, outline, is) || !openingsStillCut(cut, asked)) return { ...want, outcome: 'anew', by: Math.max(stray, FINEST) };
	return { ...want, outcome: 'trim', by: Math.max(spare, stray) };
}

/** Names of the parts that a part is joined to. */
function joinedTo(id: string, { assembly, joined }: Asking, stock: Stock): string[] {
	const connections = connectionsOf(assembly, stock, joined).filter(({ from, into }) => from === id || into === id);
	const others = connections.map(({ from, into }) => assembly.parts.find((one) => one.id === (from === id ? into : from))!.name);
	return [...new Set(others)];
}

/** Openings that are there stay: more can be cut, none is filled again. */
const openingsStillCut = (cut: CutPart, asked: CutShape): boolean =>
	(cut.openings ?? []).every((ring) => asked.cutOuts.some(({ outline }) => greatestStray(ring, outline) <= FINEST));

/** Every part that is cut and is not what the plan asks for now, what is lost first. */
export function cutDifferences(plan: Plan): CutDifference[] {
	const rank = { anew: 0, trim: 1, spare: 2 } as const;
	return Object.entries(plan.build.cut)
		.flatMap(([key, cut]) => {
			const id = key.split('/')[0];
			const piece = Object.hasOwn(plan.pieces, id) ? plan.pieces[id] : undefined;
			const asking = piece && { assembly: assemblyOf(piece, plan), joined: piece.joined };
			return differenceOf(key, cut, asking, plan.stock) ?? [];
		})
		.sort((a, b) => rank[a.outcome] - rank[b.outcome] || b.by - a.by);
}

/** Parts of the plan by `piece/part`. */
export const partsByKey = (plan: Plan): Map<string, Part> =>
	new Map(Object.entries(plan.pieces).flatMap(([id, piece]) => assemblyOf(piece, plan).parts.map((part) => [partKey(id, part.id), part] as const)));
