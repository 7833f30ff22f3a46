import type { Highs } from 'highs';
import { fastenedBy, mustBeHeld, type Fastened } from '../fastening';
import type { Scene } from '../modes';
import type { Plan } from '../plan';
import { heldEachWay, type Held } from './balance';
import { bodyOf } from './body';

export { FRICTION, THROWS, type Held, type RigidBody, type Way } from './balance';

/** How one piece stays where it is while driving. */
export interface Restraint {
	piece: string;
	kg: number;
	/** Each way in which it is thrown; none where nothing is planned that holds it, which is a question of its own. */
	ways: Held[];
	/** What is planned to hold it, as it comes out. */
	ties: Pick<Fastened, 'id' | 'words' | 'from' | 'to' | 'holds'>[];
}

/** How everything that travels is held; with no way looked at where nothing is planned yet that holds it. */
export const restraintsIn = (scene: Scene, plan: Pick<Plan, 'vehicle' | 'stock' | 'gear'>, solver: Highs): Restraint[] =>
	scene.pieces.filter(mustBeHeld).map((piece) => {
		const body = bodyOf(scene, piece, plan);
		const ties = fastenedBy(plan.vehicle, scene.interior, piece, scene.pieces).map(({ id, words, from, to, holds }) => ({
			id,
			words,
			from,
			to,
			holds
		}));
		return { piece: piece.id, kg: body.kg, ways: Object.keys(piece.held ?? {}).length > 0 ? heldEachWay(body, solver) : [], ties };
	});
