import { describe, expect, it } from 'vitest';
import { findingsOf } from '../../checks';
import { convert } from '../../moves';
import { applyEdits } from '../../plan';
import { built, sizes } from '../../testing/built';

/** On the left-hand wall at 800, 8 off it, its batten 21 thick and 45 high, its top 12. */
const table = (params: Record<string, unknown> = {}) =>
	built('table', { facing: 'right', rear: 600, width: 600, depth: 420, height: 640, gap: 8, ...params });
const near = (range: readonly number[], [from, to]: [number, number]) => {
	expect(range[0]).toBeCloseTo(from, 6);
	expect(range[1]).toBeCloseTo(to, 6);
};
const inner = ({ assembly }: ReturnType<typeof table>, id: string) => assembly.innerMargins.find((one) => one.id === id)!;

describe('a table that hangs below its hinge', () => {
	it('is level before its batten, and flat against the wall below it', () => {
		const { box } = table();
		near(box('leaf', 'table').y, [792 - 21 - 420, 792 - 21]);
		near(box('leaf', 'table').z, [628, 640]);
		const hung = box('leaf', 'away');
		near(hung.z, [628 - 420, 628]);
		near(hung.y, [771 - 12, 771]);
		near(hung.x, [600, 1200]);
	});
	it('is carried by a bracket three quarters as long as it is deep, which turns flat behind it', () => {
		const { box } = table({ width: 700 });
		const out = box('bracket', 'table');
		expect(sizes(out)[1]).toBeCloseTo(315, 6);
		expect(sizes(out)[2]).toBeCloseTo(315, 6);
		near(out.y, [792 - 315, 792]);
		// Flat it is no thicker than its board and lies beside the batten, between the wall and the leaf.
		const flat = box('bracket', 'away');
		expect(sizes(flat)[1]).toBeCloseTo(12, 6);
		expect(flat.y[0]).toBeGreaterThanOrEqual(771 - 1e-6);
		expect(sizes(flat)[0]).toBeCloseTo(315, 6);
	});
	it('says by how much the bracket is too long for the table, and what mends it', () => {
		expect(inner(table(), 'bracket-room').margin).toBeCloseTo(300 - 315, 6);
		expect(inner(table({ width: 700 }), 'bracket-room').margin).toBeCloseTo(35, 6);
		const finding = findingsOf(table().plan).find(({ key }) => key.includes('bracket-room'))!;
		expect(finding.status).toBe('clash');
	});
	it('asks for a board that is thinner than the batten', () => {
		expect(inner(table(), 'bracket-thick').margin).toBeCloseTo(21 - 12, 6);
		expect(inner(table({ boardSheet: 'ply-15' }), 'bracket-thick').margin).toBeCloseTo(21 - 15, 6);
	});
	it('or stands on a leg that is screwed in, out of the vehicle otherwise', () => {
		const { boxes, box } = table({ hold: 'screw-in leg' });
		near(box('leg', 'table').z, [0, 628]);
		near(box('leg', 'table').y, [792 - 21 - 420 + 40, 792 - 21 - 420 + 40 + 45]);
		expect(boxes('away').leg).toBeUndefined();
	});
});

describe('a table that folds up', () => {
	it('stands against the wall above its hinge', () => {
		const { box } = table({ mount: 'wall, folds up', hold: 'wires from above' });
		near(box('leaf', 'table').z, [628, 640]);
		const up = box('leaf', 'away');
		near(up.z, [640, 640 + 420]);
		near(up.y, [771 - 12, 771]);
	});
	it('needs the wall behind it as high as it reaches', () => {
		// The wall leans in from 800 at 640 to 700 at 1060: folded up, its back is where the wall is closest.
		const { box } = built(
			'table',
			{ facing: 'right', rear: 600, width: 600, depth: 420, height: 640, gap: 8, mount: 'wall, folds up', hold: 'wires from above' },
			[
				[640, 800],
				[1060, 700]
			]
		);
		expect(box('batten-1').y[1]).toBeCloseTo(692, 6);
	});
	it('is a door of its own over a bed: it may not come down on the mattress', () => {
		const { plan } = table({ mount: 'wall, folds up', hold: 'wires from above', height: 500, opens: 'by day and at night' });
		const bed = (height: number) =>
			applyEdits(plan, [
				{
					path: ['pieces', 'bed'],
					value: built('fixed-platform', {
						height,
						rear: 300,
						length: 1900,
						reachRear: false,
						fullWidth: false,
						width: 700,
						centre: 300,
						padThickness: 80
					}).plan.pieces.piece
				}
			]);
		const opens = (height: number) => findingsOf(bed(height)).find(({ rule }) => rule === 'front-opens')!;
		expect(opens(450).status).toBe('clash');
		// Boards at 380 and 80 of mattress: 488 - 460 left under the top.
		expect(opens(380).margin).toBeCloseTo(28, 0);
	});
});

describe('a table that pulls out', () => {
	const slot = (params: Record<string, unknown> = {}) => table({ mount: 'pulls out', facing: 'right', back: 700, pull: 280, ...params });
	it('goes back into its slot by what it was pulled', () => {
		const { box } = slot();
		near(box('leaf', 'table').y, [280, 700]);
		near(box('leaf', 'away').y, [560, 980]);
	});
	it('keeps a third of itself between its runners', () => {
		expect(inner(slot(), 'table-held').margin).toBeCloseTo(420 - 280 - 140, 6);
		expect(inner(slot({ pull: 300 }), 'table-held').margin).toBeCloseTo(-20, 6);
	});
});

describe('a table on a leg', () => {
	const onLeg = (params: Record<string, unknown> = {}) => table({ mount: 'stands on a leg', back: 400, ...params });
	it('has its leg under its middle, and is carried away whole', () => {
		const { box, boxes } = onLeg();
		near(box('leg', 'table').x, [900 - 22.5, 900 + 22.5]);
		near(box('leg', 'table').y, [400 - 210 - 22.5, 400 - 210 + 22.5]);
		expect(Object.keys(boxes('away'))).toEqual([]);
	});
	it.each([
		['left', [400, 820], [600, 1200]],
		['right', [-20, 400], [600, 1200]],
		['front', [100, 700], [600, 1020]],
		['rear', [100, 700], [180, 600]]
	] as const)('reaches to the %s from its back', (facing, y, x) => {
		const { box } = onLeg({ facing });
		near(box('leaf', 'table').y, [y[0], y[1]]);
		near(box('leaf', 'table').x, [x[0], x[1]]);
	});
});

describe('setting a table up', () => {
	it.each([
		['wall, hangs below', 'swing bracket', ['Lift the table level', 'Swing the bracket under it']],
		['wall, folds up', 'wires from above', ['Let the table down']],
		['pulls out', 'swing bracket', ['Pull the table out to its stop']],
		['stands on a leg', 'swing bracket', ['Bring the table', 'Set its leg into the socket']]
	])('%s: in the order of hands', (mount, hold, words) => {
		const { plan } = table({ mount, hold, width: 700, ...(mount === 'pulls out' ? { back: 590, pull: 200, facing: 'right' } : {}) });
		const way = convert(plan, 'night', 'day');
		if (!way.ok) throw new Error(JSON.stringify(way.blocks));
		expect(way.actions.flatMap(({ steps }) => steps.map(({ words }) => words))).toEqual(words);
	});
	it('is what its top is for: work, at its height, when it is out alone', () => {
		const [top] = table().assembly.surfaces;
		expect(top).toMatchObject({ use: 'work', base: 640, pad: 0, states: ['table'] });
		expect(top.outline.map(({ y }) => y).sort((a, b) => a - b)[0]).toBeCloseTo(351, 6);
	});
});
