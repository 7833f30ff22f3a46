import type { Brace } from '../pieces';
import { check, type Result } from './finding';

/** What gives way where no face across an axis keeps square. */
const WAY: Readonly<Record<Brace['normal'], string>> = { x: 'sideways', y: 'lengthways', z: 'out of square seen from above' };

/** Frames of bars and boxes of boards that nothing keeps square: each way needs a face with a board or a diagonal in it. */
export const racking = check({
	rule: 'racking',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const { braces } = piece.assembly;
			if (braces.length === 0) return [];
			const normals = [...new Set(braces.map(({ normal }) => normal))];
			const loose = normals.filter((normal) => braces.every((brace) => brace.normal !== normal || brace.by === null));
			const open = braces.filter(({ normal }) => loose.includes(normal));
			const held = braces.filter(({ by }) => by !== null);
			return [
				{
					rule: 'racking',
					key: piece.id,
					title: `${piece.name}: stays square`,
					subjects: [piece.id],
					margin: 0 - loose.length,
					comfort: 0,
					unit: 'count',
					limit: normals.length,
					actual: normals.length - loose.length,
					why:
						loose.length === 0
							? `${held.map(({ by, name }) => `${by!.toLowerCase()} in ${name.toLowerCase()}`).join(', ')} keep it square.`
							: `It racks ${loose.map((normal) => WAY[normal]).join(' and ')}: ${open.map(({ name }) => name.toLowerCase()).join(', ')} ${open.length > 1 ? 'are' : 'is'} open, and corner joints alone give way. A board or a diagonal in one of them for each way holds it.`,
					at: (open[0] ?? braces[0]).at
				}
			];
		})
});
