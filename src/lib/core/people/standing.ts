import { bounds } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';

/** The boxes round the blocks of every seat in a scene. Remembered. */
export const seatBoxes = remember((scene: Scene): readonly Box[] =>
	scene.seats.flatMap((seat) =>
		seat.profiles.map((profile): Box => {
			const { x, y: z } = bounds(profile);
			return { x, y: seat.y, z };
		})
	)
);

/** The boxes round what stands or hangs in a scene, part by part, and the piece each belongs to: without pads, and without cloth, which is pushed aside. Remembered. */
export const partsStanding = remember((scene: Scene): readonly { box: Box; piece: PlacedPiece }[] =>
	scene.pieces.flatMap((piece) => piece.parts.filter(({ part }) => part.form !== 'cloth').map(({ box }) => ({ box, piece })))
);

/** The boxes round everything that stands or hangs in a scene, seats and the steps, pillars and bars of the vehicle as well. Remembered. */
export const standingIn = remember((scene: Scene): readonly Box[] => [
	...partsStanding(scene).map(({ box }) => box),
	...seatBoxes(scene),
	...scene.interior.fixtures.map(({ box }) => box)
]);
