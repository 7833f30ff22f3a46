import { bounds } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { remember } from '../memory';
import type { Scene } from '../modes';

/** The boxes round the blocks of every seat in a scene. Remembered. */
export const seatBoxes = remember((scene: Scene): readonly Box[] =>
	scene.seats.flatMap((seat) =>
		seat.profiles.map((profile): Box => {
			const { x, y: z } = bounds(profile);
			return { x, y: seat.y, z };
		})
	)
);

/** The boxes round everything that stands in a scene, part by part: pieces without their pads and their cloth, which is pushed aside, and seats. Remembered. */
export const standingIn = remember((scene: Scene): readonly Box[] => [
	...scene.pieces.flatMap(({ parts }) => parts.filter(({ part }) => part.form !== 'cloth').map(({ box }) => box)),
	...seatBoxes(scene)
]);
