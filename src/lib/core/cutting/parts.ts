import { area, bounds, type Polygon } from '../geometry/polygon';
import { connectionsOf, holesByPart, type Hole } from '../connections';
import { assemblyOf, interiorOf } from '../derive';
import { holesIn } from '../fastening';
import { vec3 } from '../geometry/vector';
import { partMass, type Part } from '../pieces';
import type { Plan } from '../plan/plan';
import { guessesOf, type Guess } from './guesses';

/** What a kind is worked out with: only own pieces stand by others. */
const ALONE: Plan['pieces'] = {};

/** Equal parts of one piece: one line of the parts list. */
export interface PartLine {
	/** Number on the drawing and on the wood: 1, 2, 3 … through the whole plan. */
	number: number;
	piece: string;
	name: string;
	form: Exclude<Part['form'], 'bought'>;
	stock: string;
	/** Size of the rectangle round the outline and thickness, mm. */
	length: number;
	width: number;
	thickness: number;
	quantity: number;
	/** Which parts of the plan they are, copy by copy: piece and part, with a slash between. */
	of: string[];
	/** True outline, its low corner at (0, 0). */
	outline: Polygon;
	/** Openings in it, measured from the same corner. */
	cutOuts: { name: string; outline: Polygon }[];
	/** True when the outline is not just its rectangle. */
	shaped: boolean;
	/** Of one, kg. */
	weight: number;
	/** Where it is drilled for its joints: copies that are drilled alike together, by their place among the copies. */
	drilled: Drilled[];
	/** Sizes of the vehicle that it is cut by and that are only guessed, what moves it most first. */
	guesses: readonly Guess[];
}

/** Holes for joints in some copies of a part, measured from the low corner of its outline and its lower face, mm. */
export interface Drilled {
	copies: number[];
	holes: readonly Hole[];
}

/** The name of one part of one piece throughout a plan. */
export const partKey = (piece: string, part: string): string => `${piece}/${part}`;

/** To a tenth of a millimetre: nobody saws finer, and equal parts must compare equal. */
const tenth = (value: number) => Math.round(value * 10) / 10;

/** Every part of a plan that is cut, equal ones counted together; cloth with its seams. Bars longer than wide lie along their length. */
export function partsOf(plan: Plan): PartLine[] {
	const lines: PartLine[] = [];
	for (const [id, piece] of Object.entries(plan.pieces)) {
		const assembly = assemblyOf(piece, plan);
		const guesses = guessesOf(piece, plan.vehicle, plan.stock, piece.kind === 'own' ? plan.pieces : ALONE);
		const joints = holesByPart(assembly, connectionsOf(assembly, plan.stock, piece.joined));
		const holes = holesIn(plan, interiorOf(plan.vehicle), piece, assembly);
		for (const whole of assembly.parts) {
			const drilled = holes.get(whole.id);
			const part = drilled ? { ...whole, cutOuts: [...(whole.cutOuts ?? []), ...drilled] } : whole;
			if (part.form === 'bought') continue;
			const line = lineOf(piece.name, part, plan, guesses.get(whole.id) ?? []);
			const same = lines.find(
				(l) =>
					l.piece === line.piece &&
					l.name === line.name &&
					l.stock === line.stock &&
					JSON.stringify([l.outline, l.cutOuts]) === JSON.stringify([line.outline, line.cutOuts])
			);
			const kept = same ?? { ...line, number: lines.length + 1 };
			if (same) same.quantity++;
			else lines.push(kept);
			kept.of.push(partKey(id, whole.id));
			addDrilled(kept, part, joints.get(whole.id) ?? []);
		}
	}
	return lines;
}

/** To half a millimetre: nobody marks finer. */
const half = (value: number) => Math.round(value * 2) / 2;

/** Adds the holes of one more copy. */
function addDrilled(line: PartLine, part: Part, found: readonly Hole[]): void {
	const low = bounds(part.cut ?? part.outline);
	const holes = found
		.map(({ at, along, ...hole }): Hole => ({
			...hole,
			at: vec3(half(at.x - low.x[0]), half(at.y - low.y[0]), half(at.z)),
			along: vec3(tenth(along.x) || 0, tenth(along.y) || 0, tenth(along.z) || 0),
			...(hole.depth === undefined ? {} : { depth: half(hole.depth) })
		}))
		.sort((a, b) => a.at.x - b.at.x || a.at.y - b.at.y || a.at.z - b.at.z);
	const alike = line.drilled.find((one) => JSON.stringify(one.holes) === JSON.stringify(holes));
	if (alike) alike.copies.push(line.quantity - 1);
	else line.drilled.push({ copies: [line.quantity - 1], holes });
}

/** A part as it is cut: the rectangle round it, its outline and openings from its low corner, all to a tenth of a millimetre. */
export type CutShape = Pick<PartLine, 'length' | 'width' | 'thickness' | 'outline' | 'cutOuts' | 'shaped'>;

export function cutShape(part: Pick<Part, 'outline' | 'cut' | 'cutOuts' | 'thickness'>): CutShape {
	const cut = part.cut ?? part.outline;
	const low = bounds(cut);
	const fromCorner = (ring: Polygon): Polygon => ring.map((p) => ({ x: tenth(p.x - low.x[0]), y: tenth(p.y - low.y[0]) }));
	const outline = fromCorner(cut);
	const { x, y } = bounds(outline);
	return {
		length: x[1],
		width: y[1],
		thickness: part.thickness,
		outline,
		cutOuts: (part.cutOuts ?? []).map((opening) => ({ ...opening, outline: fromCorner(opening.outline) })),
		shaped: Math.abs(area(outline)) < x[1] * y[1] - 1
	};
}

function lineOf(piece: string, part: Part, { stock }: Plan, guesses: readonly Guess[]): PartLine {
	const shape = cutShape(part);
	return {
		...shape,
		number: 0,
		piece,
		name: part.name,
		form: part.form as PartLine['form'],
		stock: part.stock,
		quantity: 1,
		of: [],
		weight: partMass({ ...part, outline: shape.outline }, stock),
		drilled: [],
		guesses
	};
}
