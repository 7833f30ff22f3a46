import { describe, expect, it } from 'vitest';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { findingsOf } from './run';

// A bench along the left-hand wall, 500 deep, its seat at 400 + 0.7 x 60 = 442; backrest plane at y = 792.
const seated = (table: Record<string, unknown>, bench: Record<string, unknown> = {}, stature = 1700) => {
	const plan = withPiece(planIn(plainVehicle([[0, 800]], 1600, 3000)), 'bench', 'bench-box', {
		side: 'left',
		rear: 300,
		length: 600,
		depth: 500,
		height: 400,
		cushion: 60,
		lid: false,
		gap: 8,
		...bench
	});
	// A table on a leg before it: near edge 400 in front of the backrest unless told otherwise.
	const set = withPiece(plan, 'table', 'table', {
		mount: 'stands on a leg',
		facing: 'right',
		rear: 300,
		width: 600,
		depth: 400,
		back: 392,
		height: 680,
		legBar: 'batten-45x45',
		...table
	});
	return findingsOf(withPerson(set, 'mara', stature, 'bench')).filter(({ rule, modes }) => rule === 'desk' && modes.includes('day'));
};
const of = (findings: ReturnType<typeof seated>, what: string) => findings.find(({ key }) => key.startsWith(what))!;

describe('sitting at a table', () => {
	it('measures thighs, elbows and reach by the segment table', () => {
		const found = seated({});
		const seat = 400 + 0.7 * 60;
		// Underside of the top 680 - 12, 0.085 x 1700 of thigh.
		expect(of(found, 'knees').margin).toBeCloseTo(668 - seat - 144.5, 6);
		// Elbow over the seat: sitting height 0.520 less 1 - 0.818 from crown to shoulder, less the upper arm 0.186.
		const elbow = seat + 0.152 * 1700;
		expect(of(found, 'elbows').margin).toBeCloseTo(130 - Math.abs(680 - elbow - 20), 6);
		expect(of(found, 'reach').margin).toBeCloseTo(0.334 * 1700 - 400, 6);
	});
	it('finds knees under a table that is too low, and elbows at one that is too high', () => {
		expect(of(seated({ height: 590 }), 'knees').status).toBe('clash');
		expect(of(seated({ height: 900 }), 'elbows').status).toBe('clash');
	});
	it('finds a table out of reach', () => expect(of(seated({ back: 200 }), 'reach').status).toBe('clash'));
	it('asks nothing of a table that is put away, or beside the sitter', () => {
		expect(seated({ rear: 1400 })).toEqual([]);
		expect(seated({ back: -380 })).toEqual([]);
	});
	it('a bench that is too deep leaves no room for knees before the table', () => {
		// The deeper seat moves the knees of a short person nowhere, but the aisle shrinks: the opposite wall decides.
		const deep = findingsOf(
			withPerson(
				withPiece(planIn(plainVehicle([[0, 520]], 1600, 3000)), 'bench', 'bench-box', {
					side: 'left',
					rear: 300,
					length: 600,
					depth: 620,
					lid: false
				}),
				'mara',
				1850,
				'bench'
			)
		).filter(({ rule }) => rule === 'bench-leg-room');
		// Back at 512, the other wall at -520: 1032 of room, and toes reach 620 - 0.05 H + 0.152 H.
		expect(deep[0].margin).toBeCloseTo(1032 - (620 + (0.152 - 0.05) * 1850), 6);
	});
});
