import { fastenedBy, WAYS } from '../fastening';
import { assemblyOf, interiorOf, sceneOf } from '../derive';
import { partKey } from '../cutting';
import { area } from '../geometry/polygon';
import { sidesOf } from '../geometry/vector';
import { partMass, type Part } from '../pieces';
import { travelMode } from '../plan/mode-for';
import type { Plan } from '../plan/plan';
import { stuffOf } from '../plan/grades';
import { joinWords } from '../workshop';
import type { Boxed, Connection } from '../connections';
import { madeBodies, type MadeBody } from './bodies';
import { joiningOrder, type JoiningOrder } from './joining';
import type { BuildStep, Needs, StepLine } from './step';
import { MINUTES } from './times';

/** Heavier or longer than this is carried and held by two, kg and mm. */
const HEAVY = 25;
const LONG = 2000;

/** Everything that the steps of one piece are made from. */
interface Making {
	plan: Plan;
	id: string;
	name: string;
	numbers: ReadonlyMap<string, string>;
	bodies: MadeBody[];
	parts: Part[];
}

const keyOf = ({ id }: Making, { part }: Pick<Boxed, 'part'>): string => partKey(id, part.id);

/** What a part is called on the bench: its name with its number. */
function calledOf(making: Making, part: Part): string {
	const number = making.numbers.get(partKey(making.id, part.id));
	return number ? `${part.name} ${number}` : part.name;
}

/** What a part is joined to and with what, in words; nothing for what only stands there. */
function jointsWords(making: Making, part: Part, connections: readonly Connection[]): string {
	const joints = connections.map((one) => {
		const other = making.parts.find(({ id }) => id === (one.from === part.id ? one.into : one.from))!;
		return `to ${calledOf(making, other)}: ${joinWords(one)}`;
	});
	return joints.join(' and ');
}

/** What is put together, line by line, equal ones after each other in one; what no driver reaches is said. */
function joiningLines(making: Making, { sequence, unreached }: JoiningOrder): StepLine[] {
	const lines: { name: string; joints: string; hidden: string; copies: Part[] }[] = [];
	for (const { part, connections } of sequence) {
		const joints = jointsWords(making, part, connections);
		const hidden = unreached
			.filter((one) => connections.includes(one.connection))
			.map(({ by }) => `. ${calledOf(making, by)} stands before the driver there in any order: join it otherwise`)
			.join('');
		const last = lines.at(-1);
		if (last && last.name === part.name && last.joints === joints && last.hidden === hidden) last.copies.push(part);
		else lines.push({ name: part.name, joints, hidden, copies: [part] });
	}
	return inFewLines(
		lines.map(({ name, joints, hidden, copies }) => {
			const numbers = copies.flatMap((part) => making.numbers.get(partKey(making.id, part.id)) ?? []);
			const many = copies.length > 1;
			const called = numbers.length > 0 ? `${name} ${numbers.join(', ')}` : many ? `${copies.length} × ${name.toLowerCase()}` : name;
			return {
				words: `${called}${joints ? `${many ? ', each ' : ' '}${joints}` : ''}${hidden}`,
				parts: copies.map((part) => keyOf(making, { part })),
				plain: joints === ''
			};
		})
	);
}

/** So many parts that only stand there, or are held by connectors, come in one line. */
const IN_ONE_LINE = 6;

/** Parts after each other that nothing is said of but their names, in lines of a few. */
function inFewLines(lines: readonly (StepLine & { plain: boolean })[]): StepLine[] {
	const found: (StepLine & { plain: boolean; count: number })[] = [];
	for (const line of lines) {
		const last = found.at(-1);
		if (line.plain && last?.plain && last.count < IN_ONE_LINE) {
			last.words += `, ${line.words[0].toLowerCase()}${line.words.slice(1)}`;
			last.parts = [...last.parts, ...line.parts];
			last.count++;
		} else found.push({ ...line, count: 1 });
	}
	return found.map(({ words, parts }) => ({ words, parts }));
}

const joiningMinutes = (connections: readonly Connection[], parts: number): number =>
	MINUTES.part * parts +
	connections.reduce(
		(sum, { fasteners, brackets, glued }) =>
			sum + MINUTES.fastener * fasteners.length + MINUTES.bracket * brackets + (glued > 0 ? MINUTES.glue : 0),
		0
	);

const weightOf = ({ plan }: Making, parts: readonly Part[]): number => parts.reduce((sum, part) => sum + partMass(part, plan.stock), 0);
const longest = (parts: readonly Boxed[]): number => Math.max(0, ...parts.map(({ box }) => sidesOf(box)[0]));
const handsFor = (making: Making, parts: readonly Boxed[]): 1 | 2 =>
	weightOf(
		making,
		parts.map(({ part }) => part)
	) > HEAVY || longest(parts) > LONG
		? 2
		: 1;

const joiningTools = (connections: readonly Connection[]): string[] => [
	...(connections.some(({ fasteners }) => fasteners.some(({ kind }) => kind === 'screw' || kind === 'pocket screw'))
		? ['cordless driver']
		: []),
	...(connections.some(({ fasteners }) => fasteners.some(({ kind }) => kind === 'bolt')) ? ['two spanners'] : []),
	...(connections.some(({ fasteners }) => fasteners.some(({ kind }) => kind === 'pin')) ? ['hammer'] : []),
	...(connections.some(({ brackets }) => brackets > 0) ? ['screwdriver'] : []),
	...(connections.some(({ glued }) => glued > 0) ? ['glue and clamps'] : [])
];

/** A body, or a group of its parts, that is put together on the bench. */
function benchStep(making: Making, id: string, title: string, parts: readonly Boxed[], connections: readonly Connection[]): BuildStep {
	const order = joiningOrder(parts, connections);
	const glued = connections.some((one) => one.glued > 0);
	return {
		id: `join:${making.id}.${id}`,
		kind: 'join',
		title,
		setUp: 'the bench',
		pieces: [making.id],
		called: {},
		lines: [
			...(glued ? [{ words: 'Put it together dry first: what does not close dry does not close with glue', parts: [] }] : []),
			...joiningLines(making, order)
		],
		tools: joiningTools(connections),
		minutes: Math.round(joiningMinutes(connections, parts.length)),
		dries: glued ? making.plan.build.glueHours : 0,
		hands: handsFor(making, parts),
		needs: []
	};
}

/** What a body is called: the module or drawer that it is, its only part, or its largest. */
function bodyName(making: Making, body: MadeBody): string {
	const { links, drawers } = assemblyOf(making.plan.pieces[making.id], making.plan);
	const module = links.find(({ id }) => id === body.id)?.module ?? drawers.find(({ link }) => link === body.id)?.name;
	if (module) return module;
	if (making.bodies.length === 1) return making.name;
	const part = largestPart(body.parts);
	return body.parts.length === 1 ? calledOf(making, part) : `what moves with ${calledOf(making, part)}`;
}

const largestPart = (parts: readonly Boxed[]): Part => [...parts].sort((a, b) => Math.abs(area(b.part.outline)) - Math.abs(area(a.part.outline)))[0].part;

/** Everything on the bench before the test in the vehicle: bodies, groups, then what hangs on them. */
function benchSteps(making: Making): BuildStep[] {
	const joins = making.bodies.flatMap((body): BuildStep[] => {
		if (body.where === 'bench')
			return body.parts.length > 1 && body.connections.length > 0
				? [benchStep(making, body.id, `Put together ${bodyName(making, body)}`, body.parts, body.connections)]
				: [];
		return body.beforehand.map((group, i) => {
			const ids = new Set(group.map(({ part }) => part.id));
			const own = body.connections.filter(({ from, into }) => ids.has(from) && ids.has(into));
			return benchStep(
				making,
				`${body.id}.${i + 1}`,
				`Put together ${calledOf(making, largestPart(group)).toLowerCase()} with what no driver reaches in the vehicle`,
				group,
				own
			);
		});
	});
	const hung = hangingStep(making, 'bench');
	if (hung) hung.needs.push(...joins.map(({ id }) => ({ step: id, because: 'what it hangs on is there by then' })));
	return hung ? [...joins, hung] : joins;
}

/** Bodies that hang on others of the piece, with the hinges, slides and catches for them. */
function hangingStep(making: Making, where: MadeBody['where']): BuildStep | undefined {
	const { links, hardware } = assemblyOf(making.plan.pieces[making.id], making.plan);
	const hung = making.bodies.filter(({ id, moves, parts }) => {
		const link = links.find((one) => one.id === id);
		return moves && link?.parent !== undefined && parts.length > 0 && placeOfHanging(making, link.parent) === where;
	});
	if (hung.length === 0) return undefined;
	const names = [...new Set(hardware.map(({ name }) => name))];
	const countOf = (name: string) => hardware.reduce((sum, one) => sum + (one.name === name ? one.count : 0), 0);
	const fittings = names.map((name) => `${countOf(name)} × ${name.toLowerCase()}`);
	return {
		id: `hang:${making.id}`,
		kind: 'hang',
		title: `Hang what moves on ${making.name}`,
		setUp: where === 'bench' ? 'the bench' : 'the vehicle',
		pieces: [making.id],
		called: {},
		lines: [
			...hung.map((body) => ({
				words: capital(bodyName(making, body)),
				parts: body.parts.map((one) => keyOf(making, one))
			})),
			...(fittings.length > 0 ? [{ words: `With ${fittings.join(', ')}`, parts: [] }] : [])
		],
		tools: ['screwdriver', 'drill with a small bit'],
		minutes: MINUTES.hinge * hung.length,
		dries: 0,
		hands: 1,
		caution: 'Hinges, slides and props trap fingers: keep hands off the line where it closes.',
		needs: []
	};
}

/** Where the body is put together that something hangs on; what hangs on the vehicle itself hangs there. */
const placeOfHanging = ({ bodies }: Making, parent: string): MadeBody['where'] =>
	bodies.find(({ id }) => id === parent)?.where ?? 'vehicle';

const capital = (words: string): string => `${words[0].toUpperCase()}${words.slice(1)}`;

/** Wood that is painted or oiled. */
const isWood = ({ plan }: Making, part: Part): boolean =>
	(part.form === 'board' || part.form === 'bar') && stuffOf(part, plan.stock)?.grade.sort !== 'metal';

/** Both faces of some parts, m². */
const paintedArea = (parts: readonly Part[]): number => parts.reduce((sum, { outline }) => sum + (2 * Math.abs(area(outline))) / 1e6, 0);

function finishingSteps(making: Making): BuildStep[] {
	const wood = making.parts.filter((part) => isWood(making, part));
	if (wood.length === 0) return [];
	const { coats, coatHours } = making.plan.build;
	return Array.from({ length: coats }, (_, i): BuildStep => ({
		id: `coat:${making.id}.${i + 1}`,
		kind: 'finish',
		title: `${making.name}: ${coats === 1 ? 'the coat' : `coat ${i + 1} of ${coats}`}`,
		setUp: 'painting',
		pieces: [making.id],
		called: {},
		lines:
			i === 0
				? [
						{ words: 'Take off hinges, slides and catches; round the edges that hands and legs meet; sand', parts: [] },
						{ words: 'Ends and cut edges drink most: they get it first', parts: [] }
					]
				: [{ words: 'Sand lightly, wipe off the dust', parts: [] }],
		tools: ['sandpaper', 'brush or cloth', 'mask against dust and vapour'],
		minutes: Math.round(MINUTES.brush + MINUTES.coat * paintedArea(wood)),
		dries: coatHours,
		hands: 1,
		caution: 'Vapour of solvents burns and makes ill: open doors, no flame. Rags with oil can catch fire by themselves: dry them spread out.',
		needs: i === 0 ? [] : [{ step: `coat:${making.id}.${i}`, because: 'the coat before is dry' }]
	}));
}

/** What is set up in the vehicle, part by part or as it is carried. */
function settingLines(making: Making): StepLine[] {
	return making.bodies.flatMap((body): StepLine[] => {
		if (body.where === 'bench')
			return [{ words: `Carry in ${bodyName(making, body)}`, parts: body.parts.map((one) => keyOf(making, one)) }];
		const groups = body.beforehand.map((group) => new Set(group.map(({ part }) => part.id)));
		const order = joiningOrder(body.parts, body.connections);
		const done = (one: Connection) => groups.some((group) => group.has(one.from) && group.has(one.into));
		const sequence = order.sequence.map((one) => ({ ...one, connections: one.connections.filter((connection) => !done(connection)) }));
		return joiningLines(making, { ...order, sequence });
	});
}

/** The tests, coats and ways in of a piece. */
function vehicleSteps(making: Making): BuildStep[] {
	const { id, name, parts, bodies, plan } = making;
	const all = bodies.flatMap((body) => body.parts);
	const inside = bodies.filter(({ where }) => where === 'vehicle');
	const insideJoints = inside.flatMap(({ connections }) => connections);
	const glued = insideJoints.some((one) => one.glued > 0);
	const hands = handsFor(making, all);
	const fit: BuildStep = {
		id: `fit:${id}`,
		kind: 'test-fit',
		title: `Try ${name} in the vehicle, before it is painted`,
		setUp: 'the vehicle',
		pieces: [id],
		called: {},
		lines: [
			{
				words:
					inside.length > 0 ? 'Put it together where it will stand, with a few screws and no glue' : 'Carry it in and set it where it will stand',
				parts: all.map((one) => keyOf(making, one))
			},
			{ words: 'Move everything that moves, shut every door of the vehicle, sit and lie on it', parts: [] },
			{ words: 'What came out otherwise than planned, and where the wall stands, is measured and written down here', parts: [] }
		],
		tools: ['cordless driver', 'tape'],
		minutes: MINUTES.testFit + MINUTES.testPart * all.length,
		dries: 0,
		hands,
		needs: []
	};
	const install: BuildStep = {
		id: `in:${id}`,
		kind: 'install',
		title: `${name} goes in`,
		setUp: 'the vehicle',
		pieces: [id],
		called: {},
		lines: settingLines(making),
		tools: joiningTools(insideJoints),
		minutes: Math.round(
			joiningMinutes(
				insideJoints,
				inside.reduce((sum, body) => sum + body.parts.length, 0)
			) +
				MINUTES.carry * bodies.filter(({ where }) => where === 'bench').length
		),
		dries: glued ? plan.build.glueHours : 0,
		hands,
		needs: [],
		block: id
	};
	return parts.some(({ form }) => form !== 'bought') ? [fit, ...finishingSteps(making), install] : [install];
}

/** What holds a piece to the vehicle. */
function fasteningStep({ plan, id, name }: Making): BuildStep | undefined {
	const modeId = travelMode(plan);
	if (modeId === undefined) return undefined;
	const { pieces } = sceneOf(plan, modeId);
	const placed = pieces.find((piece) => piece.id === id);
	const found = placed ? fastenedBy(plan.vehicle, interiorOf(plan.vehicle), placed, pieces) : [];
	if (found.length === 0) return undefined;
	const drills = found.some(({ held }) => held.way === 'new bolt through');
	return {
		id: `fix:${id}`,
		kind: 'fasten',
		title: `Fasten ${name} to the vehicle`,
		setUp: 'the vehicle',
		pieces: [id],
		called: {},
		lines: found.map(({ words, held }) => ({
			words: `${capital(words)}${WAYS[held.way].hardware ? `: ${WAYS[held.way].hardware.toLowerCase()}` : ''}`,
			parts: []
		})),
		tools: ['spanners', ...(drills ? ['drill with a depth stop', 'paint against rust', 'sealant'] : [])],
		minutes: MINUTES.bolt * found.length,
		dries: 0,
		hands: drills ? 2 : 1,
		caution: drills
			? 'Know what is under the floor and behind the panel before you drill: fuel, brake lines, cables, high voltage. Have what holds loads judged by somebody qualified.'
			: 'Have what holds loads judged by somebody qualified: a crash pulls many times harder than braking.',
		needs: [],
		block: id
	};
}

/** What opens, slides and folds is set so that it does so where it stands. */
function adjustingStep({ plan, id, name, bodies }: Making): BuildStep | undefined {
	const assembly = assemblyOf(plan.pieces[id], plan);
	const moving = bodies.filter(({ moves }) => moves).length;
	if (assembly.fronts.length + assembly.drawers.length + moving === 0) return undefined;
	return {
		id: `try:${id}`,
		kind: 'adjust',
		title: `Set what moves on ${name}`,
		setUp: 'the vehicle',
		pieces: [id],
		called: {},
		lines: [
			{ words: 'Every hinge, slide, catch and stop, on level ground; then once more with the vehicle nose up and nose down', parts: [] },
			{ words: 'Each conversion once, slowly: what jams now jams in the dark and the rain', parts: [] }
		],
		tools: ['screwdriver', 'plane or sandpaper'],
		minutes: MINUTES.front * Math.max(1, assembly.fronts.length + assembly.drawers.length || moving),
		dries: 0,
		hands: 1,
		needs: []
	};
}

/** What is all cloth, such as covers of windows, is only hung up. */
function clothSteps(plan: Plan, id: string): BuildStep[] {
	const { name } = plan.pieces[id];
	const cloths = assemblyOf(plan.pieces[id], plan).parts.filter(({ form }) => form === 'cloth');
	if (cloths.length === 0) return [];
	return [
		{
			id: `in:${id}`,
			kind: 'install',
			title: `${name} goes in`,
			setUp: 'the vehicle',
			pieces: [id],
			called: {},
			lines: cloths.map((part) => ({ words: part.name, parts: [partKey(id, part.id)] })),
			tools: [],
			minutes: MINUTES.carry * cloths.length,
			dries: 0,
			hands: 1,
			needs: []
		}
	];
}

/** Every step of a piece after cutting, with what each needs of the others; what it needs of other pieces is added by whoever knows them. */
export function pieceSteps(plan: Plan, id: string, numbers: ReadonlyMap<string, string>): BuildStep[] {
	const { name } = plan.pieces[id];
	const bodies = madeBodies(plan, id);
	const parts = assemblyOf(plan.pieces[id], plan).parts.filter(({ form }) => form !== 'cloth');
	const making: Making = { plan, id, name, numbers, bodies, parts };
	if (bodies.length === 0) return clothSteps(plan, id);
	const bench = benchSteps(making);
	const inside = vehicleSteps(making);
	const fasten = fasteningStep(making);
	const hang = hangingStep(making, 'vehicle');
	const adjust = adjustingStep(making);
	chain(inside, 'it was tried in the vehicle first');
	const [first, last] = [inside[0], inside.at(-1)!];
	first.needs.push(...bench.map((step): Needs => ({ step: step.id, because: 'it is put together by then' })));
	// What is hung on the bench has its own name; a piece hangs something in one of the two places, or in both.
	if (hang && bench.some((step) => step.id === hang.id)) hang.id = `${hang.id}.inside`;
	for (const [step, because] of [
		[hang, 'what it hangs on stands by then'],
		[fasten, 'it stands in its place']
	] as const)
		step?.needs.push({ step: last.id, because });
	adjust?.needs.push(...[last, hang, fasten].flatMap((step) => (step ? [{ step: step.id, because: 'it stands and is fastened' }] : [])));
	return [...bench, ...inside, ...[hang, fasten, adjust].filter((step) => step !== undefined)];
}

/** Each of some steps needs the one before it. */
function chain(steps: readonly BuildStep[], because: string): void {
	for (const [i, step] of steps.entries())
		if (i > 0 && !step.needs.some((one) => one.step === steps[i - 1].id))
			step.needs.push({ step: steps[i - 1].id, because: steps[i - 1].kind === 'finish' ? 'the coat before is dry' : because });
}
