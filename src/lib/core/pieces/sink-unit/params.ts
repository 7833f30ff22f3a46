import { z } from 'zod';
import { carcaseParams, FILLS } from '../carcase/params';
import { choice, count, gapAround, length, mass, rearEdge, stockOf } from '../parameter';

const WITH_HOB = { key: 'hob', is: ['set into the worktop'] };
const WITH_TANKS = { key: 'tanks', is: [1, 2] };

export const sinkUnitParams = z.strictObject({
	height: length('Height of the worktop', [300, 1100], 820, { more: 'Raise the worktop', less: 'Lower the worktop' }),
	side: choice('Stands along the', ['left', 'right'], 'right'),
	rear: rearEdge(900),
	length: length('Length', [350, 2400], 900, { more: 'Lengthen the unit', less: 'Shorten the unit' }),
	depth: length('Depth to the face of its fronts', [200, 800], 420, { more: 'Deepen the unit', less: 'Make the unit shallower' }),
	gap: gapAround(8),
	toe: length('Fronts begin above the floor', [0, 400], 60, { more: 'Raise the lower edge of the fronts', less: 'Lower the fronts' }),
	overhang: length('Worktop reaches over the fronts by', [0, 200], 15),
	worktopSheet: stockOf('Worktop', 'sheet', 'board-18x400'),
	sinkWidth: length('Clear width of the bay under the sink', [200, 1200], 460),
	bowlLength: length('Bowl: length along the worktop', [120, 800], 320),
	bowlWidth: length('Bowl: width', [120, 600], 260),
	bowlDepth: length('Bowl: depth under the worktop', [60, 300], 130, { more: 'Take a deeper bowl', less: 'Take a shallower bowl' }),
	trap: length('Trap: loop under the bowl', [0, 350], 120, {
		hint: 'from the bowl’s underside to the lowest point of the loop; 0 for a straight hose',
		more: 'Take a longer trap',
		less: 'Take a shorter trap'
	}),
	tanks: count('Tanks under it', [0, 2], 2, { hint: 'fresh and waste water' }),
	tankLength: length('Tank: length along the unit', [80, 700], 190, {
		more: 'Take longer tanks',
		less: 'Take shorter tanks',
		when: WITH_TANKS
	}),
	tankDepth: length('Tank: depth', [80, 600], 300, { when: WITH_TANKS }),
	tankHeight: length('Tank: height with its cap', [80, 700], 380, {
		more: 'Take taller tanks',
		less: 'Take lower tanks',
		when: WITH_TANKS
	}),
	tankGap: length('Between the two tanks', [0, 300], 60, {
		hint: 'wide enough, the trap hangs between them',
		more: 'Part the tanks',
		less: 'Bring the tanks together',
		when: { key: 'tanks', is: [2] }
	}),
	fresh: mass('Fresh water wanted, a kilogram a litre', [0, 200], 0, { hint: '0 when it does not matter', when: WITH_TANKS }),
	clampLeast: length('Pump or tap clamps from', [0, 80], 10, { hint: 'thinnest worktop that its clamp holds' }),
	clampMost: length('Pump or tap clamps up to', [0, 120], 30, { hint: 'thickest worktop that its clamp takes' }),
	hob: choice('Hob', ['none', 'set into the worktop'], 'none'),
	hobLength: length('Hob: length along the worktop', [100, 800], 300, { when: WITH_HOB }),
	hobWidth: length('Hob: width', [100, 600], 280, { when: WITH_HOB }),
	fill2: choice('Beside the sink', FILLS, 'drawers'),
	rows2: count('Beside the sink: compartments or drawers', [1, 8], 3),
	...carcaseParams()
});
