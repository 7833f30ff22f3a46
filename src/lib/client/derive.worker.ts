import { expose } from 'comlink';
import createHighs, { type Highs } from 'highs';
import highsWasm from 'highs/runtime?url';
import {
	conversionsOf,
	findingsOf,
	fixesFor,
	isAboutBearing,
	tolerancesOf,
	worstFirst,
	type Finding,
	type Fix,
	type Tolerances
} from '../core/checks';
import { buildOf, momentOf, readAgain, type Build, type Moment, type ReadAgain } from '../core/build';
import { cuttingPlan, numbersOf, type CuttingPlan } from '../core/cutting';
import { sceneOf } from '../core/derive';
import { heightStudy, leversOf, type HeightStudy, type Lever } from '../core/height';
import { convert, reachIn, sceneDuring, unblocking, type Conversion, type Reach, type Unblocking } from '../core/moves';
import { cushionsOf, padPlans, type PadPlan, type PieceCushions } from '../core/pads';
import { carriedItems, installing, type CarriedItem, type Installing } from '../core/passage';
import { vec3, type Box, type Vec3 } from '../core/geometry/vector';
import { longestSleeper, placeSleepers, sharedByTwo, type BedPosture, type SharedByTwo } from '../core/people';
import type { MeasurementEntry } from '../core/interior';
import { remember } from '../core/memory';
import { kindOf, type PieceState } from '../core/pieces';
import { applyEdits, shareStructure, type Plan } from '../core/plan';
import { loadRoom } from '../core/storage';
import type { UnitSystem } from '../core/units';
import { breathe, stepping } from './breathe';
import { crossSection, longSection, viewFromAbove, type View } from '../core/views';

/** What a window is looking at. */
export interface Gaze {
	modeId: string;
	selected: string | undefined;
	/** Where the cross-section is taken, mm from the rear door. */
	sectionX: number;
	/** What whoever is in bed is shown doing. */
	posture: BedPosture;
}

/** Everything that follows from a plan at once: findings, and the drawings of what is looked at. */
export interface Look {
	findings: Finding[];
	views: { above: View; long: View; cross: View };
	/** One small drawing for each mode. */
	thumbs: Record<string, View>;
	/** Names of states by piece. */
	states: Record<string, Pick<PieceState, 'id' | 'name' | 'startsFor'>[]>;
	/** The largest box that can stand on the floor in the mode looked at; null where nothing is left. */
	loadRoom: Box | null;
}

/** What takes longer and follows: tolerances, then fixes, then the longest sleeper of each lane. */
export interface Refined {
	findings: Finding[];
	longest: { person: string; piece: string; modeId: string; stature: number; line: [Vec3, Vec3] | undefined }[];
	/** Beds that two share, and the room that they have. */
	pairs: (SharedByTwo & { modeId: string })[];
	/** 0 to 1. */
	progress: number;
}

let plan: Plan | undefined;
let tolerances: Tolerances = {};
/** Whether each mode can be got to, as it was last worked out. */
let reached: Finding[] = [];
/** How what is built bears, and how everything lies, as it was last worked out elsewhere. */
const elsewhere: Record<'borne' | 'stowed', Finding[]> = { borne: [], stowed: [] };
/** Of those, what is about modes, pieces and gear that are there still. */
const stillTrue = ({ modes, pieces, gear }: Plan) => [
	...reached.filter((finding) => finding.modes.every((id) => Object.hasOwn(modes, id))),
	...[...elsewhere.borne, ...elsewhere.stowed].filter(
		({ modes: of, subjects }) =>
			of.every((id) => Object.hasOwn(modes, id)) && subjects.every((id) => Object.hasOwn(pieces, id) || Object.hasOwn(gear, id))
	)
];
/** Rises with every new plan: work for an older one stops. */
let turn = 0;
let studied: { plan: Plan; study: HeightStudy } | undefined;
/** The conversion that is being rehearsed. */
let conversion: { plan: Plan; from: string; found: Conversion } | undefined;
/** Rises with every conversion that is asked about: the search for a change that opens an older one stops. */
let asked = 0;
let solver: Promise<Highs> | undefined;
/** The build that was last worked out, with its plan. */
let built: { plan: Plan; build: Build } | undefined;
/** What is cut follows from these alone: a step that is ticked off changes nothing of it. */
const cutFrom = remember((_pieces: Plan['pieces'], _vehicle: Plan['vehicle'], _stock: Plan['stock']) => new Map<'cutting', CuttingPlan>());
function cuttingOf(present: Plan, highs: Highs): CuttingPlan {
	const known = cutFrom(present.pieces, present.vehicle, present.stock);
	const cutting = known.get('cutting') ?? cuttingPlan(present, highs);
	known.set('cutting', cutting);
	return cutting;
}

/** Takes a plan over, sharing what did not change with the one before; work for an older plan stops. */
function adopt(next: Plan): Plan {
	const shared = shareStructure(plan, next);
	if (shared !== plan) turn++;
	return (plan = shared);
}

const derive = {
	look(next: Plan, { modeId, selected, sectionX, posture }: Gaze): Look {
		const present = adopt(next);
		const drawn = { plan: present, scene: sceneOf(present, modeId), selected, posture };
		return {
			findings: worstFirst(findingsOf(present, tolerances), stillTrue(present)),
			views: { above: viewFromAbove(drawn), long: longSection(drawn), cross: crossSection(drawn, sectionX) },
			thumbs: Object.fromEntries(Object.keys(present.modes).map((id) => [id, longSection({ plan: present, scene: sceneOf(present, id) })])),
			states: Object.fromEntries(
				drawn.scene.pieces.map((piece) => [piece.id, piece.assembly.states.map(({ id, name, startsFor }) => ({ id, name, startsFor }))])
			),
			loadRoom: loadRoom(drawn.scene) ?? null
		};
	},

	/** Works out tolerances, conversions and what settles each clash of the plan last looked at, reporting as it goes; ends early when a newer plan comes. */
	async refine(system: UnitSystem, report: (part: Refined) => void): Promise<void> {
		const [mine, present] = [turn, plan];
		if (!present) return;
		const stale = () => mine !== turn;
		const known = await stepping(tolerancesOf(present), stale, 4);
		if (!known) return;
		tolerances = known;
		const conversions = await stepping(conversionsOf(present), stale);
		if (!conversions) return;
		reached = conversions;
		const findings = worstFirst(findingsOf(present, tolerances), stillTrue(present));
		const longest: Refined['longest'] = [];
		const pairs: Refined['pairs'] = [];
		for (const modeId of Object.keys(present.modes)) {
			const sleepers = placeSleepers(present.crew, sceneOf(present, modeId));
			for (const { id: person, piece, lane, alone, z } of sleepers) {
				const { stature, lying } = longestSleeper(lane, alone);
				const line = lying && ([lying.crown, lying.feet].map(({ x, y }) => vec3(x, y, z)) as [Vec3, Vec3]);
				longest.push({ person, piece, modeId, stature, line });
			}
			pairs.push(...sharedByTwo(sleepers).map((pair) => ({ ...pair, modeId })));
		}
		report({ findings, longest, pairs, progress: 0.5 });
		// What makes a piece bear is worked out where it is known how it bears.
		const clashes = findings.filter((finding) => finding.status === 'clash' && finding.fixes === null && !isAboutBearing(finding));
		for (const [i, finding] of clashes.entries()) {
			await breathe();
			if (stale()) return;
			finding.fixes = fixesFor(present, finding, tolerances, system);
			report({ findings, longest, pairs, progress: 0.5 + (0.5 * (i + 1)) / clashes.length });
		}
		report({ findings, longest, pairs, progress: 1 });
	},

	/** Takes up how the plan bears, or how everything lies, which is worked out elsewhere; gives all findings together. */
	take(of: keyof typeof elsewhere, found: Finding[]): Finding[] | undefined {
		elsewhere[of] = found;
		return plan && worstFirst(findingsOf(plan, tolerances), stillTrue(plan));
	},

	/** What settles one finding of the plan last looked at, whatever its status; nothing when it is not found any more. */
	fixes(id: string, system: UnitSystem): Fix[] | undefined {
		const finding = plan && findingsOf(plan, tolerances).find((one) => one.id === id);
		return plan && finding && fixesFor(plan, finding, tolerances, system);
	},

	/** The height chart of a piece; the present height of the piece plays no part in it. */
	study(pieceId: string): HeightStudy | undefined {
		const piece = plan?.pieces[pieceId];
		const heightParam = piece && kindOf(piece.kind).heightParam;
		if (!plan || !heightParam) return undefined;
		const without = applyEdits(plan, [{ path: ['pieces', pieceId, 'params', heightParam], value: 0 }]);
		const key = shareStructure(studied?.plan, without);
		if (studied?.plan !== key || studied.study.piece !== pieceId)
			studied = { plan: key, study: heightStudy(plan, pieceId, Object.keys(plan.modes)) };
		return studied.study;
	},

	/** Mattress, foam and ceiling lining tried at every height of a piece, reporting as they come; ends early when a newer plan comes. */
	async levers(next: Plan, pieceId: string, report: (levers: Lever[]) => void): Promise<void> {
		const present = adopt(next);
		const mine = turn;
		if (!Object.hasOwn(present.pieces, pieceId)) return;
		const run = leversOf(present, pieceId, Object.keys(present.modes));
		for (let step = run.next(); ; step = run.next()) {
			report(structuredClone(step.value));
			if (step.done) return;
			await breathe();
			if (mine !== turn) return;
		}
	},

	/** The way from one mode to another; {@link during} shows it. */
	convert(next: Plan, from: string, to: string): Conversion {
		asked++;
		const present = adopt(next);
		conversion = { plan: present, from, found: convert(present, from, to) };
		return conversion.found;
	},

	/** The drawings at one point of the conversion last worked out: after so many whole actions and a share of the next. */
	during(index: number, share: number, sectionX: number): Look['views'] | undefined {
		if (!conversion?.found.ok) return undefined;
		const { plan: present, from, found } = conversion;
		const action = found.actions[Math.min(index, found.actions.length - 1)];
		const scene = action ? sceneDuring(present, from, action, share) : sceneOf(present, from);
		const drawn = { plan: { ...present, crew: {}, gear: {} }, scene, selected: action?.subject };
		return { above: viewFromAbove(drawn), long: longSection(drawn), cross: crossSection(drawn, sectionX) };
	},

	/** The smallest changes after which a blocked conversion works; nothing when something newer is asked meanwhile. */
	async unblock(next: Plan, from: string, to: string, system: UnitSystem): Promise<Unblocking[]> {
		const mine = ++asked;
		return (await stepping(unblocking(adopt(next), from, to, system), () => mine !== asked)) ?? [];
	},

	/** What can be reached in a mode, and how. */
	reach(next: Plan, modeId: string): Reach[] {
		return reachIn(adopt(next), modeId);
	},

	/** How the build goes in and out, and what of it is carried through which door. */
	inAndOut(next: Plan): { installing: Installing; items: CarriedItem[] } {
		const present = adopt(next);
		return { installing: installing(present), items: carriedItems(present) };
	},

	/** Cushions of every piece, and the ways to make them of bought foam. */
	async cushions(next: Plan): Promise<{ of: PieceCushions; plans: PadPlan[] }[]> {
		const present = adopt(next);
		const loaded = await (solver ??= createHighs({ locateFile: () => highsWasm }));
		return cushionsOf(present).map((of) => ({ of, plans: of.wish ? padPlans(of.wish, present.stock.foams, loaded) : [] }));
	},

	async cut(next: Plan): Promise<CuttingPlan> {
		return cuttingOf(adopt(next), await (solver ??= createHighs({ locateFile: () => highsWasm })));
	},

	/** How the plan is built, step by step, and what of it is done. */
	async build(next: Plan, today: string): Promise<Build> {
		const present = adopt(next);
		const build = buildOf(present, await derive.cut(next), today);
		built = { plan: present, build };
		return build;
	},

	/** What another reading of a size does to the build. */
	readAgain(next: Plan, entry: Pick<MeasurementEntry, 'path' | 'measurement' | 'factor'>, mm: number): ReadAgain {
		return readAgain(adopt(next), entry, mm);
	},

	/** How far the build last worked out is at a line of a step, drawn; nothing where nothing stands. */
	async moment(step: string, line: number): Promise<Moment | undefined> {
		if (!built) return undefined;
		const { plan: of, build } = built;
		return momentOf(of, build.steps, step, line, numbersOf((await derive.cut(of)).parts));
	}
};

export type DeriveWorker = typeof derive;

expose(derive);
