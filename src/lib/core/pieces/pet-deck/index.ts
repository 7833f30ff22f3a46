import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind } from '../assembly';
import { assembled, barIn, barOf, boardIn, carriedBy, padIn, sheetOf, type Range } from '../making';
import { petDeckParams } from './params';

/** A deck for a dog that lies on parts of the seats and one leg, and lifts out. */
export const petDeck = pieceKind({
	kind: 'pet-deck',
	title: 'Deck for a dog',
	group: 'boxes and seats',
	summary: 'A light board that lies on seat parts or arm rests and on one leg, and lifts out in a moment.',
	params: petDeckParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const board = sheetOf(stock, params.boardSheet);
		const leg = barOf(stock, params.legBar);
		const x: Range = [params.rear, params.rear + params.length];
		const y: Range = [params.centre - params.width / 2, params.centre + params.width / 2];
		const z: Range = [params.height - board.thickness, params.height];
		const legX = Math.min(x[1] - leg.width, x[0] + params.legX);
		const foot = Math.min(params.legFoot, z[0] - 20);
		const pad = { x, y, z: [params.height, params.height + params.padThickness] as Range };
		return assembled({
			links: [
				{
					id: 'deck',
					module: 'Dog deck',
					joint: carriedBy('lift-out', vec3((x[0] + x[1]) / 2, params.centre, z[0]), vec3(0, 1, 0), [{ shift: vec3(0, 0, 60), angle: 0 }])
				}
			],
			parts: [
				boardIn('deck', 'Deck', params.boardSheet, 'deck', { x, y, z }),
				barIn(
					'leg',
					'Leg',
					params.legBar,
					'deck',
					{ x: [legX, legX + leg.width], y: [params.centre - leg.thickness / 2, params.centre + leg.thickness / 2], z: [foot, z[0]] },
					'z'
				)
			],
			pads: [padIn('pad', 'Dog pad', 'medium', pad, { deck: { role: 'seat', link: 'deck' } })],
			states: [
				{ id: 'deck', name: 'Deck in', joints: {}, startsFor: ['drive', 'day', 'night'] },
				{ id: 'out', name: 'Deck out', joints: { deck: 1 }, out: ['deck'], startsFor: [] }
			],
			moves: [
				{
					from: 'deck',
					to: 'out',
					steps: [
						{ words: 'Lift the deck off its rests', back: 'Set the deck on its rests', joints: { deck: 1 }, seconds: 4, hands: 1 },
						{ words: 'Take it out through the door', back: 'Bring the deck in', takesOut: ['deck'], seconds: 10, hands: 1 }
					]
				}
			],
			surfaces: [
				{
					id: 'deck',
					use: 'animal',
					outline: rectangle(...x, ...y),
					base: params.height,
					pad: params.padThickness,
					foam: 'medium',
					states: ['deck']
				}
			],
			supports: [{ part: 'deck', by: 'leg', kind: 'leg' }],
			rests: [
				{ id: 'right', name: 'Right edge of the deck', box: { x, y: [y[0], y[0] + 60], z }, hold: 15, states: ['deck'] },
				{ id: 'left', name: 'Left edge of the deck', box: { x, y: [y[1] - 60, y[1]], z }, hold: 15, states: ['deck'] }
			],
			deck: params.height
		});
	}
});
