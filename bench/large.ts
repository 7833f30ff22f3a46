import { findingsOf } from '../src/lib/core/checks';
import { kindOf } from '../src/lib/core/pieces';
import { applyEdits, type Edit, type Plan } from '../src/lib/core/plan';
import { demo, say, time } from './measure';

/** So many low boxes along both walls, and things in rows on the floor between them, in the long high van. */
export function largePlan(pieces: number, things: number): Plan {
	const params = kindOf('bench-box').params.parse({}) as object;
	const boxes = Array.from({ length: pieces }, (_, i): Edit => {
		const [side, row] = [i % 2 ? 'left' : 'right', Math.floor(i / 2)];
		const size = { side, rear: 60 + row * 105, length: 100, depth: 300, height: 250, cushion: 0, lid: false };
		return { path: ['pieces', `box-${i}`], value: { kind: 'bench-box', name: `Box ${i}`, params: { ...params, ...size } } };
	});
	const gear: Plan['gear'] = {};
	const lies: NonNullable<Plan['modes'][string]['lies']> = {};
	for (let i = 0; i < things; i++) {
		gear[`thing-${i}`] = { name: `Thing ${i}`, length: 90, width: 40, height: 60, weight: 1, count: 1 };
		lies[`thing-${i}`] = { x: 80 + (i % 25) * 100, y: -300 + Math.floor(i / 25) * 60, z: 0 };
	}
	const empty = { ...demo('heron-long-high-van.nook.json'), pieces: {}, gear };
	const emptied = Object.keys(empty.modes).flatMap((id): Edit[] => [
		{ path: ['modes', id, 'pieces'], value: {} },
		{ path: ['modes', id, 'people'], value: {} },
		{ path: ['modes', id, 'lies'], value: lies }
	]);
	return applyEdits(empty, [...emptied, ...boxes]);
}

/** What a frame costs when one of many pieces is dragged. */
export function large(): void {
	console.log('\nA large plan: findings of every mode while one piece is dragged\n');
	const frameOf = (pieces: number, things: number) => {
		const plan = largePlan(pieces, things);
		findingsOf(plan);
		return time((i) => findingsOf(applyEdits(plan, [{ path: ['pieces', 'box-0', 'params', 'height'], value: 200 + i / 8 }])), 40).median;
	};
	const small = frameOf(15, 50);
	for (const [pieces, things] of [
		[15, 50],
		[30, 100],
		[60, 200]
	]) {
		const ms = frameOf(pieces, things);
		say(`${pieces} pieces, ${things} things`, `${ms.toFixed(0)} ms, ${(ms / small).toFixed(1)} times the smallest`);
	}
}
