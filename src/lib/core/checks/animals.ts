import { vec3 } from '../geometry/vector';
import { ANIMAL, placeAnimals } from '../people';
import { BODY_TABLES } from './bodies';
import { check, type Result } from './finding';
import { lengthMark } from '../units';

/** A place for every dog in every mode: long and broad enough to lie, and high enough to stand up in. */
export const animalPlace = check({
	rule: 'animal-place',
	reads: BODY_TABLES,
	run: ({ plan, scene }) =>
		placeAnimals(plan.animals, plan.vehicle, plan.crew, scene).map(({ id, animal, at, free, share, piece }): Result => {
			const { name, length, shoulder } = animal;
			const lying = ANIMAL.lying * shoulder;
			const common = {
				rule: 'animal-place' as const,
				key: id,
				title: `${name}: a place to lie`,
				subjects: [...(piece ? [piece] : []), id],
				unit: 'mm' as const,
				at: vec3(at.x, at.y, at.z + Math.min(free, lying))
			};
			if (share < 1)
				return {
					...common,
					margin: (share - 1) * length,
					comfort: 0,
					limit: length,
					actual: share * length,
					why: `${name} needs ${lengthMark(length)} by ${lengthMark(Math.round(length * ANIMAL.breadth))} to lie; the floor has no such place left.`
				};
			return {
				...common,
				margin: free - lying,
				comfort: shoulder + ANIMAL.overShoulder - lying,
				limit: lying,
				actual: free,
				why: `${piece ? 'On its deck' : 'On the floor'} ${lengthMark(Math.floor(free))} are free over ${name}; lying takes ${lengthMark(Math.round(lying))}, standing up ${lengthMark(Math.round(shoulder + ANIMAL.overShoulder))}.`,
				line: [at, vec3(at.x, at.y, at.z + free)]
			};
		})
});
