import { isAsked, kindOf, numberRange, parameterMeta, type Piece } from '../pieces';
import type { Plan } from '../plan/plan';
import { formatLength, formatMass, type UnitSystem } from '../units';

/** A value of the plan that can be turned to settle a finding. */
export interface Knob {
	path: string[];
	/** What it is called. */
	label: string;
	value: number;
	range: [number, number];
	/** Smallest sensible change. */
	step: number;
	more: string;
	less: string;
	unit: 'mm' | 'deg' | 'kg' | 'count';
}

/** Whether turning a knob moves something and leaves its size alone. */
export const isMove = ({ more }: Knob): boolean => more.startsWith('Move ');

/** Nothing lies further than this from the centre line, as plans have it, mm. */
const ACROSS = 1500;

/** The sizes that whoever designed an own piece gave names to. */
const ownKnobs = (id: string, { sizes }: Extract<Piece, { kind: 'own' }>['params']['design']): Knob[] =>
	Object.entries(sizes).map(([key, { called, value, low, high }]) => ({
		path: ['pieces', id, 'params', 'design', 'sizes', key, 'value'],
		label: called,
		value,
		range: [low, high],
		step: 1,
		more: `Make “${called}” larger`,
		less: `Make “${called}” smaller`,
		unit: 'mm'
	}));

/** Every number of a piece that its kind gives verbs for, within the range of its schema, and the named sizes of an own piece. */
export function pieceKnobs(id: string, piece: Piece): Knob[] {
	const { params } = kindOf(piece.kind);
	const own = piece.kind === 'own' ? ownKnobs(id, piece.params.design) : [];
	const given = Object.entries(params.shape).flatMap(([key, schema]): Knob[] => {
		const meta = parameterMeta(schema);
		if (!isAsked(meta, piece.params)) return [];
		const { [key]: own, [meta.zeroIs ?? key]: other } = piece.params as Record<string, unknown>;
		const value = own === 0 ? other : own;
		if (!meta.more || !meta.less || typeof value !== 'number') return [];
		const range = numberRange(meta.zeroIs ? params.shape[meta.zeroIs as keyof typeof params.shape] : schema);
		if (!range) return [];
		return [
			{
				path: ['pieces', id, 'params', key],
				label: meta.label,
				value,
				range,
				step: 1,
				more: meta.more,
				less: meta.less,
				unit: meta.unit as Knob['unit']
			}
		];
	});
	return [...given, ...own];
}

/** Slide and lean of a seat in a mode, as far as it has them; none where the mode does not set the seat. */
export function seatKnobs({ vehicle, modes }: Plan, modeId: string, id: string): Knob[] {
	const seat = vehicle.seats[id];
	const setting = modes[modeId].seats[id];
	if (!seat || !setting) return [];
	const name = seat.name.toLowerCase();
	const path = ['modes', modeId, 'seats', id];
	const knobs: Knob[] = [];
	if (seat.slide)
		knobs.push({
			path: [...path, 'slide'],
			label: `Slide of the ${name}`,
			value: setting.slide,
			range: [0, seat.slide.mm],
			step: 1,
			more: `Slide the ${name} forward`,
			less: `Slide the ${name} back`,
			unit: 'mm'
		});
	if (seat.type === 'front seat')
		knobs.push({
			path: [...path, 'angle'],
			label: `Lean of the ${name}`,
			value: setting.angle,
			range: [seat.uprightAngle, seat.reclinedAngle],
			step: 1,
			more: `Recline the ${name}`,
			less: `Raise the back of the ${name}`,
			unit: 'deg'
		});
	return knobs;
}

/** The place of something that lies in a place of its own in a mode; none for what does not. */
export function thingKnobs({ gear, vehicle, modes }: Plan, modeId: string, id: string): Knob[] {
	const lies = modes[modeId].lies ?? {};
	if (!Object.hasOwn(lies, id) || !Object.hasOwn(gear, id)) return [];
	const { name } = gear[id];
	const path = ['modes', modeId, 'lies', id];
	return [
		{
			path: [...path, 'x'],
			label: `Place of ${name} along the vehicle`,
			value: lies[id].x,
			range: [0, vehicle.length.mm],
			step: 5,
			more: `Move ${name} forward`,
			less: `Move ${name} back`,
			unit: 'mm'
		},
		{
			path: [...path, 'y'],
			label: `Place of ${name} across the vehicle`,
			value: lies[id].y,
			range: [-ACROSS, ACROSS],
			step: 5,
			more: `Move ${name} to the left`,
			less: `Move ${name} to the right`,
			unit: 'mm'
		}
	];
}

/** What turning a knob to a value is called: its verb, and by how much. */
export function turnWords(knob: Knob, value: number, system: UnitSystem): string {
	const turn = Math.abs(value - knob.value);
	const words: Record<Knob['unit'], () => string> = {
		mm: () => formatLength(turn, system),
		deg: () => `${Math.round(turn)}°`,
		kg: () => formatMass(turn, system),
		count: () => `${Math.round(turn)}`
	};
	return `${value > knob.value ? knob.more : knob.less} by ${words[knob.unit]()}`;
}

/** How far to look from the present value: this many doublings of a 2 mm step. */
const DOUBLINGS = 10;

/** Margins that differ by less come out of the steps in which a move is looked at, mm. */
const SAME = 0.02;

/** Distances to try: steps that double, and where the margin would come right if it went on as it began. */
function distances(knob: Knob, direction: 1 | -1, aim: number, margin: (value: number) => number): number[] {
	const doubled = Array.from({ length: DOUBLINGS + 1 }, (_, i) => 2 * 2 ** i);
	const now = margin(knob.value);
	const near = margin(Math.round(knob.value) + 2 * direction);
	// What moves nothing near by, half way and at the end of its range has nothing to do with it.
	const edge = direction > 0 ? knob.range[1] : knob.range[0];
	const far = [edge, Math.round((knob.value + edge) / 2)];
	if (Math.abs(near - now) < SAME && far.every((value) => Math.abs(margin(value) - now) < SAME)) return [];
	const slope = (near - now) / 2;
	const straight = Math.ceil((aim - now) / slope);
	// What must be level with something fits within a few millimetres only, and doubled steps leap over it.
	return slope > 0 && Number.isFinite(straight) && straight > 0 ? [...doubled, straight].sort((a, b) => a - b) : doubled;
}

/**
 * The smallest turn of a knob in one direction that brings `margin` to at least `aim`: steps that double, and the one
 * that a straight line points at, until one succeeds, then halving between the last failure and it. Undefined when
 * none within range does.
 */
export function smallestTurn(knob: Knob, direction: 1 | -1, aim: number, margin: (value: number) => number): number | undefined {
	const edge = direction > 0 ? knob.range[1] : knob.range[0];
	const clamp = (value: number) => (direction > 0 ? Math.min(edge, value) : Math.max(edge, value));
	let failed = knob.value;
	for (const distance of distances(knob, direction, aim, margin)) {
		const tried = clamp(Math.round(knob.value) + direction * distance);
		if (margin(tried) >= aim) return halved(knob, direction, failed, tried, (value) => margin(value) >= aim);
		failed = tried;
		if (tried === edge) return undefined;
	}
	return undefined;
}

/** The least value that is good between one that failed and one that is good, to the knob's own step. */
function halved(knob: Knob, direction: 1 | -1, failed: number, found: number, isGood: (value: number) => boolean): number {
	let good = found;
	while (Math.abs(good - failed) > knob.step) {
		const middle = direction > 0 ? Math.ceil((good + failed) / 2) : Math.floor((good + failed) / 2);
		if (middle === good) break;
		if (isGood(middle)) good = middle;
		else failed = middle;
	}
	return good;
}
