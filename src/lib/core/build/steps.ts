import { guessesOfAll, numbersOf, shoppingWords, type CuttingPlan } from '../cutting';


import { assemblyOf } from '../derive';
import { liningOff } from '../plan/fittings';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';
import { piecesBefore } from './between';
import { cuttingSteps, type Sawn } from './cutting';
import { pieceSteps } from './piece-steps';
import type { BuildStep, Needs, StepLine } from './step';
import { MINUTES } from './times';

/** A step that needs nothing, with what most steps have. */
const plain = (step: Pick<BuildStep, 'id' | 'kind' | 'title' | 'setUp' | 'lines' | 'minutes'> & Partial<BuildStep>): BuildStep => ({
	pieces: [],
	called: {},
	tools: [],
	dries: 0,
	hands: 1,
	needs: [],
	...step
});

const line = (words: string): StepLine => ({ words, parts: [] });

/** Sizes that parts are cut by and that nobody has measured. */
function measuring(cutting: CuttingPlan): BuildStep[] {
	const guesses = guessesOfAll(cutting.parts);
	return guesses.length === 0
		? []
		: [
				plain({
					id: 'measure',
					kind: 'measure',
					title: guesses.length === 1 ? 'Measure one size that parts hang on' : `Measure ${guesses.length} sizes that parts hang on`,
					setUp: 'the vehicle',
					lines: guesses.map(({ label, effect }) => line(`${label}: parts change by up to ${lengthMark(Math.round(effect))}`)),
					tools: ['tape', 'rule', 'a second reading'],
					minutes: MINUTES.measure * guesses.length
				})
			];
}

/** Everything that is bought: timber, what holds it together, what is soft. */
function buying(plan: Plan, cutting: CuttingPlan): BuildStep[] {
	const wood = [...cutting.sheets.map(({ stock }) => stock.name), ...cutting.bars.map(({ stock }) => stock.name)];
	const timber = cutting.shopping.filter(({ name, unit }) => unit === 'pieces' && wood.includes(name));
	const cloth = cutting.shopping.filter(({ unit }) => unit === 'metres');
	const pads = Object.values(plan.pieces).flatMap((piece) => assemblyOf(piece, plan).pads);
	const step = (id: string, title: string, lines: StepLine[], more: Partial<BuildStep> = {}): BuildStep[] =>
		lines.length === 0
			? []
			: [plain({ id: `buy:${id}`, kind: 'buy', title, setUp: 'the shop', lines, minutes: MINUTES.trip, ...more })];
	const amount = (one: (typeof timber)[number]) => line(shoppingWords(one, lengthMark));
	const finish = plan.build.coats > 0 && timber.length > 0 ? [line('Paint or oil, brushes, sandpaper')] : [];
	return [
		...step('timber', 'Buy boards and bars', timber.map(amount), { hands: 2 }),
		...step('fittings', 'Buy screws, fittings and finish', [
			...cutting.hardware.map(({ name, count }) => line(`${count} × ${name}`)),
			...finish
		]),
		...step('soft', 'Buy foam and cloth', [
			...cloth.map(amount),
			...(pads.length > 0 ? [line(`Foam or mattresses for ${pads.length === 1 ? 'one cushion' : `${pads.length} cushions`}, with covers`)] : [])
		])
	];
}

/** What is done to the vehicle before anything stands in it. */
function preparing(plan: Plan): BuildStep[] {
	const { vehicle, modes } = plan;
	const lined = Object.entries(liningOff(vehicle.lining)).filter(([, mm]) => mm > 0);
	const all = Object.values(modes);
	const out = Object.entries(vehicle.seats).filter(
		([id]) => all.length > 0 && all.every(({ seats }) => seats[id]?.state === 'removed')
	);
	return [
		...(out.length > 0
			? [
					plain({
						id: 'seats-out',
						kind: 'clear',
						title: `Take out what stays out: ${out.map(([, { name }]) => name.toLowerCase()).join(', ')}`,
						setUp: 'the vehicle',
						lines: [line('Keep bolts and caps together with the seat; close the holes')],
						tools: ['spanners'],
						minutes: MINUTES.seatOut * out.length,
						hands: 2,
						caution:
							'Airbags, belts and their wiring run in seats, pillars and sills: have them disconnected by somebody licensed. Local rules decide what may be taken out.'
					})
				]
			: []),
		...(lined.length > 0
			? [
					plain({
						id: 'line',
						kind: 'line',
						title: `Line ${lined.map(([area]) => area).join(', ')}`,
						setUp: 'the vehicle',
						lines: lined.map(([area, mm]) => line(`${area[0].toUpperCase()}${area.slice(1)}: ${lengthMark(mm)} in all, as the sizes have it`)),
						tools: ['knife', 'adhesive'],
						minutes: MINUTES.line * lined.length,
						caution: 'Adhesive gives off vapour: doors open, no flame. Leave drain holes, wiring and vents free.'
					})
				]
			: [])
	];
}

/** Holes for joints in the parts of a piece. */
function drilling(plan: Plan, id: string, cutting: CuttingPlan): BuildStep[] {
	const prefix = `${id}/`;
	const drilled = cutting.parts.filter(({ of, drilled }) => of[0]?.startsWith(prefix) && drilled.some(({ holes }) => holes.length > 0));
	const holes = drilled.reduce((sum, { drilled }) => sum + drilled.reduce((all, { copies, holes }) => all + copies.length * holes.length, 0), 0);
	if (holes === 0) return [];
	const bits = [...new Set(drilled.flatMap((part) => part.drilled.flatMap((one) => one.holes.map(({ diameter }) => diameter))))].sort(
		(a, b) => a - b
	);
	return [
		plain({
			id: `drill:${id}`,
			kind: 'drill',
			title: `Mark and drill the parts of ${plan.pieces[id].name}`,
			setUp: 'the drill',
			pieces: [id],
			lines: drilled.map(({ number, name, quantity, of }) => ({ words: `${quantity} × ${number} ${name.toLowerCase()}, as drawn`, parts: of })),
			tools: [`bits ${bits.map((mm) => Math.round(mm * 10) / 10).join(', ')} mm`, 'countersink', 'depth stop', 'waste wood under the part'],
			minutes: Math.round(MINUTES.hole * holes),
			caution: 'Clamp what is drilled: a bit that catches turns the part. No gloves at a drill.'
		})
	];
}

/** Cushions of a piece, after what they lie on was tried. */
function cushions(plan: Plan, id: string): BuildStep[] {
	const { pads } = assemblyOf(plan.pieces[id], plan);
	if (pads.length === 0) return [];
	return [
		plain({
			id: `sew:${id}`,
			kind: 'upholster',
			title: `Cut and cover the cushions of ${plan.pieces[id].name}`,
			setUp: 'sewing',
			pieces: [id],
			lines: pads.map(({ name, size }) => line(`${name}: ${[size.x, size.y, size.z].map(lengthMark).join(' × ')}, checked on the wood`)),
			tools: ['long knife or electric knife', 'sewing machine'],
			minutes: MINUTES.cushion * pads.length
		})
	];
}

/** What all steps of cutting need. */
function sawn(step: Sawn, cutting: CuttingPlan, measured: boolean): BuildStep {
	const { cuts, ...rest } = step;
	const guessed = cutting.parts.some(({ of, guesses }) => guesses.length > 0 && of.some((key) => cuts.includes(key)));
	const needs: Needs[] = [
		{ step: step.setUp === 'sewing' ? 'buy:soft' : 'buy:timber', because: 'it is bought by then' },
		...(guessed && measured ? [{ step: 'measure', because: 'its parts hang on sizes that are only guessed' }] : [])
	];
	return { ...rest, pieces: [...new Set(cuts.map((key) => key.split('/')[0]))], needs };
}

/** Puts what comes between two pieces among the steps. */
function between(plan: Plan, steps: Map<string, BuildStep>): void {
	const need = (step: string, other: string, because: string) => {
		if (steps.has(other)) steps.get(step)?.needs.push({ step: other, because });
	};
	for (const { first, then, fastened, because } of piecesBefore(plan).before) {
		need(`in:${then}`, fastened && steps.has(`fix:${first}`) ? `fix:${first}` : `in:${first}`, because);
		if (!fastened) for (const { id, kind } of steps.values()) if (kind === 'join' && id.startsWith(`join:${first}.`)) need(`fit:${then}`, id, because);
	}
	for (const [id, { held = {} }] of Object.entries(plan.pieces))
		for (const way of Object.values(held))
			if ('neighbour' in way) need(`fix:${id}`, `in:${way.neighbour}`, `it is fastened to ${plan.pieces[way.neighbour].name}`);
}

/** What parts of a piece need of cutting and buying. */
function supplied(plan: Plan, steps: Map<string, BuildStep>, cuts: ReadonlyMap<string, readonly string[]>): void {
	for (const id of Object.keys(plan.pieces)) {
		const own = [...steps.values()].filter(({ pieces, kind }) => pieces.includes(id) && kind !== 'cut' && kind !== 'upholster');
		const sources = [...cuts].filter(([, keys]) => keys.some((key) => key.startsWith(`${id}/`))).map(([step]) => step);
		const drill = steps.get(`drill:${id}`);
		for (const step of own) {
			if (!['drill', 'join', 'hang', 'test-fit', 'install'].includes(step.kind)) continue;
			for (const source of sources) step.needs.push({ step: source, because: 'its parts are cut by then' });
			if (drill && step !== drill) step.needs.push({ step: drill.id, because: 'its parts are drilled by then' });
			if (step !== drill && steps.has('buy:fittings')) step.needs.push({ step: 'buy:fittings', because: 'it is bought by then' });
		}
	}
}

/**
 * Every step of building a plan, with what each needs and why; in no order yet. The ids of steps stay what they are when the plan
 * changes elsewhere, so that what is done stays done.
 */
export function stepsOf(plan: Plan, cutting: CuttingPlan): BuildStep[] {
	const numbers = numbersOf(cutting.parts);
	const saws = cuttingSteps(cutting);
	const measure = measuring(cutting);
	const ids = Object.keys(plan.pieces);
	const all = [
		...measure,
		...buying(plan, cutting),
		...preparing(plan),
		...saws.map((step) => sawn(step, cutting, measure.length > 0)),
		...ids.flatMap((id) => [...drilling(plan, id, cutting), ...pieceSteps(plan, id, numbers), ...cushions(plan, id)])
	];
	const steps = new Map(all.map((step) => [step.id, step]));
	supplied(plan, steps, new Map(saws.map(({ id, cuts }) => [id, cuts])));
	const need = (step: BuildStep, other: string, because: string) => {
		if (steps.has(other)) step.needs.push({ step: other, because });
	};
	for (const step of steps.values()) {
		if (step.kind === 'test-fit' || step.kind === 'install') {
			need(step, 'line', 'the lining takes its room first');
			need(step, 'seats-out', 'seats that stay out are out');
		}
		if (step.id.startsWith('sew:')) {
			need(step, 'buy:soft', 'it is bought by then');
			need(step, `fit:${step.pieces[0]}`, 'cushions are cut to what was really built');
		}
	}
	between(plan, steps);
	const gear = Object.values(plan.gear);
	if (gear.length > 0 && ids.length > 0) {
		const last = [...steps.values()].filter(({ kind }) => ['install', 'hang', 'fasten', 'adjust', 'upholster'].includes(kind));
		steps.set(
			'load',
			plain({
				id: 'load',
				kind: 'load',
				title: 'Put everything in its place',
				setUp: 'the vehicle',
				lines: gear.map(({ name, count }) => line(count > 1 ? `${count} × ${name}` : name)),
				minutes: MINUTES.thing * gear.reduce((sum, { count }) => sum + count, 0),
				caution: 'What is loose flies: heavy things low and held, nothing behind a head that is not held.',
				needs: last.map(({ id }) => ({ step: id, because: 'everything stands and is fastened by then' }))
			})
		);
	}
	return [...steps.values()].map((step) => ({ ...step, needs: known(step.needs, steps) }));
}

/** What is needed and is a step of this build, each once, by the first reason. */
const known = (needs: readonly Needs[], steps: ReadonlyMap<string, BuildStep>): Needs[] =>
	needs.filter(({ step }, i) => steps.has(step) && needs.findIndex((other) => other.step === step) === i);

