import { parseArgs } from 'node:util';
import createHighs from 'highs';
import Module from 'manifold-3d';
import {
	allTolerances,
	asideOf,
	findingsOf,
	fixesFor,
	isAboutBearing,
	slowerFindings,
	worstFirst,
	type Finding,
	type Fix
} from '../src/lib/core/checks';
import { barsWords, cuttingPlan, partsOf } from '../src/lib/core/cutting';
import { convert, type Conversion } from '../src/lib/core/moves';
import { fileJsonSchema, type Plan } from '../src/lib/core/plan';
import { find, makeFit, SolidVerifier, startingBrief, strengthening } from '../src/lib/core/search';
import { toEnd } from '../src/lib/core/stepwise';
import { formatLength, formatMass, withUnits } from '../src/lib/core/units';
import { EXIT, modeNamed, readPlanAt, Unreadable, type Options, type Streams } from './command';
import { build } from './build';
import { joints } from './joints';
import { pack } from './pack';
import { strength, weigh } from './strength';

const USAGE = `nook: questions to a plan, answered in the terminal

  nook check FILE [--fixes] [--json]
                              findings of every mode, with what settles each clash; --fixes: each of all others as well;
                              exit 0 no clash, 1 a clash that was not set aside
  nook fit FILE [--json]      the fewest changes that were found after which nothing clashes, and what is left; exit 1 when something is
  nook parts FILE [--json]    the parts list
  nook cut FILE [--json]      sheet and bar layouts, what to buy
  nook joints FILE [--json]   how the parts of every piece are joined, with what; exit 1 when something cannot be as the plan says
  nook build FILE [--json]    the steps of building it in order, with days and what is done; exit 1 when steps wait for each other or
                              what is cut already is too small
  nook pack FILE [--json]     where everything goes, how it is got at in each mode, and what is left out; exit 1 when something is
  nook convert FILE --from MODE --to MODE [--json]
                              the moves from one mode to another; exit 1 when something is in the way
  nook strength FILE [--json] how full every part is used and how far it sags, in the mode that asks most of it; exit 1 when something
                              is too weak, tips or lies on nothing
  nook weigh FILE --mode MODE [--json]
                              what is in it in a mode, where its weight acts and what stands on the axles; exit 1 over a limit
  nook find FILE [--json]     layouts that work in this vehicle for these people, and the closest misses; exit 1 when none works
  nook schema                 the JSON Schema of the file format

  --imperial                  inches instead of millimetres in what is printed for reading
FILE is a .nook.json plan. Exit 2: the input cannot be read; the reason is on standard error.
`;

async function check(plan: Plan, { json, fixes, system }: Options, { out }: Streams): Promise<number> {
	const tolerances = allTolerances(plan);
	const found = worstFirst(findingsOf(plan, tolerances), slowerFindings(plan, await createHighs()));
	const isTried = ({ status, fixes: known }: Finding) => known === null && (fixes ? status !== 'clear' : status === 'clash');
	const findings = found.map((finding) => {
		const setAside = asideOf(plan, finding);
		const settled = (): Fix[] => {
			if (!isTried(finding) || setAside) return [];
			if (!isAboutBearing(finding)) return fixesFor(plan, finding, tolerances, system);
			return finding.subjects.flatMap((piece) => toEnd(strengthening(plan, piece, system)) ?? []);
		};
		return {
			...finding,
			why: withUnits(finding.why, system),
			sensitivities: finding.sensitivities.map((s) => ({ ...s, label: withUnits(s.label, system) })),
			fixes: settled(),
			setAside
		};
	});
	const clash = findings.some(({ status, setAside }) => status === 'clash' && !setAside);
	if (json) out(`${JSON.stringify({ plan: plan.name, clash, findings }, null, '\t')}\n`);
	else
		for (const finding of findings) {
			const settles = finding.sensitivities.filter(({ guessed }) => guessed).slice(0, 3);
			const sizes = {
				mm: formatLength(finding.margin, system),
				share: `${Math.round(finding.margin * 100)} %`,
				count: String(finding.margin),
				kg: formatMass(finding.margin, system)
			};
			const room = finding.unknown ? 'not known' : sizes[finding.unit];
			out(
				`${finding.status.padEnd(11)}${room.padStart(9)}  ${finding.title}  (${finding.modes.map((id) => plan.modes[id].name).join(', ')})\n`
			);
			if (finding.setAside) out(`${' '.repeat(22)}Set aside on ${finding.setAside.date}: ${finding.setAside.reason}\n`);
			else if (finding.status === 'unmeasured' && settles.length > 0)
				out(`${' '.repeat(22)}Measure: ${settles.map(({ label }) => label).join('; ')}.\n`);
			for (const fix of finding.fixes) out(`${' '.repeat(22)}${fix.label}. ${fix.cost}\n`);
		}
	return clash ? EXIT.clash : EXIT.fine;
}

async function fit(plan: Plan, { json, system }: Options, { out }: Streams): Promise<number> {
	const { changes, cost, left } = makeFit(plan, allTolerances(plan), await createHighs(), system) ?? { changes: [], cost: '', left: [] };
	if (json) out(`${JSON.stringify({ plan: plan.name, changes, cost, left }, null, '\t')}\n`);
	else {
		if (changes.length + left.length === 0) out('Nothing clashes.\n');
		for (const { label, asks } of changes)
			out(`${label}${asks === 'less' ? ' (gives something up)' : asks ? ' (only if that is so)' : ''}\n`);
		if (changes.length > 0) out(`      ${withUnits(cost, system)}\n`);
		for (const { title } of left) out(`still clashes: ${title}\n`);
	}
	return left.length > 0 ? EXIT.clash : EXIT.fine;
}

function parts(plan: Plan, { json, system }: Options, { out }: Streams): number {
	const lines = partsOf(plan);
	if (json) out(`${JSON.stringify({ plan: plan.name, parts: lines }, null, '\t')}\n`);
	else
		for (const line of lines) {
			const size = [line.length, line.width, line.thickness].map((mm) => formatLength(mm, system)).join(' x ');
			out(
				`${String(line.number).padStart(3)}  ${String(line.quantity).padStart(2)} x ${line.name.padEnd(26)} ${size.padEnd(32)} ${formatMass(line.weight, system)}${line.guesses.length > 0 ? '  GUESS' : ''}\n`
			);
		}
	return EXIT.fine;
}

async function cut(plan: Plan, { json, system }: Options, { out }: Streams): Promise<number> {
	const cutting = cuttingPlan(plan, await createHighs());
	if (json) out(`${JSON.stringify({ plan: plan.name, ...cutting }, null, '\t')}\n`);
	else {
		for (const { stock, plan: layout } of cutting.sheets)
			out(
				`${layout.sheets.length} x ${stock.name}, ${Math.round(layout.use * 100)} % used${layout.tooLarge.length > 0 ? `, TOO LARGE: ${layout.tooLarge.map((b) => b.id).join(' ')}` : ''}\n`
			);
		for (const job of cutting.bars) {
			const { stock, plan: layout } = job;
			out(
				`${stock.name}: ${barsWords(job, (mm) => formatLength(mm, system))}${layout.proven ? '' : ' (not proven to be the cheapest)'}${layout.tooLong.length > 0 ? `, TOO LONG: ${layout.tooLong.map((p) => p.id).join(' ')}` : ''}\n`
			);
			for (const bar of layout.bars)
				out(
					`     ${bar.pieces.map((p) => `${p.id} ${formatLength(p.length, system)}`).join(' | ')} | left ${formatLength(bar.left, system)}\n`
				);
		}
		for (const words of cutting.impossible) out(`NOT TO BE CUT: ${words}\n`);
		out(`${cutting.cost === null ? 'no price' : `together ${cutting.cost.toFixed(2)}`}, ${formatMass(cutting.weight, system)}\n`);
	}
	return EXIT.fine;
}

function convertModes(plan: Plan, { from, to, json, system }: Options, { out }: Streams): number {
	const [a, b] = [modeNamed(plan, from, '--from'), modeNamed(plan, to, '--to')];
	const found = convert(plan, a, b);
	const names = `${plan.modes[a].name} to ${plan.modes[b].name}`;
	if (json) {
		const result = found.ok
			? wayAsData(found)
			: { possible: false, proven: found.proven, blocks: found.blocks.map(({ tried: _, ...block }) => block), noMoves: found.noMoves };
		out(`${JSON.stringify({ plan: plan.name, from: a, to: b, ...result }, null, '\t')}\n`);
	} else if (found.ok) {
		out(`${names}: ${found.seconds} s in all\n`);
		for (const { name, steps, sweep } of found.actions) {
			out(`  ${name}${sweep.margin === null ? '' : `, ${formatLength(sweep.margin, system)} to ${sweep.whom}`}\n`);
			for (const step of steps) out(`      ${step.words} (${step.seconds} s${step.hands === 2 ? ', two people' : ''})\n`);
		}
	} else {
		out(`${names}: no way was found${found.proven ? '' : ', though not everything was tried'}\n`);
		for (const { action, who, whom, by } of found.blocks.slice(0, 5))
			out(`  ${action}: ${who} hits ${whom} by ${formatLength(by, system)}\n`);
		for (const id of found.noMoves) out(`  ${plan.pieces[id].name} has no moves that lead there\n`);
	}
	return found.ok ? EXIT.fine : EXIT.clash;
}

/** A conversion as the terminal prints it for other programs. */
function wayAsData({ actions, seconds, tightest }: Conversion & { ok: true }) {
	const room = (mm: number | null) => (mm === null ? null : Math.round(mm * 10) / 10);
	const moves = actions.map((action) => ({
		move: action.name,
		steps: action.steps.map(({ words, seconds, hands, tool }) => ({ words, seconds, hands, tool })),
		seconds: action.seconds,
		hands: action.hands,
		tools: action.tools,
		loose: action.loose,
		liftKg: Math.round(action.lift * 10) / 10,
		clearance: room(action.sweep.margin),
		closest:
			action.sweep.margin === null
				? null
				: { part: action.sweep.who, against: action.sweep.whom, where: action.sweep.where, afterSeconds: action.sweep.at }
	}));
	return { possible: true, seconds, clearance: room(tightest), proven: true, moves };
}

async function findLayouts(plan: Plan, { json, system }: Options, { out }: Streams): Promise<number> {
	const kernel = await Module();
	kernel.setup();
	const { found, misses } = find(plan, plan.brief ?? startingBrief(plan), await createHighs(), {
		verify: new SolidVerifier(kernel).verify
	});
	if (json) {
		const layouts = found.map(({ plan: layout, ...rest }) => ({
			...rest,
			pieces: layout.pieces,
			modes: layout.modes,
			gear: layout.gear,
			crew: layout.crew
		}));
		out(`${JSON.stringify({ plan: plan.name, layouts, misses }, null, '\t')}\n`);
	} else {
		for (const { title, facts, seats, givesUp, bestAt } of found) {
			out(
				`${title}: boards at ${formatLength(facts.height, system)}, ${formatLength(facts.length, system)} x ${formatLength(facts.width, system)}\n`
			);
			const bed = facts.seconds === null ? 'no way from driving to sleeping was found' : `made up in ${facts.seconds} s`;
			out(
				`      ${Math.round(facts.storage)} l under it, ${formatMass(facts.weight, system)}, ${facts.cost === null ? 'no price' : `${facts.cost.toFixed(2)} to buy`}, ${bed}\n`
			);
			if (seats) out(`      ${seats}\n`);
			if (givesUp.length > 0) out(`      gives up ${givesUp.join(', ')}\n`);
			if (bestAt.length > 0) out(`      best: ${bestAt.join(', ')}\n`);
		}
		for (const { title, reason, advice } of misses)
			out(`not possible: ${title}. ${withUnits(reason, system)}.${advice ? ` ${withUnits(advice.label, system)}.` : ''}\n`);
	}
	return found.length > 0 ? EXIT.fine : EXIT.clash;
}

const COMMANDS = { check, fit, parts, cut, joints, build, convert: convertModes, pack, strength, weigh, find: findLayouts };

/** Runs one command line; gives the exit code. */
export async function run(args: string[], streams: Streams): Promise<number> {
	try {
		const { values, positionals } = parseArgs({
			args,
			allowPositionals: true,
			options: {
				json: { type: 'boolean', default: false },
				fixes: { type: 'boolean', default: false },
				from: { type: 'string' },
				to: { type: 'string' },
				mode: { type: 'string' },
				imperial: { type: 'boolean', default: false },
				help: { type: 'boolean', default: false }
			}
		});
		const [command, file] = positionals;
		if (values.help || command === undefined) {
			streams.out(USAGE);
			return command === undefined && !values.help ? EXIT.unreadable : EXIT.fine;
		}
		if (command === 'schema') {
			streams.out(`${JSON.stringify(fileJsonSchema(), null, '\t')}\n`);
			return EXIT.fine;
		}
		if (!Object.hasOwn(COMMANDS, command)) throw new Unreadable(`there is no command “${command}”; try nook --help.`);
		const { json, fixes, from, to, mode, imperial } = values;
		const options: Options = { json, fixes, from, to, mode, system: imperial ? 'imperial' : 'metric' };
		return await COMMANDS[command as keyof typeof COMMANDS](readPlanAt(file), options, streams);
	} catch (error) {
		// parseArgs complains of unknown flags with a TypeError; anything else is a fault of ours and is shown whole.
		const expected = error instanceof Unreadable || (error instanceof TypeError && 'code' in error);
		streams.err(`nook: ${expected ? (error as Error).message : (error as Error).stack}\n`);
		return EXIT.unreadable;
	}
}
