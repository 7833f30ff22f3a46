import { describe, expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { hardwareOf, partsOf } from '../cutting';
import { interiorOf, sceneOf } from '../derive';
import { bounds } from '../geometry/polygon';
import { removeFitting, removePiece, applyEdits, readPlan, type Anchor, type Fastening, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { FEWEST, needed, proposeFastenings, travellingMass, WAYS } from '.';

const anchor = (x: number, y: number, z: number, kind: Anchor['kind'], more: Partial<Anchor> = {}): Anchor => ({
	name: `${kind} at ${x}`,
	kind,
	x: exact(x),
	y: exact(y),
	z: exact(z),
	direction: 'up',
	...more
});

/** A drawer unit 900 x 600 on the floor from x = 300, y = -300 .. 300, in a plain box, driving. */
const plan = (anchors: Record<string, Anchor>, held?: Record<string, Fastening>, more: Partial<Plan> = {}): Plan => {
	const made = withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'unit', 'drawer-unit', {
		rear: 300,
		length: 900,
		width: 600,
		height: 300,
		columns: 1,
		facing: 'front',
		content: 20
	});
	const drive = { name: 'Go', use: 'drive' as const, seats: {}, pieces: {}, doors: {}, people: {} };
	const pieces = { unit: { ...made.pieces.unit, ...(held ? { held } : {}) } as Plan['pieces'][string] };
	return { ...made, ...more, pieces, vehicle: { ...made.vehicle, anchors, ...(more.vehicle ?? {}) }, modes: { ...made.modes, drive } };
};
const of = (made: Plan, rule: string) => findingsOf(made).filter((finding) => finding.rule === rule);

describe('how many it takes', () => {
	it('is the braking force over what one holds, two at the least', () => {
		// 100 kg at 0.8 g are 784.8 N.
		expect(needed(100, 2000)).toBe(FEWEST);
		expect(needed(100, 300)).toBe(3);
		expect(needed(300, 700)).toBe(Math.ceil((300 * 0.8 * 9.81) / 700));
	});
	it('counts what is in the drawers, or the gear that goes there when that is heavier', () => {
		const made = plan({});
		const piece = sceneOf(made, 'drive').pieces[0];
		const gear = (weight: number) => ({ bike: { name: 'Bike', length: 700, width: 500, height: 250, weight, count: 1, under: 'unit' } });
		const base = travellingMass(piece, made.stock, {});
		expect(travellingMass(piece, made.stock, gear(12))).toBeCloseTo(base, 9);
		expect(travellingMass(piece, made.stock, gear(32))).toBeCloseTo(base + 12, 9);
	});
});

describe('what holds a piece', () => {
	// Behind it, and beside its rear end: what only pulls holds against braking from there.
	const rings = { a: anchor(200, 250, 20, 'ring'), b: anchor(250, -350, 20, 'ring') };
	it('nothing planned is tight, one strap a clash, two enough', () => {
		expect(of(plan(rings), 'held')[0]).toMatchObject({ status: 'tight', actual: 0, limit: 2 });
		expect(of(plan(rings, { one: { way: 'strap', anchor: 'a' } }), 'held')[0]).toMatchObject({ status: 'clash', margin: -1 });
		expect(of(plan(rings, { one: { way: 'strap', anchor: 'a' }, two: { way: 'strap', anchor: 'b' } }), 'held')[0].status).toBe('clear');
	});
	it('a weak ring asks for more of them', () => {
		const weak = { a: anchor(200, 250, 20, 'ring', { rated: 100 }), b: anchor(250, -350, 20, 'ring', { rated: 100 }) };
		const [finding] = of(plan(weak, { one: { way: 'strap', anchor: 'a' }, two: { way: 'strap', anchor: 'b' } }), 'held');
		expect(finding.status).toBe('clash');
		expect(finding.limit).toBeGreaterThan(2);
	});
	it('a strap is as long as from the nearest board to its ring', () => {
		const [finding] = of(plan(rings, { one: { way: 'strap', anchor: 'a' } }), 'fastening-reach');
		expect(finding.actual).toBeCloseTo(100, 6);
		expect(finding.margin).toBeCloseTo(WAYS.strap.reach - 100, 6);
	});
	it('what does not reach, or does not suit its anchor, is a clash and holds nothing', () => {
		const far = plan({ a: anchor(2600, 0, 0, 'ring') }, { one: { way: 'strap', anchor: 'a' } });
		expect(of(far, 'fastening-reach')[0].status).toBe('clash');
		expect(of(far, 'held')[0].actual).toBe(0);
		const wrong = plan(rings, { one: { way: 'bolt into a thread', anchor: 'a' } });
		expect(of(wrong, 'fastening-reach')[0].status).toBe('clash');
	});
	it('goes when its anchor or its neighbour goes', () => {
		const made = plan(rings, { one: { way: 'strap', anchor: 'a' } });
		expect(readPlan(applyEdits(made, [{ path: ['vehicle', 'anchors', 'a'], value: undefined }])).ok).toBe(false);
		const gone = applyEdits(made, removeFitting(made, 'anchors', 'a'));
		expect(readPlan(gone).ok).toBe(true);
		expect(gone.pieces.unit.held).toEqual({});
		const two = withPiece(made, 'next', 'bench-box', { rear: 1300, length: 400 });
		const tied = applyEdits(two, [
			{ path: ['pieces', 'unit', 'held', 'two'], value: { way: 'turnbuckle to a neighbour', neighbour: 'next' } }
		]);
		expect(of(tied, 'fastening-reach').length).toBe(2);
		expect(readPlan(applyEdits(tied, removePiece(tied, 'next'))).ok).toBe(true);
	});
});

describe('new holes', () => {
	const bolt: Record<string, Fastening> = { one: { way: 'new bolt through', surface: 'floor', x: 500, at: 100 } };
	const tank = {
		name: 'Fuel tank',
		surface: 'floor' as const,
		hazard: 'fuel' as const,
		start: exact(560),
		length: exact(400),
		low: exact(-300),
		high: exact(300)
	};
	const near = (x: number) => {
		const made = plan({}, { one: { ...bolt.one, x } as Fastening });
		return of({ ...made, vehicle: { ...made.vehicle, noDrill: { tank } } }, 'new-holes')[0];
	};
	it('keep away from what must not be drilled', () => {
		expect(near(500).margin).toBeCloseTo(60 - 40, 6);
		expect(near(540).status).toBe('clash');
		expect(near(700)).toMatchObject({ status: 'clash', actual: -140 });
	});
	it('are none where none are wanted', () => {
		const brief = { sleepers: [], keep: [], seatsMove: true, drill: false, tools: [], wishes: [] };
		expect(of(plan({}, bolt, { brief }), 'new-holes')[0]).toMatchObject({ status: 'clash', unit: 'count' });
		expect(of(plan({}, bolt), 'new-holes')).toEqual([]);
	});
	it('are carried over to the board they go through, at their place', () => {
		// The bottom board lies on the floor; its own plane begins at its low corner.
		const drilled = partsOf(plan({}, bolt)).filter(({ cutOuts }) => cutOuts.length > 0);
		expect(drilled.map(({ name }) => name)).toEqual(['Bottom']);
		const { x, y } = bounds(drilled[0].cutOuts[0].outline);
		const board = sceneOf(plan({}), 'drive').pieces[0].parts.find(({ part }) => part.id === 'bottom')!.box;
		expect((x[0] + x[1]) / 2).toBeCloseTo(500 - board.x[0], 0);
		expect((y[0] + y[1]) / 2).toBeCloseTo(100 - board.y[0], 0);
		expect(x[1] - x[0]).toBeCloseTo(9, 1);
	});
	it('and a thread in a wall drills the upright board before it', () => {
		const made = plan({ t: anchor(700, 800, 200, 'thread', { direction: 'right' }) });
		const cabinet = withPiece(made, 'cab', 'cabinet', { side: 'left', rear: 400, length: 800, height: 700, gap: 8 });
		const held = applyEdits(cabinet, [{ path: ['pieces', 'cab', 'held'], value: { one: { way: 'bolt into a thread', anchor: 't' } } }]);
		const drilled = partsOf(held).filter(({ cutOuts }) => cutOuts.length > 0);
		expect(drilled.map(({ name }) => name)).toEqual(['Back']);
	});
	it('what is bought to hold it stands on the list', () =>
		expect(hardwareOf(plan({}, bolt)).some(({ name }) => name.startsWith('Bolt, large washer and backing plate'))).toBe(true));
});

describe('a proposal', () => {
	const propose = (anchors: Record<string, Anchor>, drill: boolean, kg = 30) => {
		const made = plan(anchors);
		return proposeFastenings(made.vehicle, interiorOf(made.vehicle), sceneOf(made, 'drive').pieces[0], kg, [], drill);
	};
	it('takes threads before rings, rings before new holes, and what is far apart', () => {
		const anchors = {
			near: anchor(320, 250, 0, 'ring'),
			beside: anchor(340, 250, 0, 'ring'),
			far: anchor(1180, -250, 0, 'ring'),
			thread: anchor(310, -290, 0, 'thread')
		};
		const found = propose(anchors, true);
		expect(found[0]).toEqual({ way: 'bolt into a thread', anchor: 'thread' });
		// Of the three rings the one furthest from the thread.
		expect(found[1]).toMatchObject({ anchor: 'far' });
		expect(found).toHaveLength(2);
	});
	it('drills only where that is allowed, and away from the lines', () => {
		expect(propose({}, false)).toEqual([]);
		const holes = propose({}, true);
		expect(holes).toHaveLength(2);
		expect(holes.every(({ way }) => way === 'new bolt through')).toBe(true);
	});
	it('settles what it was asked for', () => {
		const anchors = { a: anchor(200, 250, 20, 'ring'), b: anchor(200, -250, 20, 'ring'), c: anchor(1300, 250, 20, 'ring') };
		const held = Object.fromEntries(propose(anchors, false).map((one, i) => [`f${i}`, one]));
		expect(of(plan(anchors, held), 'held')[0].status).toBe('clear');
		expect(of(plan(anchors, held), 'fastening-reach').every(({ status }) => status === 'clear')).toBe(true);
	});
});
