import { strengthFindings } from '../src/lib/core/checks';
import { sceneOf } from '../src/lib/core/derive';
import type { Nodes } from '../src/lib/core/design/schema';
import { rectangle } from '../src/lib/core/geometry/polygon';
import { vec2 } from '../src/lib/core/geometry/vector';
import { applyEdits, type Plan } from '../src/lib/core/plan';
import { strengthIn } from '../src/lib/core/structure';
import { Plate } from '../src/lib/core/structure/plate';
import { planIn, plainVehicle, withPerson, withPiece } from '../src/lib/core/testing/plans';
import { demo, say, time } from './measure';

/** Boards side by side across a bed, each on four runners that stand on boards at both ends and in the middle. */
function platform(boards: number): Plan {
	const long = boards * 200;
	const runner = (y: number) => ({
		kind: 'bar',
		stock: 'batten-45x45',
		along: 'x',
		wide: 'y',
		x: { from: 200, size: long },
		y: { middle: y },
		z: { to: 'height - 18' }
	});
	const upright = (x: number) => ({
		kind: 'panel',
		stock: 'ply-18',
		normal: 'x',
		x: { from: x },
		y: { from: -600, to: 600 },
		z: { from: 'floor', to: 'runner1.bottom' }
	});
	const nodes = {
		...Object.fromEntries([-560, -190, 190, 560].map((y, i) => [`runner${i + 1}`, runner(y)])),
		...Object.fromEntries(Array.from({ length: boards / 5 + 1 }, (_, i) => [`upright${i + 1}`, upright(200 + i * 991)])),
		boards: {
			kind: 'repeat',
			count: boards,
			nodes: {
				board: {
					kind: 'panel',
					stock: 'ply-18',
					normal: 'z',
					use: 'sleep',
					x: { from: '200 + index * 200', size: 198 },
					y: { from: -600, to: 600 },
					z: { to: 'height' }
				}
			}
		}
	};
	const built = withPiece(planIn(plainVehicle([[0, 800]], 1900, 4000)), 'mine', 'own', {
		height: 400,
		start: 200,
		design: { asBuilt: 'As built', sizes: {}, nodes: nodes as Nodes, poses: {} }
	});
	return withPerson(built, 'ida', 1700, 'mine');
}

/** What it costs to work out what bears what. */
export function structure(): void {
	console.log('\nStrength: boards on four runners, everybody and every knee on each\n');
	let one = 0;
	for (const boards of [5, 10, 15]) {
		const plan = platform(boards);
		// Another weight each time, or the last answer is remembered.
		const run = (i: number) => {
			const heavier = applyEdits(plan, [{ path: ['crew', 'ida', 'weight'], value: 70 + i / 100 }]);
			strengthIn(sceneOf(heavier, 'night'), heavier);
		};
		const { median } = time(run, 5, 1);
		one ||= median / boards;
		const members = strengthIn(sceneOf(plan, 'night'), plan).members.length;
		say(
			`${boards} boards, ${members} parts that carry`,
			`${median.toFixed(0)} ms, ${(median / boards / one).toFixed(2)} a board of the first`
		);
	}

	console.log('\nOne board by the size of its triangles\n');
	const material = { along: 9000, across: 5000, shear: 600, poisson: 0.2 };
	let least = 0;
	for (const size of [120, 60, 30, 15]) {
		const of = { material, thickness: 12, grain: 0, size, places: [vec2(5, 5), vec2(1195, 5), vec2(5, 595), vec2(1195, 595)] };
		const make = () => new Plate(rectangle(0, 1200, 0, 600), [], of);
		const nodes = make().mesh.nodes.length;
		const { median } = time(() => make().bend([{ at: vec2(600, 300), newtons: 500 }]), 5, 1);
		least ||= median / nodes;
		say(`${nodes} nodes`, `${median.toFixed(1)} ms, ${(median / nodes / least).toFixed(2)} a node of the first`);
	}

	console.log('\nStrength of whole plans, all modes\n');
	for (const file of ['heron-long-high-van', '11-two-sofas', '15-slats-on-rails', '13-tube-boxes']) {
		const { median } = time(() => strengthFindings(structuredClone(demo(`${file}.nook.json`))), 3, 1);
		const modes = Object.keys(demo(`${file}.nook.json`).modes).length;
		say(`${file}, ${modes} modes`, `${(median / 1000).toFixed(2)} s, ${(median / 1000 / modes).toFixed(2)} s a mode`);
	}
}
