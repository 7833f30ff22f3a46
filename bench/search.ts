import type { Plan } from '../src/lib/core/plan';
import { finding, groundOf, judged, MECHANISMS, roomOfAll, startingBrief, type RoofOver } from '../src/lib/core/search';
import { roofByCells } from '../src/lib/core/testing/roof';
import { solver } from '../src/lib/core/testing/solver';
import { demo, say, time } from './measure';

/** What a search for layouts costs: judging berths, the first result, all of it, and how that grows. */
export function search(): void {
	console.log('\nLooking for layouts\n');
	const van = demo('lantern-small-van.nook.json');
	const ground = groundOf(van, startingBrief(van));
	const drafts = MECHANISMS.flatMap((mechanism) => judged(ground, mechanism).map(({ draft }) => draft));
	// Without the field one draft takes longer than all of them with it: every so many of them will do.
	const sample = drafts.filter((_, i) => i % Math.ceil(drafts.length / 40) === 0);
	const judge = (roof?: RoofOver) =>
		time(() => sample.forEach(({ berths }) => roomOfAll(ground, berths, roof)), roof ? 1 : 50, roof ? 0 : 15).median;
	const [fast, slow] = [judge(), judge(roofByCells(ground.interior))];
	say(
		`berths judged a second on one core, ${sample.length} of ${drafts.length}`,
		`${Math.round((sample.length / fast) * 1000)}, ${(slow / fast).toFixed(0)} times as many as without the field`
	);
	for (const step of [40, 20, 10]) {
		const count = MECHANISMS.reduce((sum, mechanism) => sum + judged(ground, mechanism, step).length, 0);
		say(
			`judging every mechanism, heights ${step} mm apart`,
			`${time(() => MECHANISMS.forEach((m) => judged(ground, m, step)), 3, 1).median.toFixed(0)} ms for ${count}`
		);
	}
	const whole = (plan: Plan) => {
		const start = performance.now();
		let first = 0;
		const run = finding(plan, startingBrief(plan), solver);
		let step = run.next();
		for (; !step.done; step = run.next()) if (!first && step.value.found.length > 0) first = performance.now() - start;
		return { first, all: performance.now() - start, tried: step.value.tried };
	};
	for (const count of [1, 4, 8]) {
		const gear = Object.fromEntries(
			Array.from({ length: count }, (_, i) => [`g${i}`, { ...Object.values(van.gear)[0], name: `Crate ${i}`, count: 1 }])
		);
		const { first, all, tried } = whole({ ...structuredClone(van), gear });
		say(
			`search with ${count} kinds of gear`,
			`first result ${(first / 1000).toFixed(1)} s, whole ${(all / 1000).toFixed(1)} s, ${tried} drafts worked out`
		);
	}
}
