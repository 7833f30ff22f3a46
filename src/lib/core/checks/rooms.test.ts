import { describe, expect, it } from 'vitest';
import { SEGMENT } from '../people';
import { applyEdits, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { findingsOf, resultsIn } from '.';

const set = (plan: Plan, path: string, value: unknown) => applyEdits(plan, [{ path: path.split('.'), value }]);
const margin = (plan: Plan, rule: string, mode = 'day') => resultsIn(plan, mode).find((r) => r.rule === rule)!.margin;

describe('room in front of a bench', () => {
	const vehicle = plainVehicle([[0, 850]], 1400, 3000);
	const plan = withPerson(
		withPiece(planIn(vehicle), 'couch', 'slat-couch', { rear: 100, length: 1880, padThickness: 80 }),
		'ida',
		1700,
		'couch'
	);
	const room = (p: Plan) => resultsIn(p, 'day').find((r) => r.rule === 'bench-leg-room')!.actual;
	// Wall 850, gap 10, backrest 80 thick.
	const back = 850 - 10 - 80;

	it('ends at the other wall', () => expect(room(plan)).toBeCloseTo(back + 850, 6));

	it('ends at an arch on the other side, where it is in the way', () => {
		const arch = (start: number) => ({
			side: 'right' as const,
			start: exact(start),
			floorLength: exact(500),
			topLength: exact(400),
			height: exact(250),
			inner: exact(520),
			edge: exact(30)
		});
		// One sitter in the middle of the bench, at x about 1037.
		expect(room(set(plan, 'vehicle.arches', { right: arch(800) }))).toBeCloseTo(back + 520, 6);
		expect(room(set(plan, 'vehicle.arches', { right: arch(1400) }))).toBeCloseTo(back + 850, 6);
	});

	it('ends at another piece that stands opposite', () => {
		const opposite = withPiece(plan, 'other', 'slat-couch', {
			side: 'right',
			rear: 100,
			length: 1880,
			seatDepth: 500,
			bedWidth: 900,
			height: 300
		});
		// The other couch: wall 850, gap 10, depth 500. Feet go either side of its travelling legs, 24 mm further out.
		expect(room(opposite)).toBeCloseTo(back + 850 - 10 - 500, 6);
	});

	it('is asked for with knees and toes', () => {
		const H = 1700;
		const depth = 620 - 80;
		const toes = Math.max(SEGMENT.seatDepth * H, depth) - 0.05 * H + SEGMENT.footLength * H;
		expect(margin(plan, 'bench-leg-room')).toBeCloseTo(back + 850 - Math.max(SEGMENT.buttockToKnee * H, toes), 6);
		// Too deep a bench pushes the toes into the aisle: knees are not what decides any more.
		expect(margin(set(plan, 'pieces.couch.params.seatDepth', 900), 'bench-leg-room')).toBeCloseTo(margin(plan, 'bench-leg-room') - 280, 6);
	});
});

describe('pieces against each other', () => {
	const plan = withPiece(
		withPiece(planIn(plainVehicle([[0, 850]], 1400, 4500)), 'a', 'slat-couch', { rear: 0, length: 1500 }),
		'b',
		'slat-couch',
		{ rear: 1600, length: 1500 }
	);
	it('are apart by the gap between them', () => {
		// 19 slats of 70 with gaps of 12 end at 1546 - 12 ... the couch ends with its last slat.
		const ends = Math.floor((1500 + 12) / 82);
		const count = ends % 2 === 0 ? ends - 1 : ends;
		expect(margin(plan, 'fit-pieces')).toBeCloseTo(1600 - (count * 82 - 12), 6);
	});
	it('clash when they share room, with both named', () => {
		const found = findingsOf(set(plan, 'pieces.b.params.rear', 1200)).find((f) => f.rule === 'fit-pieces')!;
		expect(found.status).toBe('clash');
		expect(found.subjects).toEqual(['a', 'b']);
		expect(found.why).toMatch(/of a meets .* of b/);
	});
});

describe('the floor and the front', () => {
	it('are told only when something goes through the floor', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 800]])), 'couch', 'slat-couch');
		expect(findingsOf(plan).some((f) => f.rule === 'fit-floor')).toBe(false);
		// Lower than its own rails: legs would have to be of negative length.
		const sunk = withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'fixed-platform', {
			height: 100,
			boardSheet: 'ply-15',
			frameBar: 'slat-70x18'
		});
		expect(findingsOf(sunk).find((f) => f.rule === 'fit-floor')).toBeUndefined();
		const lid = set(set(plan, 'modes.day.pieces', { couch: 'lid-up' }), 'pieces.couch.params.lidAngle', 20);
		expect(resultsIn(lid, 'day').some((r) => Number.isNaN(r.margin))).toBe(false);
	});
	it('end at the bulkhead', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 800]], 1400, 2000)), 'bed', 'fixed-platform', {
			reachRear: false,
			rear: 200,
			length: 1850
		});
		expect(margin(plan, 'fit-front')).toBeCloseTo(2000 - 2050, 6);
	});
});
