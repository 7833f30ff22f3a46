import { assemblyOf, interiorOf } from '../derive';
import { foldedTop, seatStates } from '../interior';
import { kindOf, parameterMeta } from '../pieces';
import { applyEdits, type Edit } from '../plan/edit';
import type { LidHold } from '../plan/lid';
import type { Gear, Mode, Plan, SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import { heldUp, lidsOf, strutsOf } from '../structure';
import type { Finding } from './finding';
import { isWorse, resultId, resultsOfKey, statusOf } from './run';
import { isOpenIn, seatRange } from './settings';

/** Something set otherwise in the modes of a finding instead of built otherwise. */
export interface Arrangement {
	label: string;
	edits: Edit[];
	/** The margin of the finding afterwards; 0 when it is not asked any more. */
	margin: number;
	/** It says something of the gear that only its owner knows. */
	claim?: true;
}

const SEAT_WORDS: Record<SeatSetting['state'], (seat: string) => string> = {
	upright: (seat) => `Set up the ${seat}`,
	folded: (seat) => `Fold the ${seat}`,
	tumbled: (seat) => `Tip the ${seat} forward`,
	'cushion out': (seat) => `Take the cushion of the ${seat} out`,
	removed: (seat) => `Take the ${seat} out`
};

type Tried = Pick<Arrangement, 'label' | 'edits' | 'claim'>;

const within = (label: string, edits: Edit[]): Tried[] => (edits.length > 0 ? [{ label, edits }] : []);

/** Slide and lean brought to the nearest that a seat reaches, under `path`; none where they are within. */
function withinReach(seat: Seat, path: string[], { slide, angle }: { slide: number; angle: number }): Edit[] {
	const { slides, leans } = seatRange(seat);
	const nearest = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));
	const edits: [string, number, number][] = [
		['slide', slide, nearest(slide, slides)],
		['angle', angle, nearest(angle, leans)]
	];
	return edits.filter(([, now, to]) => now !== to).map(([key, , value]) => ({ path: [...path, key], value }));
}

/** Every other state of a seat, its head rest in or out, and as far as it goes where it is set beyond, in some modes. */
function seatArrangements({ vehicle, modes }: Plan, ids: readonly string[], seatId: string): Tried[] {
	const seat = vehicle.seats[seatId];
	const name = seat.name.toLowerCase();
	const settings = ids.map((mode) => modes[mode].seats[seatId]);
	// A seat that a mode does not set stands as it was measured: nobody has decided about it yet.
	if (settings.some((setting) => !setting)) return [];
	const set = (key: keyof SeatSetting, value: unknown): Edit[] =>
		ids.map((mode) => ({ path: ['modes', mode, 'seats', seatId, key], value }));
	const states = seatStates(seat)
		.filter((state) => settings.some((setting) => setting.state !== state))
		.map((state) => ({ label: SEAT_WORDS[state](name), edits: set('state', state) }));
	const rests =
		seat.headRest && settings.some(({ headRest }) => headRest !== 'out')
			? [{ label: `Pull out the head rest of the ${name}`, edits: set('headRest', 'out') }]
			: [];
	const put =
		seat.headRest && settings.some(({ headRest }) => headRest === 'out')
			? [{ label: `Put the head rest of the ${name} in`, edits: set('headRest', 'in') }]
			: [];
	const reached = ids.flatMap((mode) => withinReach(seat, ['modes', mode, 'seats', seatId], modes[mode].seats[seatId]));
	return [...within(`Set the ${name} as far as it goes`, reached), ...states, ...rests, ...put];
}

/** Whoever drives takes the seat as far as it goes. */
function drivingArrangements({ crew, vehicle }: Plan, id: string): Tried[] {
	const { name, driving } = crew[id];
	if (!driving) return [];
	return within(
		`${name} drives with the seat as far as it goes`,
		withinReach(vehicle.seats[driving.seat], ['crew', id, 'driving'], driving)
	);
}

/** A piece in every other state of its own; while driving only what is shut. */
function pieceArrangements(plan: Plan, ids: readonly string[], id: string): Tried[] {
	const { pieces, modes } = plan;
	const { states, fronts } = assemblyOf(pieces[id], plan);
	const drives = ids.some((mode) => modes[mode].use === 'drive');
	return states
		.filter((state) => ids.some((mode) => modes[mode].pieces[id] !== state.id) && !(drives && isOpenIn(fronts, state)))
		.map((state) => ({
			label: `${pieces[id].name}: ${state.name.toLowerCase()}`,
			edits: ids.map((mode) => ({ path: ['modes', mode, 'pieces', id], value: state.id }))
		}));
}

/** What could hold the lids of a piece that come down by themselves: a prop each, or gas struts. */
function lidArrangements(plan: Plan, id: string): Tried[] {
	const piece = plan.pieces[id];
	const falling = lidsOf(assemblyOf(piece, plan), plan.stock).filter((lid) => heldUp(lid, piece.lids?.[lid.link]).does !== 'stays');
	const held = (by: (i: number) => LidHold): Edit[] =>
		falling.length > 0
			? [{ path: ['pieces', id, 'lids'], value: { ...piece.lids, ...Object.fromEntries(falling.map(({ link }, i) => [link, by(i)])) } }]
			: [];
	const struts = falling.flatMap((lid) => strutsOf(lid) ?? []);
	return [
		...within(
			`Hold up what is lifted of ${piece.name} with a prop, stay or strap`,
			held(() => ({ by: 'prop' }))
		),
		...(struts.length === falling.length
			? within(
					`Hold up what is lifted of ${piece.name} with gas struts`,
					held((i) => struts[i])
				)
			: [])
	];
}

/** A piece set up for standing on a seat that is folded in all of some modes, where its kind can. */
function onFolded({ vehicle, modes, pieces }: Plan, ids: readonly string[], id: string, seatId: string): Tried[] {
	const seat = vehicle.seats[seatId];
	if (seat.type !== 'rear bench' || ids.some((mode) => modes[mode].seats[seatId]?.state !== 'folded')) return [];
	const [rear, front] = [seat.foldedRear.mm, seat.foldedRear.mm + seat.foldedLength.mm];
	const top = foldedTop(seat, [rear, front], interiorOf(vehicle).floorBuildUp) ?? 0;
	const places = { rear: Math.round(rear), front: Math.round(front), top: Math.ceil(top) };
	const edits = Object.entries(kindOf(pieces[id].kind).params.shape).flatMap(([key, schema]): Edit[] => {
		const { ofFolded } = parameterMeta(schema);
		return ofFolded ? [{ path: ['pieces', id, 'params', key], value: places[ofFolded] }] : [];
	});
	return within(`Let ${pieces[id].name} stand on the folded ${seat.name.toLowerCase()}`, edits);
}

/** Gear stowed anew, turned, laid down or tied down. */
function gearArrangements({ modes }: Plan, ids: readonly string[], id: string, gear: Gear, rule: string): Tried[] {
	const lying = ids.filter((mode) => Object.hasOwn(modes[mode].lies ?? {}, id));
	const turned: Tried[] =
		lying.length === 0
			? []
			: [
					{
						label: `Turn ${gear.name} a quarter`,
						edits: lying.map((mode) => ({
							path: ['modes', mode, 'lies', id, 'turned'],
							value: modes[mode].lies![id].turned ? undefined : true
						}))
					}
				];
	const laid: Tried[] =
		gear.under && !gear.anyWay
			? [{ label: `Let ${gear.name} lie on any side`, edits: [{ path: ['gear', id, 'anyWay'], value: true }], claim: true }]
			: [];
	const held: Tried[] =
		!gear.held && (rule === 'gear-held' || rule === 'gear-placed')
			? [{ label: `Hold ${gear.name} with straps, a net or a lip`, edits: [{ path: ['gear', id, 'held'], value: true }], claim: true }]
			: [];
	const anew: Tried[] =
		rule === 'gear-put' ? [{ label: `Stow ${gear.name} anew`, edits: [{ path: ['gear', id, 'pinned'], value: undefined }] }] : [];
	return [...anew, ...turned, ...laid, ...held];
}

const OTHER_END = { rear: 'front', front: 'rear' } as const;

/** Somebody lying the other way round. */
function personArrangements({ crew, modes }: Plan, ids: readonly string[], id: string): Tried[] {
	const places = ids.map((mode) => modes[mode].people[id] as Mode['people'][string] | undefined);
	const [first] = places;
	if (!first || places.some((place) => place?.posture !== 'lying')) return [];
	const ends = first.head ? [OTHER_END[first.head]] : (['rear', 'front'] as const);
	return ends.map((head) => ({
		label: `${crew[id].name} lies with the head to the ${head}`,
		edits: ids.map((mode) => ({ path: ['modes', mode, 'people', id, 'head'], value: head }))
	}));
}

/**
 * What settles a finding without building anything otherwise: seats of its subjects in another state or within their range, gear
 * turned or laid down or tied down, somebody lying the other way round, a door or a front shut, in all the modes of the finding.
 */
export function arrangements(plan: Plan, finding: Finding): Arrangement[] {
	const { modes, subjects, rule } = finding;
	const tried = subjects.flatMap((id): Tried[] => {
		if (rule === 'driving-setting') return Object.hasOwn(plan.crew, id) ? drivingArrangements(plan, id) : [];
		if (rule === 'piece-state') return pieceArrangements(plan, modes, id);
		if (rule === 'lid-held') return lidArrangements(plan, id);
		if (rule === 'doors-shut')
			return [
				{
					label: `Shut the ${plan.vehicle.openings[id].name.toLowerCase()}`,
					edits: modes.map((mode) => ({ path: ['modes', mode, 'doors', id], value: 'shut' }))
				}
			];
		if (Object.hasOwn(plan.vehicle.seats, id)) return seatArrangements(plan, modes, id);
		if (Object.hasOwn(plan.gear, id)) return gearArrangements(plan, modes, id, plan.gear[id], rule);
		if (Object.hasOwn(plan.crew, id)) return personArrangements(plan, modes, id);
		return [];
	});
	const built = subjects.filter((id) => Object.hasOwn(plan.pieces, id));
	const sat = subjects.filter((id) => Object.hasOwn(plan.vehicle.seats, id));
	tried.push(...built.flatMap((id) => sat.flatMap((seat) => onFolded(plan, modes, id, seat))));
	return tried.flatMap((one): Arrangement[] => {
		const changed = applyEdits(plan, one.edits);
		const after = modes.flatMap((mode) =>
			resultsOfKey(changed, mode, rule, finding.key).filter((result) => resultId(result) === resultId(finding))
		);
		const settled = after.every(
			({ margin, comfort, unknown }) => !unknown && isWorse(finding.status, statusOf(margin, comfort, finding.tolerance ?? 0, 0))
		);
		return settled ? [{ ...one, margin: after.length > 0 ? Math.min(...after.map(({ margin }) => margin)) : 0 }] : [];
	});
}
