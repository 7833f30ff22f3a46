import { assemblyOf } from '../derive';
import { kindOf, numberRange, parameterMeta, type Piece } from '../pieces';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { litres } from '../storage';
import { formatLength, type UnitSystem } from '../units';
import { concessions } from './concessions';
import type { Finding, Fix } from './finding';
import { findingsOf, isWorse, resultId, resultsOfRule, type Tolerances } from './run';

/** A value of the plan that can be turned to settle a finding. */
interface Knob {
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
function pieceKnobs(id: string, piece: Piece): Knob[] {
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

/** Slide of a seat in the modes of a finding; the driving position itself is not for turning. */
function seatKnobs(plan: Plan, finding: Finding): Knob[] {
	if (finding.rule === 'driving-position') return [];
	const [mode] = finding.modes;
	if (finding.modes.length !== 1 || plan.modes[mode].use === 'drive') return [];
	return finding.subjects.flatMap((id): Knob[] => {
		const seat = plan.vehicle.seats[id];
		const setting = plan.modes[mode].seats[id];
		if (seat?.type !== 'front seat' || !setting) return [];
		const name = seat.name.toLowerCase();
		const common = { path: ['modes', mode, 'seats', id], step: 1 };
		return [
			{
				...common,
				path: [...common.path, 'slide'],
				value: setting.slide,
				range: [0, seat.slide.mm],
				more: `Slide the ${name} forward`,
				less: `Slide the ${name} back`,
				unit: 'mm'
			},
			{
				...common,
				path: [...common.path, 'angle'],
				value: setting.angle,
				range: [seat.uprightAngle, seat.reclinedAngle],
				more: `Recline the ${name}`,
				less: `Raise the back of the ${name}`,
				unit: 'deg'
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
function smallestTurn(knob: Knob, direction: 1 | -1, aim: number, margin: (value: number) => number): number | undefined {
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

/** Litres of storage in all pieces. */
const storage = (plan: Plan): number =>
	Object.values(plan.pieces)
		.flatMap((piece) => assemblyOf(piece, plan.vehicle, plan.stock).spaces)
		.reduce((sum, space) => sum + litres(space.box), 0);

/** The worst finding of every rule and subject; findings come worst first. */
function worstByResult(findings: Finding[]): Map<string, Finding> {
	const worst = new Map<string, Finding>();
	for (const finding of findings) if (!worst.has(resultId(finding))) worst.set(resultId(finding), finding);
	return worst;
}

/** What a change costs elsewhere, in words, and how many new clashes it brings. */
function costOf(plan: Plan, changed: Plan, tolerances: Tolerances, finding: Finding): { cost: string; newClashes: number; lost: number } {
	const own = resultId(finding);
	const before = worstByResult(findingsOf(plan, tolerances));
	const after = worstByResult(findingsOf(changed, tolerances));
	const lost = [...after.values()].filter((f) => resultId(f) !== own && isWorse(f.status, before.get(resultId(f))?.status ?? 'clear'));
	const words = lost
		.slice(0, 2)
		.map((f) => `${f.title.toLowerCase().replace(/^./, (c) => c.toUpperCase())} becomes ${f.status === 'clash' ? 'a clash' : f.status}`);
	if (lost.length > 2) words.push(`${lost.length - 2} more get worse`);
	const volume = Math.round(storage(changed) - storage(plan));
	if (volume !== 0) words.push(`${Math.abs(volume)} litres ${volume < 0 ? 'less' : 'more'} storage`);
	return {
		cost: words.length > 0 ? `${words.join('; ')}.` : 'Costs nothing elsewhere.',
		newClashes: lost.filter((f) => f.status === 'clash').length,
		lost: lost.length
	};
}

/** A fix with what it is sorted by. */
type Tried = Fix & { lost: number; turn: number };

/** Every turn of one number that settles a finding, each tried out on the whole plan. */
function turns(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem): Tried[] {
	const [mode] = finding.modes;
	const own = resultId(finding);
	const marginOf = (changed: Plan) => resultsOfRule(changed, mode, finding.rule).find((r) => resultId(r) === own)?.margin;
	const knobs = [
		...finding.subjects.flatMap((id) => (Object.hasOwn(plan.pieces, id) ? pieceKnobs(id, plan.pieces[id]) : [])),
		...seatKnobs(plan, finding)
	];
	const comfortable = Math.max(finding.comfort, finding.tolerance ?? 0);
	return knobs.flatMap((knob) =>
		([1, -1] as const).flatMap((direction): Tried[] => {
			const editsFor = (value: number): Edit[] => [{ path: knob.path, value }];
			const margin = (value: number) => marginOf(applyEdits(plan, editsFor(value))) ?? -Infinity;
			const value =
				smallestTurn(knob, direction, comfortable, margin) ?? (finding.margin < 0 ? smallestTurn(knob, direction, 0, margin) : undefined);
			if (value === undefined) return [];
			const edits = editsFor(value);
			const turn = Math.abs(value - knob.value);
			const amount = knob.unit === 'deg' ? `${Math.round(turn)}°` : formatLength(turn, system);
			const label = `${direction > 0 ? knob.more : knob.less} by ${amount}`;
			return [{ label, edits, margin: margin(value), turn, ...costOf(plan, applyEdits(plan, edits), tolerances, finding) }];
		})
	);
}

/**
 * Changes that settle a finding: for every number of the pieces concerned (and the slide and recline of a seat), the
 * smallest turn up or down after which the finding is clear or, failing that, just fits; for a clash also what could be
 * given up. Each is tried out on the whole plan, so its cost is what really happens. At most `most`, those that cost
 * least elsewhere first, then by size of the change; what is given up comes last.
 */
export function fixesFor(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem = 'metric', most = 4): Fix[] {
	const fixes = turns(plan, finding, tolerances, system);
	fixes.sort((a, b) => a.newClashes - b.newClashes || a.lost - b.lost || a.turn - b.turn);
	// A change that only moves the trouble elsewhere is worth showing when something clashes and nothing better is to be had.
	const harmless = fixes.filter((fix) => fix.newClashes === 0);
	const useful = harmless.length > 0 || finding.status !== 'clash' ? harmless : fixes.slice(0, 2);
	const given = finding.status === 'clash' ? concessions(plan, finding) : [];
	return [
		...useful
			.slice(0, most - given.length)
			.map(({ label, cost, edits, margin, newClashes }) => ({ label, cost, edits, margin, newClashes })),
		...given.map(({ label, edits }) => {
			const { cost, newClashes } = costOf(plan, applyEdits(plan, edits), tolerances, finding);
			return { label, edits, cost, newClashes, margin: 0 };
		})
	];
}
