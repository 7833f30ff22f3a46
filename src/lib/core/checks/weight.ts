import { vec3 } from '../geometry/vector';
import { loadIn, missingWeights, shiftsFor, type Load } from '../structure';
import { lengthMark, massMark } from '../units';
import type { Weights } from '../plan';
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

const advice = (load: Load, weights: Weights, which: keyof typeof AXLES): string => {
	const [shift] = which === 'all' ? [] : shiftsFor(load, weights, which);
	return shift ? ` ${shift.name} ${lengthMark(Math.round(Math.abs(shift.by)))} further ${shift.by > 0 ? 'forward' : 'back'} would do.` : '';
};

/** What stands on each axle and in all while driving, against limits that the user has typed: never against one of ours. */
export const axleLoads = check({
	rule: 'axle-load',
	reads: ['crew', 'gear', 'stock', 'animals', 'seats', 'lining', 'weights'],
	run: ({ plan, scene }) => {
		if (scene.mode.use !== 'drive') return [];
		const load = loadIn(scene, plan);
		const { weights } = plan.vehicle;
		const at = load.centre ?? vec3(scene.interior.length / 2, 0, 0);
		const common = { rule: 'axle-load' as const, subjects: [], unit: 'kg' as const, at };
		const unsaid = (why: string): Result[] => [
			{ ...common, key: 'all', title: 'What it may carry', margin: 0, comfort: 0, limit: 0, actual: load.inside, why, unknown: true }
		];
		const { axles } = load;
		if (!axles)
			return load.items.some(({ of }) => of === 'built')
				? unsaid(
						`${massMark(load.inside)} are in it, people and gear included. Not known yet: ${missingWeights(weights).join(', ')}. Say it in Strength, from a weighbridge or from its papers.`
					)
				: [];
		const limited = (['front', 'rear', 'all'] as const).flatMap((which): Result[] => {
			const { kg, most } = axles[which];
			if (most === undefined) return [];
			return [
				{
					...common,
					key: which,
					title: `Weight on ${AXLES[which]}`,
					margin: most - kg,
					comfort: SPARE,
					limit: most,
					actual: kg,
					why: `${massMark(kg)} of ${massMark(most)} that are permitted. Heaviest in it: ${heaviest(load)}.${advice(load, weights, which)} Weigh it loaded before a long way.`
				}
			];
		});
		return limited.length > 0
			? limited
			: unsaid(
					`${massMark(axles.front.kg)} stand on the front axle and ${massMark(axles.rear.kg)} on the rear one. What is permitted nobody has said: it is on the plate of the vehicle and in its papers.`
				);
	}
});
