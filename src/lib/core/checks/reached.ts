import { madeBodies, type MadeBody } from '../build/bodies';
import { piecesBefore, type Before } from '../build/between';
import { joiningOrder } from '../build/joining';
import { boxRound, middleOf, type Vec3 } from '../geometry/vector';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';
import type { Result } from './finding';

/** What stands in the way of building a piece at all, worst first. */
interface Fault {
	margin: -1 | 0;
	at: Vec3;
	why: string;
}

/** Fasteners that no order of joining reaches: dowels and the like do. */
function unreached({ parts, connections }: MadeBody): Fault[] {
	const nameOf = (id: string) => parts.find(({ part }) => part.id === id)?.part.name ?? id;
	return joiningOrder(parts, connections).unreached.map(({ connection, by }) => ({
		margin: 0,
		at: connection.at,
		why: `In whatever order it is put together, ${by.name.toLowerCase()} or another part stands before the driver where ${nameOf(connection.from)} meets ${nameOf(connection.into)}: dowels, sloping screws or brackets there, said in Cutting, need no room behind it.`
	}));
}

/** What has to be joined before it goes in, since the vehicle leaves no room for a driver, and then goes through no door. */
function stuckOutside({ stuck }: MadeBody): Fault[] {
	if (!stuck) return [];
	const names = [...new Set(stuck.group.map(({ part }) => part.name.toLowerCase()))].join(', ');
	return [
		{
			margin: -1,
			at: middleOf(boxRound(stuck.group)),
			why: `Where it stands the vehicle leaves no room for a driver, so ${names} are joined before they go in, and together they are ${lengthMark(Math.ceil(stuck.by))} too large for every door.`
		}
	];
}

/** What would have to be fastened before something that has to be there first. */
const tooLate = (plan: Plan, bodies: readonly MadeBody[], against: readonly Before[]): Fault[] =>
	against.map(({ because, then, fastened }) => ({
		margin: -1,
		at: middleOf(boxRound(bodies.flatMap(({ parts }) => parts))),
		why: `${because}${fastened ? ' once it is in' : ''}, and ${plan.pieces[then].name} has to go in first.`
	}));

/** Whether every piece can be put together, carried in and fastened in some order, by its id; of what is not joined nothing is said. */
export function reachedResults(plan: Plan): Map<string, Result> {
	const { against } = piecesBefore(plan);
	return new Map(
		Object.entries(plan.pieces).flatMap(([id, { name }]): [string, Result][] => {
			const bodies = madeBodies(plan, id);
			const late = tooLate(
				plan,
				bodies,
				against.filter(({ first }) => first === id)
			);
			if (late.length === 0 && bodies.every(({ connections }) => connections.every(({ fasteners }) => fasteners.length === 0))) return [];
			const faults = [...late, ...bodies.flatMap(stuckOutside), ...bodies.flatMap(unreached)];
			const [worst] = faults;
			const more = faults.length > 1 ? ` ${faults.length - 1} more are as hard to reach.` : '';
			return [
				[
					id,
					{
						rule: 'reached',
						key: id,
						title: `${name}: every fastener can be driven`,
						subjects: [id],
						margin: worst?.margin ?? 1,
						comfort: worst ? 1 : 0,
						unit: 'count',
						limit: 0,
						actual: faults.length,
						at: worst?.at ?? middleOf(boxRound(bodies.flatMap(({ parts }) => parts))),
						why: worst
							? `${worst.why}${more}`
							: 'There is an order in which no part stands before the driver of a fastener: Build goes by it.'
					}
				]
			];
		})
	);
}
