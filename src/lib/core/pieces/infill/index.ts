import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind, type Link, type Step } from '../assembly';
import { assembled, boardIn, carriedBy, padIn, sheetOf, sleepOn, type Range } from '../making';
import { infillParams } from './params';

type Params = z.infer<typeof infillParams>;

/** How far a board is lifted off its ledges before it is turned or carried on, mm. */
const LIFT = 40;

/** The way of board i from its ledges to where it is by day: up and over, then down; upright ones stand one before the other. */
function wayOf(params: Params, i: number, x: Range, z: Range, thick: number): Link['joint'] {
	const middle = vec3((x[0] + x[1]) / 2, (params.left + params.right) / 2, (z[0] + z[1]) / 2);
	const axis = vec3(0, -1, 0);
	const half = (x[1] - x[0]) / 2;
	if (params.stow === 'stands upright at the front') {
		// Turned about its own middle it stands half its length each way: lifted so far, then set down at the front end.
		const at = params.rear + params.length - (params.sections - i - 0.5) * (thick + 3) - middle.x;
		const lift = Math.max(LIFT, half - middle.z + 4);
		const down = half - middle.z;
		return carriedBy('drop-in', middle, axis, [
			{ shift: vec3(0, 0, LIFT), angle: 0 },
			{ shift: vec3(0, 0, lift + LIFT), angle: Math.PI / 2 },
			{ shift: vec3(at, 0, lift + LIFT), angle: Math.PI / 2 },
			{ shift: vec3(at, 0, down), angle: Math.PI / 2 }
		]);
	}
	// Narrower than the aisle by its hold on both sides, a board is tilted to go down between the ledges.
	// Boards one behind the other lie one behind the other on the floor as well.
	const down = -z[0];
	return carriedBy('drop-in', middle, vec3(1, 0, 0), [
		{ shift: vec3(0, 0, LIFT), angle: 0 },
		{ shift: vec3(0, 0, LIFT + 120), angle: 0.7 },
		{ shift: vec3(0, 0, (LIFT + down) / 2), angle: 0.7 },
		{ shift: vec3(0, 0, down + 160), angle: 0.35 },
		{ shift: vec3(0, 0, down), angle: 0 }
	]);
}

/** Boards that drop onto the ledges of the benches beside them and make one bed of both. */
export const infill = pieceKind({
	kind: 'infill',
	title: 'Infill between benches',
	group: 'beds',
	summary: 'Loose boards that drop onto ledges of two benches and fill the aisle: bed at night, aisle by day.',
	params: infillParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const z: Range = [params.height - t, params.height];
		const y: Range = [Math.min(params.right, params.left - 20), params.left];
		const step = params.length / params.sections;
		const boards = Array.from({ length: params.sections }, (_, i): Range => [
			params.rear + i * step + (i > 0 ? 2 : 0),
			params.rear + (i + 1) * step
		]);
		const ids = boards.map((_, i) => `board-${i + 1}`);
		const out = params.stow === 'is out of the vehicle';
		const stops = params.stow === 'stands upright at the front' ? 4 : 5;
		const away = out ? {} : Object.fromEntries(ids.map((id) => [id, stops]));
		// The board in front goes first: the others pass over where it lay.
		const stowing = ids.map((id, i): Step => {
			const words = `Lift board ${i + 1} off its ledges and ${out ? 'take it out' : params.stow === 'lies on the floor' ? 'lay it on the floor' : 'stand it at the front'}`;
			const back = `Lay board ${i + 1} on its ledges`;
			return out ? { words, back, takesOut: [id], seconds: 10, hands: 1 } : { words, back, joints: { [id]: stops }, seconds: 8, hands: 1 };
		});
		if (params.stow === 'stands upright at the front') stowing.reverse();
		const x: Range = [params.rear, params.rear + params.length];
		const pad: Range = [params.height, params.height + params.padThickness];
		return assembled({
			links: ids.map((id, i) => ({ id, module: `Infill board ${i + 1}`, joint: wayOf(params, i, boards[i], z, t) })),
			parts: ids.map((id, i) => boardIn(id, `Infill board ${i + 1}`, params.boardSheet, id, { x: boards[i], y, z })),
			pads: [padIn('cushion', 'Infill cushion', params.padFoam, { x, y, z: pad }, { bed: { role: 'mattress' } })],
			states: [
				{ id: 'away', name: 'Put away', joints: away, ...(out ? { out: ids } : {}), startsFor: ['drive', 'day'] },
				{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['night'] }
			],
			moves: [
				{
					from: 'bed',
					to: 'away',
					steps: [{ words: 'Take the cushion off', back: 'Lay the cushion on', seconds: 4, hands: 1 }, ...stowing]
				}
			],
			surfaces: [sleepOn(rectangle(...x, params.bedRight, params.bedLeft), params.height, params, ['bed'])],
			rests: [
				{
					id: 'right',
					name: 'Right edge of the infill',
					box: { x, y: [y[0], y[0] + params.hold], z },
					hold: params.hold * 0.75,
					states: ['bed']
				},
				{
					id: 'left',
					name: 'Left edge of the infill',
					box: { x, y: [y[1] - params.hold, y[1]], z },
					hold: params.hold * 0.75,
					states: ['bed']
				}
			],
			deck: params.height
		});
	}
});
