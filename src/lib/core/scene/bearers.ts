import { contains } from '../geometry/polygon';
import type { Box, Vec3 } from '../geometry/vector';
import { archTopOver } from '../interior';
import type { PlacedPart, Scene } from '../modes';

/** Whether a place lies over a block, seen from above. */
const over = ({ x, y }: Box, at: Vec3): boolean => at.x > x[0] && at.x < x[1] && at.y > y[0] && at.y < y[1];

/** Heights of everything of the vehicle that could bear a foot at a place: the floor or the bottom of a pit, arches, steps and seats. */
export function vehicleBearersAt({ interior, seats }: Pick<Scene, 'interior' | 'seats'>, at: Vec3): { name: string; top: number }[] {
	const pit = interior.pits.find(({ box }) => over(box, at));
	return [
		pit ? { name: pit.name.toLowerCase(), top: pit.box.z[0] } : { name: 'the floor', top: 0 },
		...interior.arches
			.map((arch) => ({ name: 'the wheel arch', top: archTopOver(arch, [at.x - 1, at.x + 1], [at.y - 1, at.y + 1]) }))
			.filter(({ top }) => top > 0),
		...interior.fixtures.filter(({ box }) => over(box, at)).map(({ name, box }) => ({ name: name.toLowerCase(), top: box.z[1] })),
		...seats.flatMap((seat) =>
			at.y > seat.y[0] && at.y < seat.y[1]
				? seat.profiles.flatMap((profile) => {
						const top = heightAt(profile, at.x);
						return top === undefined ? [] : [{ name: seat.name.toLowerCase(), top }];
					})
				: []
		)
	];
}

/** The same with the level parts of pieces, all but one. */
export const bearersAt = (scene: Scene, at: Vec3, except?: PlacedPart): { name: string; top: number }[] => [
	...vehicleBearersAt(scene, at),
	...scene.pieces.flatMap((piece) =>
		piece.parts
			.filter((placed) => placed !== except && placed.footprint && over(placed.box, at) && contains(placed.footprint, at))
			.map(({ part, box }) => ({ name: `${part.name.toLowerCase()} of ${piece.name}`, top: box.z[1] }))
	)
];

/** The top of a side view at a place along it; undefined beside it. */
function heightAt(profile: readonly { x: number; y: number }[], x: number): number | undefined {
	let top: number | undefined;
	profile.forEach((b, i) => {
		const a = profile.at(i - 1)!;
		if (Math.min(a.x, b.x) > x || Math.max(a.x, b.x) < x || a.x === b.x) return;
		const y = a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y);
		if (top === undefined || y > top) top = y;
	});
	return top;
}

/** The highest thing at a place that bears and is no higher than so much: the floor or the bottom of a pit at the least. */
export const groundAt = (scene: Scene, at: Vec3, highest: number): number =>
	bearersAt(scene, at).reduce((best, { top }) => (top <= highest && top > best ? top : best), -Infinity);
