import { sceneOf } from '../derive';
import { pointedAt, type PlacedPiece } from '../modes';
import type { Plan } from '../plan/plan';
import { toEnd } from '../stepwise';
import { strengthIn, type MemberStrength, type Strength } from '../structure';
import { middleOf } from '../geometry/vector';
import { lengthMark } from '../units';
import type { Finding, Result } from './finding';
import { mergedOverModes, sound } from './run';

/** A part whose strength is used to more than this leaves no room for a knot; our own figure. */
export const NEARLY = 0.1;
/** Up to twice what a span may sag it is only soft; beyond that something is wrong. */
export const TOO_FAR = 2;

const worstBy = (members: readonly MemberStrength[], of: (member: MemberStrength) => number | undefined): MemberStrength | undefined =>
	members.reduce<MemberStrength | undefined>((worst, one) => ((of(one) ?? -1) > ((worst && of(worst)) ?? -1) ? one : worst), undefined);

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** Whether what is built bears, in one mode: one result for each piece and question. */
function resultsOf(piece: PlacedPiece, strength: Strength): Result[] {
	const members = strength.members.filter((one) => one.piece === piece.id);
	const [unknown, adrift] = [strength.unknown, strength.adrift].map((list) => list.filter((one) => one.piece === piece.id));
	const common = { key: piece.id, subjects: [piece.id], at: middleOf(pointedAt(piece)) };
	const unsaid = { ...common, margin: 0, comfort: 0, unit: 'count' as const, limit: 1, actual: 0, unknown: true as const };
	const results: Result[] = [];
	if (unknown.length > 0)
		results.push({
			...unsaid,
			rule: 'strength' as const,
			title: `${piece.name}: what it is made of`,
			why: `${[...new Set(unknown.map(({ name }) => name))].slice(0, 3).join(', ')}: nobody has said which material the stock is, so its strength is not known. Say it in Strength.`
		});
	if (adrift.length > 0)
		results.push({
			...unsaid,
			rule: 'borne' as const,
			title: `${piece.name}: what bears it`,
			why: `Nothing is seen that bears ${[...new Set(adrift.map(({ name }) => name.toLowerCase()))].slice(0, 3).join(', ')}: it touches nothing that could. Its strength is worked out as if it were held.`
		});
	const tipping = members.find(({ tips }) => tips !== undefined);
	if (tipping)
		results.push({
			...common,
			rule: 'borne' as const,
			title: `${piece.name}: stays down when it is used`,
			margin: -1,
			comfort: 0,
			unit: 'count',
			limit: 0,
			actual: 1,
			why: `${tipping.name} tips when ${tipping.tips}: what bears it lies too far in, and nothing holds it down.`
		});
	const used = worstBy(members, ({ stress }) => stress?.used);
	if (used?.stress) {
		const { stress } = used;
		results.push({
			...common,
			rule: 'strength' as const,
			title: `${piece.name}: strong enough`,
			margin: 1 - stress.used,
			comfort: NEARLY,
			unit: 'share',
			limit: 1,
			actual: stress.used,
			why: `${used.name}, ${used.material}, is used to ${percent(stress.used)} in ${stress.by}: ${stress.under}.`,
			at: stress.at
		});
	}
	const soft = worstBy(members, ({ sag }) => sag && sag.mm / sag.limit);
	if (soft?.sag) {
		const { sag } = soft;
		results.push({
			...common,
			rule: 'sag' as const,
			title: `${piece.name}: sags little`,
			margin: TOO_FAR * sag.limit - sag.mm,
			comfort: sag.limit,
			unit: 'mm',
			limit: TOO_FAR * sag.limit,
			actual: sag.mm,
			why: `${soft.name} sags ${lengthMark(Math.round(sag.mm))} over about ${lengthMark(Math.round(sag.span))}: ${sag.under}. Up to ${lengthMark(Math.round(sag.limit))} is hardly noticed there.`,
			at: sag.at
		});
	}
	return results.map(sound);
}

/** Whether a finding is about what bears: not sizes and places settle it, but other stock and more supports. */
export const isAboutBearing = ({ rule }: Pick<Finding, 'rule'>): boolean => rule === 'strength' || rule === 'sag' || rule === 'borne';

/** Whether everything that is built bears what is asked of it, in every mode; yields how many modes are done. */
export function* strengthsOf(plan: Plan): Generator<number, Finding[]> {
	const said: { modeId: string; result: Result }[] = [];
	let done = 0;
	for (const modeId of Object.keys(plan.modes)) {
		const scene = sceneOf(plan, modeId);
		const strength = strengthIn(scene, plan);
		said.push(...scene.pieces.flatMap((piece) => resultsOf(piece, strength).map((result) => ({ modeId, result }))));
		yield ++done;
	}
	// What settles a clash is worked out by whoever wants it: it takes its time.
	return mergedOverModes(said).map((finding) => ({ ...finding, tolerance: 0, fixes: finding.status === 'clash' ? null : [] }));
}

/** {@link strengthsOf} to its end. */
export const strengthFindings = (plan: Plan): Finding[] => toEnd(strengthsOf(plan));
