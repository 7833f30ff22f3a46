import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { allTolerances, findingsOf, fixesFor } from '../checks';
import { partsOf } from '../cutting';
import { sceneOf } from '../derive';
import { area, contains, difference } from '../geometry/polygon';
import { buildInterior, freeOutline, furthestRear, wallClearance } from '../interior';
import { linkPoses } from '../modes';
import { addFitting, applyEdits, BODY_STYLES, readPlan, starterPlan, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import { times } from '../testing/thorough';
import { KINDS, kindOf, numberRange, parameterMeta, type KindName } from '.';

const boardsOf = (plan: Plan) => sceneOf(plan, 'night').pieces[0].parts.filter((p) => p.part.form === 'board');

/** Another choice of a parameter that is no number, by a share from 0 to 1; what has no choices keeps its start value. */
function oneOf(schema: unknown, start: unknown, share: number): unknown {
	const inner = schema instanceof z.ZodDefault ? schema.unwrap() : schema;
	if (inner instanceof z.ZodEnum) return inner.options[Math.min(inner.options.length - 1, Math.floor(share * inner.options.length))];
	return inner instanceof z.ZodBoolean ? share < 0.5 : start;
}

describe('every kind', () => {
	for (const kind of Object.values(KINDS)) {
		it(`${kind.kind} labels every parameter and starts within its range`, () => {
			const start = kind.params.parse({}) as Record<string, unknown>;
			for (const [key, schema] of Object.entries(kind.params.shape)) {
				const meta = parameterMeta(schema);
				expect(meta.label.length, key).toBeGreaterThan(2);
				const range = numberRange(schema);
				if (range) {
					expect(start[key]).toBeGreaterThanOrEqual(range[0]);
					expect(start[key]).toBeLessThanOrEqual(range[1]);
				}
				if (meta.unit === 'sheet') expect(key).toMatch(/Sheet$/);
				if (meta.unit === 'cloth') expect(key).toMatch(/Cloth$/);
				if (meta.unit === 'bar') expect(key).toMatch(/Bar$/);
				expect(Boolean(meta.more)).toBe(Boolean(meta.less));
			}
			expect(Object.keys(kind.params.shape)).toEqual(expect.arrayContaining([kind.heightParam, kind.alongParam].filter(Boolean)));
		});

		it(`${kind.kind} has states, moves and supports that refer to what is there`, () => {
			const plan = withPiece(starterPlan('Test', 'small van'), 'piece', kind.kind as KindName);
			const { assembly } = sceneOf(plan, 'night').pieces[0];
			const ids = assembly.parts.map((p) => p.id);
			expect(new Set(ids).size).toBe(ids.length);
			const links = assembly.links.map((l) => l.id);
			for (const part of assembly.parts) expect(links).toContain(part.link);
			for (const state of assembly.states) for (const link of Object.keys(state.joints)) expect(links).toContain(link);
			const states = assembly.states.map((s) => s.id);
			for (const move of assembly.moves) expect(states).toEqual(expect.arrayContaining([move.from, move.to]));
			for (const surface of assembly.surfaces) expect(states).toEqual(expect.arrayContaining(surface.states));
			for (const pad of assembly.pads) expect(states).toEqual(expect.arrayContaining(Object.keys(pad.places)));
			for (const { part } of assembly.supports) expect(ids).toContain(part);
			// Every use of the vehicle finds a state to start in.
			for (const use of ['drive', 'day', 'night'] as const) expect(assembly.states.some((s) => s.startsFor.includes(use))).toBe(true);
		});

		it.each(BODY_STYLES)(`${kind.kind} can be judged in a %s that nobody has measured`, (style) => {
			const starter = starterPlan('Test', style);
			const glazed = applyEdits(starter, addFitting(starter, 'window on the left').edits);
			const plan = withPerson(withPiece(glazed, 'piece', kind.kind as KindName), 'ida', 1740, 'piece');
			expect(readPlan(plan).ok).toBe(true);
			// Tolerances move every measurement in turn, which takes its time: every kind in one style, every style by a sixth of the kinds.
			const few = BODY_STYLES.length / Math.min(BODY_STYLES.length, times(1));
			const moved = BODY_STYLES.indexOf(style) % few === Object.keys(KINDS).indexOf(kind.kind) % few;
			const findings = findingsOf(plan, moved ? allTolerances(plan) : {});
			// Cloth gives way: covers are only asked whether they hang where they should.
			expect(findings.length).toBeGreaterThan(kind.kind === 'window-cover' ? 0 : 5);
			for (const finding of findings) {
				expect(Number.isFinite(finding.margin), finding.title).toBe(true);
				if (moved) expect(Number.isFinite(finding.tolerance!), finding.title).toBe(true);
				for (const p of [finding.at, ...(finding.line ?? [])]) expect([p.x, p.y, p.z].every(Number.isFinite), finding.title).toBe(true);
			}
		});
	}

	it('is worked out without a fault in any vehicle, whatever its sizes', () =>
		fc.assert(
			fc.property(
				randomVehicle,
				fc.constantFrom(...(Object.keys(KINDS) as KindName[])),
				fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
				(vehicle, kind, shares) => {
					const start = kindOf(kind).params.parse({}) as Record<string, unknown>;
					const params = Object.fromEntries(
						Object.entries(kindOf(kind).params.shape).map(([key, schema]) => {
							const range = numberRange(schema);
							if (!range) return [key, oneOf(schema, start[key], shares.next().value!)];
							const value = range[0] + shares.next().value! * (range[1] - range[0]);
							return [key, parameterMeta(schema).unit === 'count' ? Math.round(value) : value];
						})
					);
					const plan = withPerson(withPiece(planIn(vehicle), 'piece', kind, params), 'ida', 1740, 'piece');
					for (const finding of findingsOf(plan)) expect(Number.isFinite(finding.margin), finding.title).toBe(true);
					for (const part of partsOf(plan)) expect(part.weight, part.name).toBeGreaterThanOrEqual(0);
				}
			),
			{ numRuns: times(120), endOnFailure: true }
		));

	it('asks for stock by name, and says so when the plan has none', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch', { legBar: 'gold' });
		expect(() => sceneOf(plan, 'night')).toThrow(/no bar “gold”/);
	});
});

describe('fixed platform', () => {
	const arched = () => {
		const vehicle = plainVehicle([[0, 700]]);
		vehicle.rear = { profile: { top: { z: 1000, x: exact(100) } }, cornerAlong: exact(80), cornerAcross: exact(100) };
		vehicle.arches.both = {
			side: 'both',
			start: exact(400),
			floorLength: exact(800),
			topLength: exact(400),
			height: exact(300),
			inner: exact(500),
			edge: exact(40)
		};
		return vehicle;
	};

	it('is notched for the arches below their top and clipped at the corners', () => {
		const low = withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 250, panels: 1, gap: 5 });
		const [board] = boardsOf(low);
		const shape = board.footprint!;
		expect(contains(shape, { x: 800, y: 600 })).toBe(false);
		expect(contains(shape, { x: 800, y: 490 })).toBe(true);
		expect(contains(shape, { x: 1300, y: 600 })).toBe(true);
		expect(contains(shape, { x: board.box.x[0] + 5, y: board.box.y[1] - 5 })).toBe(false);
		const high = boardsOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 400, panels: 1, gap: 5 }))[0];
		expect(contains(high.footprint!, { x: 800, y: 600 })).toBe(true);
	});

	it('keeps its ledgers off the arches, in two lengths on each side', () => {
		const parts = sceneOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 330 }), 'night').pieces[0].parts;
		const ledgers = parts.filter((p) => p.part.id.startsWith('ledger-left'));
		expect(ledgers).toHaveLength(2);
		// Underside at 330 - 12 - 45 = 273: there the arch still reaches from 400 to 1200 less the curve of its ends.
		const half = 200 + 200 * Math.sqrt(1 - ((273 - 5) / 300) ** 2) + 5;
		expect(ledgers[0].box.x[1]).toBeCloseTo(800 - half, 6);
		expect(ledgers[1].box.x[0]).toBeCloseTo(800 + half, 6);
		expect(parts.filter((p) => p.part.id.startsWith('ledger-left')).length).toBe(2);
		const clear = sceneOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 400 }), 'night').pieces[0].parts;
		expect(clear.filter((p) => p.part.id.startsWith('ledger-left'))).toHaveLength(1);
	});

	it('follows the walls where asked, and never leaves the free outline', () =>
		fc.assert(
			fc.property(randomVehicle, fc.integer({ min: 350, max: 700 }), (vehicle, height) => {
				const plan = withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height, edge: 'follow the walls', gap: 5, length: 1300 });
				const interior = buildInterior(vehicle);
				for (const board of boardsOf(plan)) {
					expect(wallClearance(interior, { box: board.box, footprint: board.footprint, corners: [] }).margin).toBeGreaterThan(4.9);
					const outside = difference(board.footprint!, [freeOutline(interior, board.box.z, 4.9)]);
					expect(outside.reduce((sum, p) => sum + area(p), 0)).toBeLessThan(20);
				}
			}),
			{ numRuns: 40, endOnFailure: true }
		));

	it('splits into boards that together make the deck', () => {
		const whole = boardsOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 250, panels: 1 }));
		const split = boardsOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 250, panels: 3 }));
		expect(split).toHaveLength(3);
		expect(split.reduce((sum, b) => sum + area(b.footprint!), 0)).toBeCloseTo(area(whole[0].footprint!), -1);
		for (const [i, board] of split.slice(1).entries()) expect(board.box.x[0]).toBeCloseTo(split[i].box.x[1], 6);
	});

	it('starts where the sloping door lets its upper face start', () => {
		const plan = withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 500, gap: 10 });
		const rear = Math.min(...boardsOf(plan).map((b) => b.box.x[0]));
		expect(rear).toBe(Math.ceil(furthestRear(buildInterior(arched()), [488, 500]) + 10));
	});

	it('stands on legs under every joint, down to the floor', () => {
		const parts = sceneOf(withPiece(planIn(arched()), 'bed', 'fixed-platform', { height: 400, panels: 3 }), 'night').pieces[0].parts;
		const legs = parts.filter((p) => p.part.name === 'Leg');
		expect(legs).toHaveLength(4);
		for (const leg of legs) expect(leg.box.z).toEqual([0, 400 - 12 - 45]);
	});
});

describe('slat couch', () => {
	it('mirrors from one side to the other', () => {
		const at = (side: string) =>
			sceneOf(withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch', { side }), 'night').pieces[0].parts;
		const [left, right] = [at('left'), at('right')];
		left.forEach((part, i) => {
			expect(right[i].box.x).toEqual(part.box.x);
			expect(right[i].box.y[0]).toBeCloseTo(-part.box.y[1], 9);
			expect(right[i].box.y[1]).toBeCloseTo(-part.box.y[0], 9);
		});
	});

	it('puts as many slats as fit, an odd number, with equal gaps', () =>
		fc.assert(
			fc.property(fc.integer({ min: 700, max: 2400 }), fc.integer({ min: 0, max: 40 }), (length, slatGap) => {
				const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch', { length, slatGap, rear: 0 });
				const slats = sceneOf(plan, 'day').pieces[0].parts.filter((p) => p.part.id.startsWith('slat-'));
				expect(slats.length % 2).toBe(1);
				const span = slats.at(-1)!.box.x[1] - slats[0].box.x[0];
				expect(span).toBeCloseTo(slats.length * 70 + (slats.length - 1) * slatGap, 6);
				expect(span).toBeLessThanOrEqual(length);
				// Two more would not fit.
				expect(span + 2 * (70 + slatGap)).toBeGreaterThan(length);
			}),
			{ numRuns: 60 }
		));

	it('moves front, stop and legs together and leaves the frame where it is', () => {
		const { assembly } = sceneOf(withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch'), 'day').pieces[0];
		const bed = assembly.states.find((s) => s.id === 'bed')!;
		const poses = linkPoses(assembly.links, bed.joints);
		expect(poses.get('frame')!.shift).toEqual({ x: 0, y: 0, z: 0 });
		expect(poses.get('front')!.shift.y).toBeCloseTo(-(1080 - 620), 9);
		expect(assembly.parts.filter((p) => p.link === 'front').map((p) => p.name)).toEqual(
			expect.arrayContaining(['Slat, travelling', 'Travelling front rail', 'Stop bar', 'Leg, travelling'])
		);
	});

	it('touches nothing of itself in either state, apart from what rests on what', () => {
		for (const mode of ['day', 'night']) {
			const parts = sceneOf(withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch'), mode).pieces[0].parts;
			for (const [i, a] of parts.entries())
				for (const b of parts.slice(i + 1)) {
					const overlap = (['x', 'y', 'z'] as const).map(
						(axis) => Math.min(a.box[axis][1], b.box[axis][1]) - Math.max(a.box[axis][0], b.box[axis][0])
					);
					expect(Math.min(...overlap), `${a.part.id} in ${b.part.id}, ${mode}`).toBeLessThanOrEqual(1e-6);
				}
		}
	});

	it('lists fixes for a bed that is too wide: narrower, or a deeper couch', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 900]])), 'couch', 'slat-couch', { bedWidth: 1300 });
		const stop = findingsOf(plan).find((f) => f.rule === 'inner-margin')!;
		expect(stop.status).toBe('clash');
		const labels = fixesFor(plan, stop, {}).map((f) => f.label);
		expect(labels.some((l) => l.startsWith('Narrow the bed'))).toBe(true);
		expect(labels.some((l) => l.startsWith('Deepen the couch'))).toBe(true);
	});
});
