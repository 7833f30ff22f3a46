import { describe, expect, it } from 'vitest';
import { tolerancesOf, measureNext, findingsOf, type Tolerances } from '../checks';
import { buildInterior, measurementList, questions, type MeasurementEntry } from '../interior';
import {
	afterReading,
	afterSecondReading,
	applyEdits,
	BODY_STYLES,
	measurement,
	planSchema,
	starterPlan,
	vehicleSchema,
	type BodyStyle,
	type Plan
} from '../plan';
import { measuredAgain, withPerson, withPiece } from '../testing/plans';
import { compare, hiddenVehicle, practiceReport, readTape, trueValue } from '.';
import { times } from '../testing/thorough';

const practicePlan = (style: BodyStyle, vehicle: number): Plan => ({
	...starterPlan('Practice', style),
	practice: { vehicle, readings: {} }
});

/** Holds the tape to one measurement and keeps what it says. */
function take(plan: Plan, entry: MeasurementEntry, attempt: number): { plan: Plan; mistake: boolean } {
	const { practice } = plan;
	const hidden = hiddenVehicle(plan.vehicle.bodyStyle, practice!.vehicle);
	const reading = readTape(hidden, plan.vehicle, entry, attempt, practice!.vehicle)!;
	const key = entry.path.join('.');
	return {
		mistake: reading.mistake !== undefined,
		plan: applyEdits(plan, [
			{ path: entry.path, value: measurement(reading.mm / entry.factor) },
			{ path: ['practice', 'readings', key], value: [...(practice!.readings[key] ?? []), reading.mm] }
		])
	};
}

/** Measures everything once, then again whatever is doubted, until nothing new is. */
function learn(style: BodyStyle, number: number) {
	let plan = practicePlan(style, number);
	const planted: string[] = [];
	for (const entry of measurementList(plan.vehicle)) {
		const taken = take(plan, entry, 0);
		plan = taken.plan;
		if (taken.mistake) planted.push(entry.path.join('.'));
	}
	const asked = new Set<string>();
	for (;;) {
		const doubted = questions(plan.vehicle).find((question) => !asked.has(question.path.join('.')));
		if (!doubted) break;
		asked.add(doubted.path.join('.'));
		plan = take(
			plan,
			measurementList(plan.vehicle).find((entry) => entry.path.join('.') === doubted.path.join('.'))!,
			1
		).plan;
	}
	return { plan, planted, asked };
}

describe('hidden vehicles', () => {
	it.each(BODY_STYLES)('of a %s are valid, plausible, different from each other and always the same', (style) => {
		const [one, other] = [hiddenVehicle(style, 1), hiddenVehicle(style, 2)];
		expect(vehicleSchema.safeParse(one).success).toBe(true);
		expect(one).toEqual(hiddenVehicle(style, 1));
		expect(one.length.mm).not.toBe(other.length.mm);
		// An honest interior is not doubted by the sums, whatever its shape.
		expect(questions(one).filter((question) => !question.text.includes('other sections'))).toEqual([]);
		expect(Object.keys(one.stations).length).toBeGreaterThan(Object.keys(starterPlan('x', style).vehicle.stations).length);
	});
});

describe('the practice tape', () => {
	it('answers the same question the same, never slips twice, and slips now and then', () => {
		let [slips, readings] = [0, 0];
		for (const style of BODY_STYLES)
			for (const number of [1, 2, 3, 4, 5]) {
				const { vehicle } = practicePlan(style, number);
				const hidden = hiddenVehicle(style, number);
				for (const entry of measurementList(vehicle)) {
					const first = readTape(hidden, vehicle, entry, 0, number)!;
					expect(readTape(hidden, vehicle, entry, 0, number)).toEqual(first);
					const second = readTape(hidden, vehicle, entry, 1, number)!;
					expect(second.mistake).toBeUndefined();
					const truth = trueValue(hidden, vehicle, entry.path)! * entry.factor;
					expect(Math.abs(second.mm - truth)).toBeLessThan(7);
					if (first.mistake) {
						slips++;
						expect(Math.abs(first.mm - truth)).toBeGreaterThan(20);
					}
					readings++;
				}
			}
		expect(slips / readings).toBeGreaterThan(0.01);
		expect(slips / readings).toBeLessThan(0.1);
	});
	it('knows nothing of what the hidden vehicle has not', () => {
		const plan = practicePlan('small van', 1);
		const entry = { ...measurementList(plan.vehicle)[0], path: ['vehicle', 'anchors', 'ring', 'x'] };
		expect(readTape(hiddenVehicle('small van', 1), plan.vehicle, entry, 0, 1)).toBeUndefined();
	});
});

describe('a learner who measures everything once and again what is doubted', () => {
	const runs = BODY_STYLES.flatMap((style) => [1, 2, 3, 4].map((number) => ({ style, number, ...learn(style, number) })));
	it('has nearly every slip questioned', () => {
		const planted = runs.flatMap((run) => run.planted.map((key) => run.asked.has(key)));
		expect(planted.length).toBeGreaterThan(30);
		expect(planted.filter(Boolean).length / planted.length).toBeGreaterThan(0.8);
	});
	it('ends close to the truth wherever every slip was found', () => {
		const clean = runs.filter((run) => run.planted.every((key) => run.asked.has(key)));
		expect(clean.length).toBeGreaterThan(runs.length / 2);
		for (const { plan, style, number } of clean) {
			const report = practiceReport(plan);
			expect(Math.abs(report.worst.off), `${style} ${number}`).toBeLessThan(30);
			expect(report.typical, `${style} ${number}`).toBeLessThan(10);
			expect(report.mistakes.every((mistake) => mistake.mended)).toBe(true);
			expect(report.taken).toBe(report.of);
		}
	});
	it('is told of a slip that was left in', () => {
		const { plan } = runs.find((run) => run.planted.length > 0)!;
		let careless = practicePlan(plan.vehicle.bodyStyle, plan.practice!.vehicle);
		for (const entry of measurementList(careless.vehicle)) careless = take(careless, entry, 0).plan;
		const report = practiceReport(careless);
		expect(report.mistakes.some((mistake) => !mistake.mended)).toBe(true);
		expect(report.differences[0].off).not.toBe(0);
		expect(planSchema.safeParse(careless).success).toBe(true);
	});
	it('cannot ask for the truth of a real plan', () =>
		expect(() => practiceReport(starterPlan('x', 'small van'))).toThrow(/not a practice plan/));
});

it('an interior against itself is off by nothing, moved walls by how far they were moved', () => {
	const truth = hiddenVehicle('small van', 1);
	expect(compare(buildInterior(truth), buildInterior(truth))).toEqual({ worst: expect.objectContaining({ off: 0 }), typical: 0 });
	const [id, station] = Object.entries(truth.stations)[3];
	const [key, width] = Object.entries(station.widths)[1];
	const moved = applyEdits(truth, [{ path: ['stations', id, 'widths', key, 'left', 'mm'], value: width.left.mm + 33 }]);
	const { worst } = compare(buildInterior(moved), buildInterior(truth));
	expect(worst.what).toBe('wall');
	expect(worst.off).toBeGreaterThan(20);
	expect(worst.off).toBeLessThanOrEqual(33);
});

describe('a second reading', () => {
	it('that agrees makes the mean, measured twice', () => {
		const first = afterReading(measurement(900, 'guessed'), 912);
		expect(first).toEqual({ mm: 912, status: 'measured', plusMinus: 5 });
		expect(afterSecondReading(first, 916)).toEqual({ agreed: { mm: 914, status: 'measured twice', plusMinus: 3 } });
	});
	it('that does not agree makes nothing', () => expect(afterSecondReading(measurement(912), 838)).toEqual({ apart: 74 }));
});

describe('what to measure next', () => {
	const tolerances = (plan: Plan): Tolerances => {
		const run = tolerancesOf(plan);
		for (;;) {
			const step = run.next();
			if (step.done) return step.value;
		}
	};
	const plan = withPerson(
		withPiece(starterPlan('x', 'small hatchback'), 'deck', 'fixed-platform', { height: 300, rear: 100, length: 1700 }),
		'ida',
		1680,
		'deck'
	);
	const before = tolerances(plan);
	const findings = findingsOf(plan, before);
	/** The tolerances after one size of the list has been measured twice. */
	const after = (path: string[]) => tolerances(measuredAgain(plan, path, 3));

	it('measuring the first of the list again takes more doubt out of the open findings than any other', () => {
		const list = measureNext(findings, times(3));
		expect(list.length).toBeGreaterThan(2);
		const open = findings.filter((found) => found.tolerance && Math.abs(found.margin) <= 2 * found.tolerance);
		const left = list.map(({ path }) => {
			const known = after(path);
			return open.reduce(
				(sum, { modes, rule, key, tolerance }) => sum + (known[`${modes[0]}/${rule}:${key}`].tolerance / tolerance!) ** 2,
				0
			);
		});
		expect(left[0]).toBe(Math.min(...left));
		expect(left[0]).toBeLessThan(open.length);
	});
	it('of one finding the size that moves it most shrinks its tolerance most', () => {
		const finding = findings.find((found) => found.sensitivities.length > 2)!;
		const id = `${finding.modes[0]}/${finding.rule}:${finding.key}`;
		const shrunk = finding.sensitivities.slice(0, times(3)).map(({ path }) => after(path)[id].tolerance);
		expect(shrunk[0]).toBe(Math.min(...shrunk));
		expect(shrunk[0]).toBeLessThan(before[id].tolerance);
	});
});
