import { buildInterior, ceilingAt, halfWidth, measurementList, SIDES, type Interior, type MeasurementEntry } from '../interior';
import { vec3, type Vec3 } from '../geometry/vector';
import type { Plan } from '../plan/plan';
import { hiddenVehicle, trueValue } from './hidden';
import { readTape, type Mistake } from './tape';

/** One measurement of the learner against the truth, mm as the tape shows it. */
export interface Difference {
	entry: MeasurementEntry;
	mine: number;
	truth: number;
	off: number;
}

/** A slip that the tape made, and what became of it. */
export interface PlantedMistake {
	path: string[];
	label: string;
	mistake: Mistake;
	/** What the tape said, and what is in the plan now. */
	said: number;
	kept: number;
	/** True when the wrong reading is no longer in the plan. */
	mended: boolean;
}

/** How a practice interior came out. */
export interface PracticeReport {
	/** Largest difference first. */
	differences: Difference[];
	mistakes: PlantedMistake[];
	/** How many measurements were taken, and of how many. */
	taken: number;
	of: number;
	/** Where the walls or the roof of the plan are furthest from the truth, between the sections too. */
	worst: { off: number; at: Vec3; what: 'wall' | 'ceiling' };
	/** Root of the mean square of the same over the whole interior, mm. */
	typical: number;
}

/** A grid as fine as a hand, mm, over which two interiors are compared. */
const GRID = 50;

/**
 * A practice plan against its hidden vehicle.
 *
 * @throws RangeError when the plan is not a practice plan.
 */
export function practiceReport(plan: Plan): PracticeReport {
	const { practice, vehicle } = plan;
	if (!practice) throw new RangeError('This is not a practice plan.');
	const hidden = hiddenVehicle(vehicle.bodyStyle, practice.vehicle);
	const entries = measurementList(vehicle);
	const shown = (entry: MeasurementEntry, mm: number) => mm * entry.factor;
	const differences = entries
		.flatMap((entry): Difference[] => {
			const truth = trueValue(hidden, vehicle, entry.path);
			if (truth === undefined) return [];
			const [mine, real] = [shown(entry, entry.measurement.mm), shown(entry, truth)];
			return [{ entry, mine, truth: real, off: mine - real }];
		})
		.sort((a, b) => Math.abs(b.off) - Math.abs(a.off));
	const mistakes = entries.flatMap((entry): PlantedMistake[] => {
		const readings = practice.readings[entry.path.join('.')] ?? [];
		return readings.flatMap((said, attempt): PlantedMistake[] => {
			const mistake = readTape(hidden, vehicle, entry, attempt, practice.vehicle)?.mistake;
			const kept = shown(entry, entry.measurement.mm);
			return mistake ? [{ path: entry.path, label: entry.label, mistake, said, kept, mended: Math.abs(kept - said) > 1 }] : [];
		});
	});
	const taken = entries.filter((entry) => entry.measurement.status !== 'guessed').length;
	return { differences, mistakes, taken, of: entries.length, ...compare(buildInterior(vehicle), buildInterior(hidden)) };
}

/** Walls and roofs of two interiors over a grid. */
export function compare(mine: Interior, truth: Interior): Pick<PracticeReport, 'worst' | 'typical'> {
	let worst: PracticeReport['worst'] = { off: 0, at: vec3(0, 0, 0), what: 'wall' };
	let [squares, count] = [0, 0];
	const note = (off: number, at: Vec3, what: 'wall' | 'ceiling') => {
		squares += off ** 2;
		count++;
		if (Math.abs(off) > Math.abs(worst.off)) worst = { off, at, what };
	};
	for (let x = truth.rearmost; x <= truth.length; x += GRID) {
		const top = ceilingAt(truth, x, 0);
		for (const side of SIDES)
			for (let z = 0; z <= top * 0.85; z += GRID) {
				const wall = halfWidth(truth, side, x, z);
				note(halfWidth(mine, side, x, z) - wall, vec3(x, side === 'left' ? wall : -wall, z), 'wall');
			}
		for (let y = -400; y <= 400; y += GRID)
			note(ceilingAt(mine, x, y) - ceilingAt(truth, x, y), vec3(x, y, ceilingAt(truth, x, y)), 'ceiling');
	}
	return { worst, typical: Math.sqrt(squares / Math.max(1, count)) };
}
