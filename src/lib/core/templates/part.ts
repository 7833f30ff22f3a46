import { guessWords, type PartLine } from '../cutting';
import type { Polygon } from '../geometry/polygon';
import { withUnits } from '../units';
import type { Template } from './template';

/**
 * The template of a part that is not just a rectangle, its openings and bolt holes included. `mirrored` turns it over: for the
 * other side of the vehicle, or for marking a board on the face that will not be seen.
 */
export function partTemplate(line: PartLine, mirrored = false): Template {
	const turn = (ring: Polygon): Polygon => (mirrored ? ring.map(({ x, y }) => ({ x: line.length - x, y })).reverse() : ring);
	return {
		name: `${line.number} ${line.name}, ${line.piece}${mirrored ? ', mirrored' : ''}`,
		outline: turn(line.outline),
		holes: line.cutOuts.map(({ outline }) => turn(outline)),
		notes: [
			`${line.quantity} of it, ${Math.round(line.length)} x ${Math.round(line.width)} x ${line.thickness} mm`,
			...line.cutOuts.map(({ name }) => `Opening: ${name}`),
			...(line.guesses.length > 0 ? [`NOT TO BE CUT YET. ${withUnits(guessWords(line.guesses, 2), 'metric')}`] : [])
		]
	};
}
