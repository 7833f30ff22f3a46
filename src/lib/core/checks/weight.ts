import { vec3 } from '../geometry/vector';
import { loadIn, type Load } from '../structure';
import { massMark } from '../units';
import { check, type Result } from './finding';

const AXLES = { front: 'the front axle', rear: 'the rear axle', all: 'the whole vehicle' } as const;
/** Less than this left is soon used up by what nobody has listed, kg; our own figure. */
const SPARE = 30;

const heaviest = ({ items }: Load): string =>
	[...items]
		.sort((a, b) => b.kg - a.kg)
		.slice(0, 3)
		.map(({ name, kg }) => `${name} ${massMark(kg)}`)
		.join(', ');

/** What stands on each axle and in all while driving, against limits that the user has typed: never against one of ours. */
export const axleLoads = check({
	rule: 'axle-load',
	reads: ['crew', 'gear', 'stock', 'animals', 'seats', 'lining', 'weights'],
	run: ({ plan, scene }) => {
		if (scene.mode.use !== 'drive') return [];
		const load = loadIn(scene, plan);
		const at = load.centre ?? vec3(scene.interior.length / 2, 0, 0);
		const { axles } = load;
		if (!axles)
			return load.items.some(({ of }) => of === 'built')
				? [
						{
							rule: 'axle-load',
							key: 'all',
							title: 'What it may carry',
							subjects: [],
							margin: 0,
							comfort: 0,
							unit: 'kg',
							limit: 0,
							actual: load.inside,
							why: `${massMark(load.inside)} are in it, people and gear included. What it weighs empty and may weigh is not known yet: say it in Strength, from a weighbridge or from its papers.`,
							at,
							unknown: true
						}
					]
				: [];
		return (['front', 'rear', 'all'] as const).flatMap((which): Result[] => {
			const { kg, most } = axles[which];
			if (most === undefined) return [];
			return [
				{
					rule: 'axle-load',
					key: which,
					title: `Weight on ${AXLES[which]}`,
					subjects: [],
					margin: most - kg,
					comfort: SPARE,
					unit: 'kg',
					limit: most,
					actual: kg,
					why: `${massMark(kg)} of ${massMark(most)} that are permitted. Heaviest in it: ${heaviest(load)}. Weigh it loaded before a long way.`,
					at
				}
			];
		});
	}
});
