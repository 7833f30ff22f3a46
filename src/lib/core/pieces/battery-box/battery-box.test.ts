import { describe, expect, it } from 'vitest';
import { findingsOf } from '../../checks';
import { assemblyOf } from '../../derive';
import { partMass } from '..';
import { plainVehicle, planIn, withPiece } from '../../testing/plans';

const box = (params: Record<string, unknown> = {}) => withPiece(planIn(plainVehicle([[0, 800]], 1600, 3000)), 'box', 'battery-box', params);
const inner = (params: Record<string, unknown>, id: string) =>
	findingsOf(box(params)).find(({ rule, key }) => rule === 'inner-margin' && key.includes(id))!;

describe('a battery box', () => {
	it('holds so many batteries with 10 mm round each', () => {
		// 450 - 24 inside; two of 175: 2 x 185 + 10 = 380. Across: 400 - 24 - 280 - 20 = 76.
		expect(inner({ batteries: 2 }, 'batteries-fit').margin).toBeCloseTo(426 - 380, 6);
		expect(inner({ batteries: 1 }, 'batteries-fit').margin).toBeCloseTo(76, 6);
		expect(inner({ batteries: 3 }, 'batteries-fit').status).toBe('clash');
	});
	it('leaves room over the poles', () => {
		expect(inner({ height: 360, batteryHeight: 200, room: 60 }, 'over-poles').margin).toBeCloseTo(360 - 24 - 200 - 60, 6);
		expect(inner({ height: 270, batteryHeight: 200, room: 60 }, 'over-poles').status).toBe('clash');
	});
	it('asks for a vent and straps', () => {
		expect(inner({ vent: 'yes, no vent yet' }, 'vented').status).toBe('clash');
		expect(inner({ vent: 'yes, vented to the outside' }, 'vented').status).not.toBe('clash');
		expect(inner({ strap: false }, 'strapped').status).toBe('clash');
	});
	it('weighs its boards and its batteries', () => {
		const plan = box({ batteries: 2, batteryWeight: 25 });
		const { parts } = assemblyOf(plan.pieces.box, plan);
		const wood = (450 * 400 * 2 + 2 * 400 * 336 + 2 * 426 * 336) * 12 * 680e-9;
		expect(parts.reduce((sum, part) => sum + partMass(part, plan.stock), 0)).toBeCloseTo(50 + wood, 6);
	});
});
