import { describe, expect, it } from 'vitest';
import { findingsOf } from '../../checks';
import { partsOf } from '../../cutting';
import { sceneOf } from '../../derive';
import { kernel as loadKernel } from '../../testing/kernel';
import { partSolid } from '../../solid/things';
import { area } from '../../geometry/polygon';
import { plainVehicle, planIn, withPiece } from '../../testing/plans';

const unit = (params: Record<string, unknown> = {}) =>
	withPiece(planIn(plainVehicle([[0, 800]], 1700, 3000)), 'sink', 'sink-unit', { toe: 60, height: 820, ...params });
const inner = (params: Record<string, unknown>, id: string) =>
	findingsOf(unit(params)).find(({ rule, key }) => rule === 'inner-margin' && key.includes(id))!;

describe('what stands under a sink', () => {
	// Worktop 18: underside 802; bowl 130 deep: 672; loop 120: 552. Bottom board 60 + 12 = 72; tank 380: 452.
	it('one tank in the middle: the loop ends over it', () => {
		expect(inner({ tanks: 1 }, 'trap-clears').margin).toBeCloseTo(552 - 452, 6);
		const low = inner({ tanks: 1, height: 700 }, 'trap-clears');
		expect(low.margin).toBeCloseTo(-20, 6);
		expect(low.status).toBe('clash');
	});
	it('between two tanks the loop hangs in the gap, if that is wider than it', () => {
		// A loop 70 wide in a gap of 100: 15 on either side. In one of 60 it stands over both.
		expect(inner({ tanks: 2, tankGap: 100, tankLength: 170, height: 700 }, 'trap-clears').margin).toBeCloseTo(15, 6);
		expect(inner({ tanks: 2, tankGap: 60, tankLength: 180, height: 700 }, 'trap-clears').margin).toBeCloseTo(-20, 6);
	});
	it('a straight hose leaves the bowl itself to clear the tank', () =>
		expect(inner({ tanks: 1, trap: 0, height: 700 }, 'trap-clears').margin).toBeCloseTo(100, 6));
	it('tanks pass between the uprights or do not', () => {
		expect(inner({ tanks: 2, tankLength: 180, tankGap: 60, sinkWidth: 460 }, 'tanks-in-bay').margin).toBeCloseTo(460 - 420, 6);
		expect(inner({ tanks: 2, tankLength: 220, tankGap: 60, sinkWidth: 460 }, 'tanks-in-bay').status).toBe('clash');
	});
});

describe('the worktop', () => {
	it('is as thick as the clamp of the pump takes', () => {
		expect(inner({ clampLeast: 10, clampMost: 30 }, 'pump-clamp').margin).toBe(8);
		expect(inner({ clampLeast: 20, clampMost: 45 }, 'pump-clamp').status).toBe('clash');
		expect(inner({ clampLeast: 2, clampMost: 15 }, 'pump-clamp').margin).toBe(-3);
	});
	it('keeps wood round its cut-outs', () => {
		// Deep 420 - 12 = 408: (408 - 260) / 2 = 74 behind and before the bowl.
		expect(inner({}, 'worktop-web').margin).toBeCloseTo(74 - 45, 6);
		expect(inner({ bowlWidth: 340 }, 'worktop-web').status).toBe('clash');
	});
	it('is cut and weighed with its openings, and has them in the model', async () => {
		const plan = unit({ hob: 'set into the worktop' });
		const top = partsOf(plan).find(({ name }) => name === 'Worktop')!;
		expect(top.cutOuts.map(({ name }) => name)).toEqual(['bowl', 'hob']);
		const wood = 900 * (420 + 15) - 320 * 260 - 300 * 280;
		expect(top.weight).toBeCloseTo((wood * 18 * 480) / 1e9, 6);
		const kernel = await loadKernel();
		const placed = sceneOf(plan, 'day').pieces[0].parts.find(({ part }) => part.name === 'Worktop')!;
		const solid = partSolid(kernel, placed);
		expect(solid.volume()).toBeCloseTo(wood * 18, -1);
		solid.delete();
		top.cutOuts.forEach(({ outline }) => expect(Math.abs(area(outline))).toBeGreaterThan(1000));
	});
});
