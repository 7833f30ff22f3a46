import createHighs from 'highs';
import { allTolerances, findingsOf, fixesFor } from '../src/lib/core/checks';
import { cuttingPlan } from '../src/lib/core/cutting';
import { sceneOf } from '../src/lib/core/derive';
import { heightStudy, marginAt } from '../src/lib/core/height';
import { buildInterior, Field } from '../src/lib/core/interior';
import { longestLying } from '../src/lib/core/people';
import { applyEdits, type Plan, type Vehicle } from '../src/lib/core/plan';
import { aligned, sliceScan } from '../src/lib/core/scan';
import { freeSpace, Surround } from '../src/lib/core/solid';
import { kernel } from '../src/lib/core/testing/kernel';
import { syntheticScan } from '../src/lib/core/testing/scan';
import { rectangle } from '../src/lib/core/geometry/polygon';
import { crossSection, longSection, viewFromAbove } from '../src/lib/core/views';
import { building } from './build';
import { conversions } from './conversions';
import { large } from './large';
import { lengths } from './lengths';
import { loading } from './loading';
import { search } from './search';
import { stowage } from './stowage';
import { structure } from './structure';
import { demo, FRAME, say, time } from './measure';

/** What one frame of a drag costs: findings of every mode, all drawings, and reading the chart at the new height. */
function frame(plan: Plan, piece: string, mode: string, height: number, study: ReturnType<typeof heightStudy>) {
	const moved = applyEdits(plan, [{ path: ['pieces', piece, 'params', 'height'], value: height }]);
	findingsOf(moved);
	const drawn = { plan: moved, scene: sceneOf(moved, mode), selected: piece };
	viewFromAbove(drawn);
	longSection(drawn);
	crossSection(drawn, 1000);
	for (const id of Object.keys(moved.modes)) longSection({ plan: moved, scene: sceneOf(moved, id) });
	for (const row of study.rows) marginAt(study, row, height);
}

async function run() {
	console.log('Dragging a piece through its height range\n');
	for (const [file, piece] of [
		['lantern-small-van.nook.json', 'couch'],
		['pipit-hatchback.nook.json', 'platform'],
		['14-sliding-slats.nook.json', 'kitchen'],
		['20-long-drawers.nook.json', 'drawers']
	]) {
		const plan = demo(file);
		const study = heightStudy(plan, piece, Object.keys(plan.modes));
		const { median: middle, worst } = time((i) => frame(plan, piece, 'night', 200 + ((i + 20) % 90) * 5 + i / 1000, study), 180);
		say(`${file}: median frame`, `${middle.toFixed(1)} ms, ${(middle / FRAME).toFixed(2)} of the ${FRAME} ms budget`);
		say(`${file}: 95 of 100 frames`, `${worst.toFixed(1)} ms, ${(worst / FRAME).toFixed(2)} of the budget`);
	}

	console.log('\nThe field: rectangle queries do not grow with the rectangle\n');
	const interior = buildInterior(demo('lantern-small-van.nook.json').vehicle);
	const field = new Field(interior);
	const query = (size: number) =>
		time(() => {
			for (let k = 0; k < 20000; k++) field.rectangle([200 + (k % 100), 200 + (k % 100) + size], [-size / 4, size / 4]);
		}).median;
	const small = query(20);
	for (const size of [20, 100, 500, 2000])
		say(
			`rectangle ${size} × ${size / 2} mm`,
			`${((query(size) / 20000) * 1e6).toFixed(0)} ns, ratio to the smallest ${(query(size) / small).toFixed(2)}`
		);
	say('building the field', `${time(() => new Field(interior), 10).median.toFixed(0)} ms for ${field.columns} × ${field.rows} cells`);

	console.log('\nWhat follows when the plan rests\n');
	const van = demo('lantern-small-van.nook.json');
	const fresh = () => structuredClone(van);
	say('tolerances of every margin', `${time(() => allTolerances(fresh()), 5).median.toFixed(0)} ms`);
	const tolerances = allTolerances(van);
	const open = findingsOf(van, tolerances).filter((f) => f.status !== 'clear');
	say(`fixes for ${open.length} findings`, `${time(() => open.forEach((f) => fixesFor(van, f, tolerances)), 3).median.toFixed(0)} ms`);
	say('height chart', `${time(() => heightStudy(fresh(), 'couch', Object.keys(van.modes)), 5).median.toFixed(0)} ms`);
	const solver = await createHighs();
	say('cutting plan', `${time(() => cuttingPlan(fresh(), solver), 5).median.toFixed(0)} ms`);
	const angles = Array.from({ length: 21 }, (_, i) => ((i - 10) * Math.PI) / 60);
	const widths = { head: 260, shoulders: 520, legs: 420 };
	say('longest body, 21 angles', `${time(() => longestLying(rectangle(0, 1950, -600, 600), widths, angles)).median.toFixed(2)} ms`);

	console.log('\nHow findings grow with pieces (couches side by side, everyone checked against everything)\n');
	const couch = van.pieces.couch;
	let one = 0;
	for (const n of [1, 2, 4, 8]) {
		const pieces = Object.fromEntries(
			Array.from({ length: n }, (_, i) => [`couch-${i}`, { ...couch, params: { ...couch.params, rear: 128 + i } }])
		);
		const { median: ms } = time(() => findingsOf({ ...fresh(), pieces: structuredClone(pieces) as Plan['pieces'], gear: {} }), 10);
		if (n === 1) one = ms;
		say(`${n} ${n === 1 ? 'piece' : 'pieces'}`, `${ms.toFixed(1)} ms, ratio ${(ms / one).toFixed(1)}`);
	}
	large();
	structure();
	await lengths();
	loading();
	stowage();
	conversions();
	await building();
	search();
	await interiors(van);
}

/** The vehicle with so many cross-sections, evenly spread and taken over from the ones it has. */
function withStations(vehicle: Vehicle, count: number): Vehicle {
	const all = Object.values(vehicle.stations).sort((a, b) => a.x - b.x);
	const [from, to] = [all[0].x, all[all.length - 1].x];
	const stations = Array.from({ length: count }, (_, i) => {
		const x = Math.round(from + ((to - from) * i) / (count - 1));
		const nearest = all.reduce((a, b) => (Math.abs(b.x - x) < Math.abs(a.x - x) ? b : a));
		return [`s${i}`, { ...nearest, x }] as const;
	});
	return { ...vehicle, stations: Object.fromEntries(stations) };
}

/** What the interior costs: field, solid and a full recheck, by the number of cross-sections and of pieces; scans by triangles. */
async function interiors(van: Plan) {
	const geometry = await kernel();
	console.log('\nThe interior: how field, solid and a full recheck grow with cross-sections\n');
	let least = { field: 0, solid: 0, check: 0 };
	for (const n of [3, 6, 12, 24]) {
		const vehicle = withStations(van.vehicle, n);
		const interior = buildInterior(vehicle);
		const ms = {
			field: time(() => new Field(interior), 5).median,
			solid: time(() => freeSpace(geometry, interior).delete(), 5).median,
			check: time(() => findingsOf({ ...van, vehicle: structuredClone(vehicle) }), 10).median
		};
		if (n === 3) least = ms;
		const ratio = (key: keyof typeof ms) => `${key} ${ms[key].toFixed(0)} ms (${(ms[key] / least[key]).toFixed(1)})`;
		say(`${n} cross-sections`, [ratio('field'), ratio('solid'), ratio('check')].join(', '));
	}
	console.log('\nVerdicts of the solids, by pieces\n');
	let one = 0;
	for (const n of [1, 2, 4]) {
		const pieces = Object.fromEntries(Array.from({ length: n }, (_, i) => [`couch-${i}`, { ...van.pieces.couch }]));
		const scene = sceneOf({ ...van, pieces, gear: {} }, 'night');
		const surround = new Surround(geometry, scene.interior);
		const { median: ms } = time(() => surround.verdicts(scene), 3);
		surround.delete();
		if (n === 1) one = ms;
		say(`${n} ${n === 1 ? 'piece' : 'pieces'}`, `${ms.toFixed(0)} ms, ratio ${(ms / one).toFixed(1)}`);
	}
	console.log('\nSlicing a scan, by triangles\n');
	const { mesh, points } = syntheticScan(geometry, buildInterior(van.vehicle), { noise: 2, holes: 8, hole: 100, seed: 'bench' });
	const level = aligned(mesh, points);
	let first = 0;
	for (const times of [1, 4, 16]) {
		const triangles = new Uint32Array(level.triangles.length * times);
		for (let k = 0; k < times; k++) triangles.set(level.triangles, k * level.triangles.length);
		const { median: ms } = time(() => sliceScan({ positions: level.positions, triangles }), 2);
		if (times === 1) first = ms;
		say(`${Math.round(triangles.length / 3000)} thousand triangles`, `${ms.toFixed(0)} ms, ratio ${(ms / first).toFixed(1)}`);
	}
}

void run();
