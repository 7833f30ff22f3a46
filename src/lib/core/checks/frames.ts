import type { Check, Result } from './finding';

const WAY = { x: 'lengthways', y: 'sideways', z: 'out of square seen from above' } as const;

/** Frames of bars and boxes of boards that nothing keeps square: each way needs a face with a board or a diagonal in it. */
export const racking: Check = {
	rule: 'racking',
	run: ({ scene }) =>
		scene.pieces.flatMap((piece) => {
			const { braces } = piece.assembly;
			const normals = [...new Set(braces.map(({ normal }) => normal))];
			return normals.map((normal): Result => {
				const faces = braces.filter((brace) => brace.normal === normal);
				const held = faces.filter(({ by }) => by !== null);
				const way = normal === 'x' ? WAY.y : normal === 'y' ? WAY.x : WAY.z;
				return {
					rule: 'racking',
					key: `${piece.id}+${normal}`,
					title: `${piece.name}: stays square ${way === WAY.z ? 'seen from above' : way}`,
					subjects: [piece.id],
					margin: held.length > 0 ? 0 : -1,
					comfort: 0,
					unit: 'count',
					limit: 1,
					actual: held.length,
					why:
						held.length > 0
							? `${held.map(({ by, name }) => `${by!.toLowerCase()} in ${name.toLowerCase()}`).join(', ')} keeps it square.`
							: `It racks ${way}: ${faces.map(({ name }) => name.toLowerCase()).join(' and ')} ${faces.length > 1 ? 'are' : 'is'} open, and corner joints alone give way. One board or diagonal there holds it.`,
					at: faces[0].at
				};
			});
		})
};
