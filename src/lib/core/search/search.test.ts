import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { findingsOf, slowerFindings } from '../checks';
import { addGear, addPerson, applyEdits, readPlan, readPlanFile, starterPlan, type BodyStyle, type Brief, type Plan } from '../plan';
import { STARTING_STOCK } from '../plan/stock';
import { Surround, worstOverlap } from '../solid';
import { sceneOf } from '../derive';
import { kernel } from '../testing/kernel';
import { exact, plainVehicle, planIn } from '../testing/plans';
import { roofByCells } from '../testing/roof';
import { times } from '../testing/thorough';
import { cuttingPlan } from '../cutting';
import { solver } from '../testing/solver';
import { find as findWith, groundOf, judged, MECHANISMS, roomOfAll, startingBrief, takeLayout } from '.';

const wants = ['sit up', 'prop up', 'turn over'] as const;
const withCrew = (plan: Plan, ...statures: number[]): Plan =>
	statures.reduce(
		(p, stature, i) => applyEdits(p, addPerson(p, { name: `Sleeper ${i + 1}`, stature, weight: 70, wants: [...wants] })),
		plan
	);
const styled = (style: BodyStyle, ...statures: number[]) => withCrew(starterPlan('Test', style), ...statures);

const find = (plan: Plan, brief: Brief, options?: Parameters<typeof findWith>[3]) => findWith(plan, brief, solver, options);

/** By every rule there is: also what bears, how things lie, and the ways from mode to mode. */
const clashes = (plan: Plan) => [...findingsOf(plan), ...slowerFindings(plan, solver)].filter(({ status }) => status === 'clash');

describe('found layouts', () => {
	// As tall as each body style takes in more ways than one: in a short one a grown person lies over a folded front seat.
	const CASES: [BodyStyle, number[]][] = [
		['small van', [1740]],
		['small hatchback', [1420]],
		['two-door off-roader', [1740]],
		['seven-seat minivan', [1740]],
		['four-wheel-drive estate', [1560]],
		['long high van', [1680, 1740]]
	];
	it.each(CASES.slice(0, times(3)))(
		'in a %s are of three mechanisms or more, and none clashes when it is opened',
		async (style, statures) => {
			const plan = styled(style, ...statures);
			const { found } = find(plan, startingBrief(plan));
			expect(new Set(found.map(({ mechanism }) => mechanism)).size).toBeGreaterThanOrEqual(3);
			for (const layout of found) {
				const opened = applyEdits(plan, takeLayout(plan, layout.plan));
				// The price is the one that is paid in the end.
				expect(layout.facts.cost).toBe(cuttingPlan(opened, solver).cost);
				expect(clashes(opened), layout.title).toEqual([]);
				// What is written down must be readable again.
				expect(readPlan(structuredClone(opened)).ok).toBe(true);
				for (const id of Object.keys(opened.modes)) {
					const scene = sceneOf(opened, id);
					const surround = new Surround(await kernel(), scene.interior);
					expect(worstOverlap(surround.verdicts(scene)), `${layout.title}, ${id}`).toBeUndefined();
					surround.delete();
				}
			}
		}
	);

	it('are the same for the same input, and no near twins', () => {
		const plan = styled('small van', 1680);
		const some = MECHANISMS.filter(({ id }) => ['single', 'leaves', 'panels', 'bridge'].includes(id));
		const strip = (of: Plan) =>
			find(of, startingBrief(of), { mechanisms: some }).found.map(({ mechanism, facts, score }) => ({ mechanism, facts, score }));
		const first = strip(plan);
		expect(strip(structuredClone(plan))).toEqual(first);
		for (const [i, a] of first.entries())
			for (const b of first.slice(i + 1)) {
				const apart = Math.max(...(['height', 'length', 'width'] as const).map((key) => Math.abs(a.facts[key] - b.facts[key])));
				expect(a.mechanism !== b.mechanism || apart >= 50).toBe(true);
			}
	});

	it('keep a seat that must carry passengers', () => {
		const plan = styled('seven-seat minivan', 1300);
		const { found } = find(
			plan,
			{ ...startingBrief(plan), keep: ['bench'] },
			{ mechanisms: MECHANISMS.filter(({ id }) => id === 'leaves' || id === 'platform') }
		);
		for (const layout of found) expect(layout.plan.modes.drive.seats.bench).toMatchObject({ state: 'upright', passengers: 3 });
	});
});

/** A box in which somebody of 1700 mm fits by a hand's breadth. */
const box = (length: number, half = 420, ceiling = 1200) => withCrew(planIn(plainVehicle([[0, half]], ceiling, length)), 1700);

describe('a planted case', () => {
	const crate = (plan: Plan, height: number) =>
		applyEdits(plan, addGear(plan, { name: 'Crate', length: 500, width: 250, height, weight: 5, count: 1 }));
	const platform = MECHANISMS.filter(({ id }) => id === 'platform');

	it('with one feasible answer finds it: high enough for the crate, low enough to turn over', () => {
		// Crate 400 and its room below, turning over above: (0.285 * 1700 + 60) over 68 mm of compressed mattress.
		const plan = crate(box(1850), 400);
		const { found } = find(plan, startingBrief(plan), { mechanisms: platform });
		expect(found.length).toBeGreaterThan(0);
		for (const { facts, givesUp } of found) {
			const high = 1200 - 0.85 * 80 - (0.285 * 1700 + 60);
			expect(facts.height).toBeGreaterThanOrEqual(400 + 12);
			if (!givesUp.some((one) => one.endsWith('turn over'))) expect(facts.height).toBeLessThanOrEqual(high);
		}
	});

	it('with none says what is missing', () => {
		const plan = box(1500);
		const { found, misses } = find(plan, startingBrief(plan), { mechanisms: platform });
		expect(found.map(({ title }) => title)).toEqual([]);
		expect(misses[0].reason).toContain('length to lie');
		expect(misses[0].advice).toBeUndefined();
	});

	it('whose crate is too tall says to leave it at home, and doing that makes it work', () => {
		const plan = crate(box(1850), 1100);
		const first = find(plan, startingBrief(plan), { mechanisms: platform });
		expect(first.found.length).toBe(0);
		expect(first.misses[0].advice!.label).toContain('Leave Crate at home');
		const followed = applyEdits(plan, first.misses[0].advice!.edits);
		expect(find(followed, followed.brief ?? startingBrief(followed), { mechanisms: platform }).found.length).toBeGreaterThan(0);
	});

	it('where holes or tools are missing says so, and allowing them makes it work', () => {
		const plan = box(1850);
		for (const change of [{ drill: false }, { tools: [] }]) {
			const { misses } = find(plan, { ...startingBrief(plan), ...change }, { mechanisms: platform });
			const followed = applyEdits(plan, misses[0].advice!.edits);
			expect(find(followed, followed.brief ?? startingBrief(followed), { mechanisms: platform }).found.length).toBeGreaterThan(0);
		}
	});

	it('that costs more than there is says by how much, and spending more makes it work', () => {
		const plan = box(1850);
		const brief = { ...startingBrief(plan), budget: 5 };
		const { found, misses } = find(plan, brief, { mechanisms: platform });
		expect(found).toEqual([]);
		expect(misses[0].reason).toMatch(/costs \d+ more than the budget/);
		const followed = applyEdits(plan, [{ path: ['brief'], value: brief }, ...misses[0].advice!.edits]);
		expect(find(followed, followed.brief!, { mechanisms: platform }).found.length).toBeGreaterThan(0);
	});

	it('in which solids overlap is left out, with what overlaps', () => {
		const plan = box(1850);
		const { found, misses } = find(plan, startingBrief(plan), { mechanisms: platform, verify: () => 'Board 1 overlaps the roof' });
		expect(found).toEqual([]);
		expect(misses[0].reason).toBe('Board 1 overlaps the roof');
	});

	it('for nobody asks for somebody', () => {
		const plan = box(1850);
		const { found, misses } = find(plan, { ...startingBrief(plan), sleepers: [] }, { mechanisms: platform });
		expect([found, misses[0].reason]).toEqual([[], 'Nobody is to sleep in it']);
	});

	it('for two in a short hatchback is blocked by the seat they keep; doing without it makes it work', () => {
		const demo = readPlanFile(readFileSync('examples/pipit-hatchback.nook.json', 'utf8'));
		if (!demo.ok) throw new Error(demo.faults.join());
		const bare = {
			...demo.plan,
			crew: {},
			// Of which it is said what it is made of: else nothing can be made stronger of it.
			stock: STARTING_STOCK,
			modes: Object.fromEntries(Object.entries(demo.plan.modes).map(([id, mode]) => [id, { ...mode, people: {} }]))
		};
		// Only one of them rides along: a seat that somebody rides in is never offered to be taken out.
		const both = withCrew(bare, 1930, 1600);
		const plan = applyEdits(
			both,
			Object.keys(both.modes)
				.filter((id) => both.modes[id].use === 'drive')
				.map((id) => ({ path: ['modes', id, 'people', Object.keys(both.crew)[1]], value: { posture: 'away' } }))
		);
		const bridge = MECHANISMS.filter(({ id }) => id === 'bridge');
		const first = find(plan, startingBrief(plan), { mechanisms: bridge });
		expect(first.found).toEqual([]);
		expect(first.misses[0].advice!.label).toBe('Do without the right front seat');
		const followed = applyEdits(plan, [{ path: ['brief'], value: startingBrief(plan) }, ...first.misses[0].advice!.edits]);
		const [layout] = find(followed, followed.brief!, { mechanisms: bridge }).found;
		expect(layout.seats).toContain('right front seat');
		expect(clashes(applyEdits(plan, takeLayout(plan, layout.plan)))).toEqual([]);
	});

	it('where the front seats stand too far back says how far to slide them, and that is enough', () => {
		const vehicle = plainVehicle([[0, 600]], 1200, 2600);
		const seat = starterPlan('Seats', 'small van').vehicle.seats['left-seat'];
		vehicle.seats = {
			// In the middle: nobody lies past it.
			left: {
				...seat,
				y: 0,
				back: exact(1600),
				foot: exact(200),
				slide: exact(300),
				uprightAngle: 0,
				drivingSlide: exact(0),
				drivingAngle: 0
			}
		} as never;
		let plan = withCrew(planIn(vehicle), 1700);
		for (const mode of Object.keys(plan.modes))
			plan = applyEdits(plan, [{ path: ['modes', mode, 'seats', 'left'], value: { state: 'upright', slide: 0, angle: 0 } }]);
		const brief = { ...startingBrief(plan), seatsMove: false };
		// A bed that draws back for driving: the driver's seat stays where the driver needs it.
		const narrow = MECHANISMS.filter(({ id }) => id === 'leaves');
		const { found, misses } = find(plan, brief, { mechanisms: narrow });
		expect(found.map(({ title }) => title)).toEqual([]);
		expect(misses[0].advice!.label).toMatch(/^Slide the front seats/);
		const followed = applyEdits(plan, misses[0].advice!.edits);
		expect(find(followed, brief, { mechanisms: narrow }).found.length).toBeGreaterThan(0);
	});
});

describe('the field’s quick judgement', () => {
	it('agrees with asking every cell of the interior, whichever mechanism asks', () => {
		const plan = styled('small van', 1680, 1740);
		const ground = groundOf(plan, startingBrief(plan));
		const slow = roofByCells(ground.interior);
		for (const mechanism of MECHANISMS)
			for (const { draft, room } of judged(ground, mechanism, 160)) {
				const exactly = roomOfAll(ground, draft.berths, slow);
				for (const key of ['sitting', 'propped', 'turning'] as const)
					if (Number.isFinite(room[key]) || Number.isFinite(exactly[key])) expect(room[key]).toBeCloseTo(exactly[key], 2);
			}
	});
});
