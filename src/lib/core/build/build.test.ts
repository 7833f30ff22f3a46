import { describe, expect, it } from 'vitest';
import { cuttingPlan } from '../cutting';
import { measurementList } from '../interior';
import { applyEdits, readPlan, type Plan } from '../plan';
import { builtExamples, example } from '../testing/examples';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { solver } from '../testing/solver';
import { buildOf, budgetOf, cutAnew, cutDifferences, readAgain, ticking, unticking, type Build } from '.';
import { piecesBefore } from './between';

const TODAY = '2026-12-01';
const built = (plan: Plan): Build => buildOf(plan, cuttingPlan(plan, solver), TODAY);
const measured = (mm: number) => ({ mm, plusMinus: 0, status: 'measured' as const });
const placeIn = ({ steps }: Build) => {
	const at = new Map(steps.map(({ id }, i) => [id, i]));
	return (id: string) => at.get(id) ?? -1;
};

describe.each(builtExamples)('building %s', (_, plan) => {
	const cutting = cuttingPlan(plan, solver);
	const build = buildOf(plan, cutting, TODAY);
	const at = placeIn(build);

	it('has an order that keeps what each step needs, proven to set up as seldom as can be, and an end', () => {
		expect(build.ring).toEqual([]);
		expect(build.proven).toBe(true);
		expect(new Set(build.steps.map(({ id }) => id)).size).toBe(build.steps.length);
		for (const step of build.steps) for (const { step: other } of step.needs) expect(at(other)).toBeLessThan(at(step.id));
		expect(build.calendar.end).toBeDefined();
	});

	it('cuts each part once, before it is used, and sets each up in the vehicle', () => {
		const cutAt = new Map<string, number>();
		for (const [i, { id, lines }] of build.steps.entries())
			if (id.startsWith('cut:'))
				for (const key of lines.flatMap(({ parts }) => parts)) {
					expect(cutAt.has(key)).toBe(false);
					cutAt.set(key, i);
				}
		const keys = cutting.parts.flatMap(({ of }) => of);
		expect([...cutAt.keys()].toSorted()).toEqual(keys.toSorted());
		for (const [i, { kind, lines }] of build.steps.entries())
			if (['join', 'hang', 'test-fit', 'install'].includes(kind))
				for (const key of lines.flatMap(({ parts }) => parts)) expect(cutAt.get(key) ?? -1).toBeLessThan(i);
		const inside = new Set(build.steps.filter(({ kind }) => kind === 'install').flatMap(({ lines }) => lines.flatMap(({ parts }) => parts)));
		for (const line of cutting.parts) for (const key of line.of) expect(inside.has(key) || line.form === 'cloth').toBe(true);
		for (const id of Object.keys(plan.pieces)) expect(at(`in:${id}`)).toBeGreaterThanOrEqual(0);
	});

	it('tries each piece in the vehicle before it is finished, finishes it before it goes in, and fastens it after', () => {
		for (const id of Object.keys(plan.pieces)) {
			if (at(`coat:${id}.1`) >= 0) {
				expect(at(`fit:${id}`)).toBeGreaterThanOrEqual(0);
				expect(at(`fit:${id}`)).toBeLessThan(at(`coat:${id}.1`));
				expect(at(`coat:${id}.2`)).toBeLessThan(at(`in:${id}`));
			}
			if (at(`fix:${id}`) >= 0) expect(at(`in:${id}`)).toBeLessThan(at(`fix:${id}`));
		}
		for (const { first, then } of piecesBefore(plan).before) expect(at(`in:${first}`)).toBeLessThan(at(`in:${then}`));
	});

	it('ticked off to the end nothing is left, and the file of it can be read', () => {
		const done = build.steps.reduce((present, step) => applyEdits(present, ticking(present, step, TODAY)), plan);
		const end = buildOf(done, cutting, TODAY);
		expect(end.steps.every(({ state }) => state === 'done')).toBe(true);
		expect(end.calendar.steps).toEqual([]);
		expect(cutDifferences(done)).toEqual([]);
		const read = readPlan(structuredClone(done));
		expect(read.ok).toBe(true);
		const back = build.steps.reduce((present, step) => applyEdits(present, unticking(present, step)), done);
		expect(back.build).toEqual(plan.build);
	});
});

describe('what comes before what', () => {
	const orderIn = (plan: Plan) => piecesBefore(plan).before.map(({ first, then }) => `${first} < ${then}`);

	it('a floor before what stands on it', () => {
		const plan = example('15-slats-on-rails.nook.json');
		expect(orderIn(plan)).toEqual(expect.arrayContaining(['floor < bed', 'floor < shelf']));
	});

	it('a box far in before one that fills the door, where there is no way over it', () => {
		const edges = { low: { z: 0, first: measured(-490), second: measured(490) }, high: { z: 430, first: measured(-490), second: measured(490) } };
		const rear = { name: 'Tailgate', place: 'rear', door: 'none', hinge: 'first', thickness: measured(0), sill: measured(0), head: measured(430), edges };
		const vehicle = { ...plainVehicle([[0, 500]], 440, 3000), openings: { rear } as unknown as Plan['vehicle']['openings'] };
		const boxAt = (plan: Plan, id: string, from: number, height: number) =>
			withPiece(plan, id, 'bench-box', { rear: from, length: 600, depth: 800, height, cushion: 0, lid: false });
		const inARow = (height: number) => boxAt(boxAt(planIn(vehicle), 'near', 100, height), 'far', 1500, height);
		expect(orderIn(inARow(400))).toEqual(['far < near']);
		const build = built(inARow(400));
		expect(placeIn(build)('in:far')).toBeLessThan(placeIn(build)('in:near'));
		// Two of half the height: one passes over the other.
		expect(orderIn(inARow(200))).toEqual([]);
	});
});

describe('what is cut already', () => {
	const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', {});
	const { steps } = built(plan);
	const boards = steps.find(({ id }) => id.startsWith('cut:sheets'))!;
	const cut = applyEdits(plan, ticking(plan, boards, TODAY));

	it('is kept as it was to be; the plan that does not change has no difference', () => {
		expect(Object.keys(cut.build.cut).length).toBeGreaterThan(0);
		expect(cutDifferences(cut)).toEqual([]);
	});

	it('a wall nine millimetres further in: what is cut is told with what to trim, what is not yet cut follows by itself', () => {
		const narrow = { ...cut, vehicle: plainVehicle([[0, 691]]) };
		const differences = cutDifferences(narrow);
		expect(differences.length).toBe(Object.keys(cut.build.cut).length);
		for (const one of differences) {
			expect(one.outcome).toBe('trim');
			expect(one.by).toBeCloseTo(18, 1);
		}
		// Bars are not cut yet: nothing is told of them, and they are as the vehicle is now.
		expect(differences.every(({ key }) => key in cut.build.cut)).toBe(true);
		const bars = (of: Plan) => cuttingPlan(of, solver).parts.filter(({ form }) => form === 'bar');
		expect(bars(narrow)).not.toEqual(bars(plan));
		expect(cutDifferences(applyEdits(narrow, differences.flatMap(({ key }) => cutAnew(narrow, key))))).toEqual([]);
	});

	it('a wall further out: what is cut is too small, by as much, and what it leaves a gap to is named', () => {
		const wide = { ...cut, vehicle: plainVehicle([[0, 705]]) };
		const [worst] = cutDifferences(wide);
		expect(worst.outcome).toBe('anew');
		expect(worst.by).toBeCloseTo(10, 1);
		expect(worst.gaps.length).toBeGreaterThan(0);
	});

	it('a part that came out three millimetres short is too short by three', () => {
		const [key, record] = Object.entries(cut.build.cut)[0];
		const short = applyEdits(cut, [{ path: ['build', 'cut', key, 'made'], value: { length: record.length - 3 } }]);
		expect(cutDifferences(short)).toMatchObject([{ key, outcome: 'anew', by: 3 }]);
		const long = applyEdits(cut, [{ path: ['build', 'cut', key, 'made'], value: { length: record.length + 3 } }]);
		expect(cutDifferences(long)).toMatchObject([{ key, outcome: 'trim', by: 3 }]);
	});

	it('a piece that is gone leaves parts that nobody needs', () => {
		const gone = { ...cut, pieces: {} };
		expect(cutDifferences(gone).every(({ outcome, asked }) => outcome === 'spare' && asked === null)).toBe(true);
	});
});

describe('what comes to a step after it was ticked off', () => {
	const alone = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', {});
	const ticked = built(alone).steps.reduce((present, step) => applyEdits(present, ticking(present, step, TODAY)), alone);
	const two = withPiece(ticked, 'box', 'bench-box', { rear: 2000 });
	const stepOf = (plan: Plan, id: string) => built(plan).steps.find((step) => step.id === id)!;
	const saw = built(alone).steps.find(({ id }) => id.startsWith('cut:sheets'))!.id;

	it('opens it again: boards of a second piece are cut too, though this saw was done', () => {
		const again = stepOf(two, saw);
		expect(again.state).not.toBe('done');
		expect(again.since.length).toBeGreaterThan(0);
		expect(stepOf(two, 'buy:timber').since.length).toBeGreaterThan(0);
		// What has nothing new in it stays done.
		expect(stepOf(two, 'in:bed').state).toBe('done');
		expect(built(two).calendar.steps.map(({ id }) => id)).toContain(saw);
		const done = applyEdits(two, ticking(two, again, TODAY));
		expect(stepOf(done, saw).state).toBe('done');
		expect(Object.keys(done.build.cut).some((key) => key.startsWith('box/'))).toBe(true);
	});

	it('what came out otherwise is still known when it is ticked again', () => {
		const boards = stepOf(two, saw).lines.flatMap(({ parts }) => parts);
		const [key, { length }] = Object.entries(two.build.cut).find(([one]) => one.startsWith('bed/') && boards.includes(one))!;
		const short = applyEdits(two, [{ path: ['build', 'cut', key, 'made'], value: { length: length - 4 } }]);
		const step = built(short).steps.find(({ id, since, lines }) => id.startsWith('cut:') && since.length > 0 && lines.some(({ parts }) => parts.includes(key)))!;
		expect(applyEdits(short, ticking(short, step, TODAY)).build.cut[key].made).toEqual({ length: length - 4 });
	});

	it('a bolt more is a step of fastening again', () => {
		const bolt = (x: number) => ({ way: 'new bolt through', surface: 'floor', x, at: 0 });
		const held = (plan: Plan, ...xs: number[]) =>
			applyEdits(plan, [{ path: ['pieces', 'bed', 'held'], value: Object.fromEntries(xs.map((x, i) => [`b${i}`, bolt(x)])) }]);
		const one = held(alone, 500);
		const fixed = applyEdits(one, ticking(one, stepOf(one, 'fix:bed'), TODAY));
		expect(stepOf(fixed, 'fix:bed').state).toBe('done');
		const strapped = applyEdits(fixed, [
			{ path: ['vehicle', 'anchors', 'ring'], value: { name: 'Ring', kind: 'ring', x: measured(600), y: measured(300), z: measured(0), direction: 'up' } },
			{ path: ['pieces', 'bed', 'held', 'b1'], value: { way: 'strap', anchor: 'ring' } }
		]);
		expect(stepOf(strapped, 'fix:bed')).toMatchObject({ since: [expect.stringMatching(/^Strap to Ring/)] });
	});
});

describe('a size that is measured again', () => {
	it('changes what is not cut, tells what is, and says what clashes then', () => {
		const bare = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', {});
		const boards = built(bare).steps.find(({ id }) => id.startsWith('cut:sheets'))!;
		const plan = applyEdits(bare, ticking(bare, boards, TODAY));
		const entry = measurementList(plan.vehicle).find(({ path }) => path.join('.') === 'vehicle.stations.rear.widths.w0.left')!;
		// Only at the rear end: the walls run together there, by 2 × 9 mm.
		const { parts, edits, clashes } = readAgain(plan, entry, 691 * entry.factor);
		expect(parts.some(({ cut }) => cut)).toBe(true);
		expect(parts.every(({ key, cut }) => cut === key in plan.build.cut)).toBe(true);
		expect(clashes).toEqual([]);
		const after = applyEdits(plan, edits);
		expect(after.vehicle.stations.rear.widths.w0.left.mm).toBe(691);
		expect(cutDifferences(after).map(({ key }) => key).toSorted()).toEqual(parts.filter(({ cut }) => cut).map(({ key }) => key).toSorted());
		expect(readAgain(plan, entry, entry.measurement.mm * entry.factor).parts).toEqual([]);
	});
});

describe('money', () => {
	it('planned and paid by hand', () => {
		const bare = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', {});
		const cutting = cuttingPlan(bare, solver);
		const [first] = cutting.sheets;
		const key = `sheets.${first.id}`;
		const sheets = first.plan.sheets.length * first.stock.price;
		const before = budgetOf(bare, cutting);
		expect(before.planned).toBeCloseTo(cutting.cost!, 6);
		expect(before).toMatchObject({ paid: 0, over: 0 });
		expect(before.open).toBeCloseTo(before.planned, 6);
		const plan = applyEdits(bare, [
			{ path: ['build', 'paid', key], value: { price: sheets + 7.5, shop: 'Timber yard' } },
			{ path: ['build', 'paid', 'fitting.Old hinge'], value: { price: 4 } }
		]);
		const after = budgetOf(plan, cutting);
		expect(after.paid).toBeCloseTo(sheets + 11.5, 6);
		expect(after.over).toBeCloseTo(7.5, 6);
		expect(after.open).toBeCloseTo(before.planned - sheets, 6);
		expect(after.lines.filter(({ left }) => left)).toMatchObject([{ name: 'Old hinge', paid: 4 }]);
	});
});

describe('pace', () => {
	it('what took twice as long makes the rest take twice as long', () => {
		const plan = example('lantern-small-van.nook.json');
		const before = built(plan);
		const timed = before.steps[0];
		const after = built(applyEdits(plan, ticking(plan, timed, TODAY, 2 * timed.minutes)));
		expect(after.pace).toBeCloseTo(2, 6);
		expect(after.calendar.minutes).toBeCloseTo(2 * (before.calendar.minutes - timed.minutes), 3);
	});
});

describe('a part that no sheet is large enough for', () => {
	it('is told, and whatever else there is has its steps', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 900]], 1500, 4000)), 'bed', 'fixed-platform', { length: 2600, panels: 1 });
		const build = built(plan);
		expect(build.impossible.length).toBeGreaterThan(0);
		expect(build.impossible[0]).toMatch(/larger than a trimmed sheet/);
		expect(placeIn(build)('in:bed')).toBeGreaterThan(0);
	});
});

describe('no piece', () => {
	it('there is nothing to do', () => {
		expect(built(planIn(plainVehicle([[0, 700]]))).steps).toEqual([]);
	});
});
