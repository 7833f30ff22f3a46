import { boxRound, type Box } from '../geometry/vector';
import { remember } from '../memory';
import type { Neighbour } from '../pieces/assembly';
import { linkPoses, placePart } from '../pieces/placing';
import { SizeFault, type Place, type Value } from './expression';
import { FACES } from './faces';
import type { Design } from './schema';

/** Pieces that the sums of a design name, as `piece["kitchen"]`. Remembered. */
export const namedPieces = remember((design: Design): readonly string[] => [
	...new Set([...JSON.stringify(design).matchAll(/piece\s*\[\s*(?:\\"|')([a-z][a-z0-9-]*)(?:\\"|')\s*\]/g)].map(([, id]) => id))
]);

/** The boxes of the parts of a piece as it was built, by id. Remembered. */
const boxesOf = remember(({ links, parts }: Neighbour['assembly']): ReadonlyMap<string, Box> => {
	const poses = linkPoses(links, {});
	return new Map(parts.map((part) => [part.id, placePart('', part, poses.get(part.link)!).box]));
});

/** The faces of a box, left and right in the directions of who asks. */
function facesOf(called: string, box: Box, mirrored: boolean, more: Readonly<Record<string, Value>>): Place {
	return {
		called,
		names: [...Object.keys(FACES), ...Object.keys(more)],
		get(name) {
			if (!Object.hasOwn(FACES, name)) {
				if (!Object.hasOwn(more, name)) throw new SizeFault(`“${called}” has no “${name}”.`);
				return more[name];
			}
			const [axis, end] = FACES[name];
			return axis === 'y' && mirrored ? -box.y[1 - end] : box[axis][end];
		}
	};
}

/** The other pieces as places: the faces of the whole piece, its deck, and each of its parts by id, as `piece["kitchen"].part["top"]`. */
export function piecePlace(neighbours: readonly Neighbour[], mirrored: boolean): Place {
	return {
		called: 'piece',
		names: neighbours.map(({ id }) => id),
		get(id) {
			const found = neighbours.find((one) => one.id === id);
			if (!found) throw new SizeFault(`There is no piece “${id}” that this one could stand by: it is gone, or stands by this one itself.`);
			const boxes = boxesOf(found.assembly);
			if (boxes.size === 0) throw new SizeFault(`There is nothing of ${found.name} to stand by.`);
			const whole = boxRound([...boxes.values()].map((box) => ({ box })));
			const parts: Place = {
				called: `${found.name}, part`,
				names: [...boxes.keys()],
				get(part) {
					const box = boxes.get(part);
					if (!box) throw new SizeFault(`${found.name} has no part “${part}”.`);
					return facesOf(`${found.name}, ${part}`, box, mirrored, {});
				}
			};
			return facesOf(found.name, whole, mirrored, { deck: found.assembly.deck, part: parts });
		}
	};
}
