import { describe, expect, it } from 'vitest';
import { cuttingPlan, numbersOf, partKey } from '../cutting';
import { assemblyOf } from '../derive';
import { contains } from '../geometry/polygon';
import { vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Part } from '../pieces';
import { example } from '../testing/examples';
import { solver } from '../testing/solver';
import { buildOf, momentOf } from '.';

const TODAY = '2026-12-01';
/** Seen from 28° above, 235° round from forward towards the left. */
const [a, e] = [(235 * Math.PI) / 180, (28 * Math.PI) / 180];
const near = vec3(Math.cos(e) * Math.cos(a), Math.cos(e) * Math.sin(a), Math.sin(e));
const right = vec3(-Math.sin(a), Math.cos(a), 0);
const up = vec3(-Math.sin(e) * Math.cos(a), -Math.sin(e) * Math.sin(a), Math.cos(e));

function isIn({ pose, outline, thickness }: Part, p: Vec3): boolean {
	const [i, j, k] = pose.rotation;
	const [x, y, z] = [p.x - pose.shift.x, p.y - pose.shift.y, p.z - pose.shift.z];
	const height = i.z * x + j.z * y + k.z * z;
	return height > 0 && height < thickness && contains(outline, vec2(i.x * x + j.x * y + k.x * z, i.y * x + j.y * y + k.y * z));
}

describe('the drawing of a moment', () => {
	it.each(['20-long-drawers', '11-two-sofas', '16-slat-couch', 'own-bed-on-drawers'])(
		'%s: what is drawn last where one looks is what one meets first on the way in',
		(name) => {
			const plan = example(`${name}.nook.json`);
			const cutting = cuttingPlan(plan, solver);
			const { steps } = buildOf(plan, cutting, TODAY);
			const last = steps.findLast(({ kind }) => kind === 'install')!;
			const moment = momentOf(plan, steps, last.id, last.lines.length - 1, numbersOf(cutting.parts))!;
			const drawn = new Set(moment.sides.map(({ part }) => part));
			const parts = Object.entries(plan.pieces).flatMap(([id, piece]) =>
				assemblyOf(piece, plan).parts.flatMap((part) => (drawn.has(partKey(id, part.id)) ? [{ key: partKey(id, part.id), part }] : []))
			);
			const { x, y } = moment.box;
			let [looked, otherwise] = [0, 0];
			const met = (u: number, v: number): string | undefined => {
				for (let t = 4000; t > -4000; t -= 3) {
					const p = vec3(u * right.x + v * up.x + t * near.x, u * right.y + v * up.y + t * near.y, u * right.z + v * up.z + t * near.z);
					const hit = parts.find(({ part }) => isIn(part, p));
					if (hit) return hit.key;
				}
				return undefined;
			};
			for (let i = 1; i < 12; i++)
				for (let k = 1; k < 9; k++) {
					const at = vec2(x[0] + ((x[1] - x[0]) * i) / 12, y[0] + ((y[1] - y[0]) * k) / 9);
					const seen = moment.sides.findLast(({ points }) => contains(points, at))?.part;
					// Near an edge it is a matter of rounding.
					const around = [met(at.x, -at.y), met(at.x + 5, -at.y + 5), met(at.x - 5, -at.y - 5)];
					if (around.some((key) => key !== around[0])) continue;
					looked++;
					if (seen !== around[0]) otherwise++;
				}
			expect(looked).toBeGreaterThan(20);
			expect(otherwise).toBe(0);
		}
	);

	it('shows what came before in grey, what comes now in full, with its numbers, and nothing at the shop', () => {
		const plan = example('20-long-drawers.nook.json');
		const cutting = cuttingPlan(plan, solver);
		const { steps } = buildOf(plan, cutting, TODAY);
		const numbers = numbersOf(cutting.parts);
		expect(momentOf(plan, steps, 'buy:timber', 0, numbers)).toBeUndefined();
		const join = steps.find(({ id }) => id === 'join:drawers.unit')!;
		const second = join.lines.findIndex(({ parts }) => parts.length > 0) + 1;
		const moment = momentOf(plan, steps, join.id, second, numbers)!;
		expect(new Set(moment.sides.filter(({ fresh }) => fresh).map(({ part }) => part))).toEqual(new Set(join.lines[second].parts));
		expect(new Set(moment.sides.filter(({ fresh }) => !fresh).map(({ part }) => part))).toEqual(new Set(join.lines[second - 1].parts));
		expect(moment.labels.map(({ words }) => words)).toEqual(join.lines[second].parts.map((key) => numbers.get(key)));
	});
});
