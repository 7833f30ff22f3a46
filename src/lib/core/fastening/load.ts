import type { PlacedPiece } from '../modes';
import { padMass, partMass } from '../pieces';
import type { Gear, Stock } from '../plan';
import { outermost } from '../plan/gear';

/** Whether a piece travels as it stands: what is out, gives way altogether or is the floor itself needs no holding. */
export const mustBeHeld = ({ parts }: PlacedPiece): boolean =>
	parts.some(({ part, box }) => (part.form === 'board' || part.form === 'bar') && box.z[1] > 1);

/** What has to be held when the vehicle brakes, kg: a piece with its cushions, the content of its drawers and the gear that goes under it. */
export function travellingMass({ id, assembly, parts, pads }: PlacedPiece, stock: Stock, gear: Readonly<Record<string, Gear>>): number {
	const own = parts.reduce((sum, { part }) => sum + partMass(part, stock), 0) + pads.reduce((sum, { pad }) => sum + padMass(pad), 0);
	const planned = assembly.drawers.reduce((sum, { content }) => sum + content, 0);
	const stowed = Object.entries(gear).reduce(
		(sum, [one, { weight, count }]) => sum + (gear[outermost(gear, one)].under === id ? weight * count : 0),
		0
	);
	// Gear goes into the drawers where a piece has some: the heavier of the two counts.
	return own + (assembly.drawers.length > 0 ? Math.max(planned, stowed) : stowed);
}
