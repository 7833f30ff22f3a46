import { kindOf, numberRange, parameterMeta, type Piece } from '../pieces';

/** A value of the plan that can be turned to settle a finding. */
export interface Knob {
	path: string[];
	value: number;
	range: [number, number];
	/** Smallest sensible change. */
	step: number;
	more: string;
	less: string;
	unit: 'mm' | 'deg';
}

/** Every number of a piece that its kind gives verbs for, within the range of its schema. */
export function pieceKnobs(id: string, piece: Piece): Knob[] {
	const { params } = kindOf(piece.kind);
	return Object.entries(params.shape).flatMap(([key, schema]): Knob[] => {
		const meta = parameterMeta(schema);
		const value = (piece.params as Record<string, unknown>)[key];
		if (!meta.more || !meta.less || typeof value !== 'number') return [];
		const range = numberRange(schema);
		if (!range) return [];
		return [
			{
				path: ['pieces', id, 'params', key],
				value,
				range,
				step: 1,
				more: meta.more,
				less: meta.less,
				unit: meta.unit === 'deg' ? 'deg' : 'mm'
			}
		];
	});
}

/** How far to look from the present value: this many doublings of a 2 mm step. */
const DOUBLINGS = 10;

/**
 * The smallest turn of a knob in one direction that brings `margin` to at least `aim`: steps that double until one
 * succeeds, then halving between the last failure and it. Undefined when none within range does.
 */
export function smallestTurn(knob: Knob, direction: 1 | -1, aim: number, margin: (value: number) => number): number | undefined {
	const edge = direction > 0 ? knob.range[1] : knob.range[0];
	const clamp = (value: number) => (direction > 0 ? Math.min(edge, value) : Math.max(edge, value));
	let failed = knob.value;
	for (let i = 0; i <= DOUBLINGS; i++) {
		const tried = clamp(Math.round(knob.value) + direction * 2 * 2 ** i);
		if (margin(tried) >= aim) {
			let good = tried;
			while (Math.abs(good - failed) > knob.step) {
				const middle = direction > 0 ? Math.ceil((good + failed) / 2) : Math.floor((good + failed) / 2);
				if (middle === good) break;
				if (margin(middle) >= aim) good = middle;
				else failed = middle;
			}
			return good;
		}
		failed = tried;
		if (tried === edge) return undefined;
	}
	return undefined;
}
