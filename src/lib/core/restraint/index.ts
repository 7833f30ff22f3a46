import type { Highs } from 'highs';
import { fastenedBy, mustBeHeld, type Fastened } from '../fastening';
import type { Scene } from '../modes';
import type { Plan, Stock, Vehicle } from '../plan';
import { remember } from '../memory';
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

/** How everything that travels is held; with no way looked at where nothing is planned yet that holds it. Remembered: findings and views ask. */
export const restraintsIn = (
	scene: Scene,
	{ vehicle, stock, gear }: Pick<Plan, 'vehicle' | 'stock' | 'gear'>,
	solver: Highs
): Restraint[] => restraintsOf(scene, vehicle.anchors, vehicle.lining, stock, gear, solver);

const restraintsOf = remember(
	(scene: Scene, anchors: Vehicle['anchors'], lining: Vehicle['lining'], stock: Stock, gear: Plan['gear'], solver: Highs): Restraint[] => {
		const travelling = scene.pieces.filter(mustBeHeld).map((piece) => {
			const fastened = fastenedBy({ anchors, lining }, scene.interior, piece, scene.pieces);
			return { piece, fastened, body: bodyOf(scene, piece, fastened, stock, gear) };
		});
		const planned = travelling.filter(({ piece }) => Object.keys(piece.held ?? {}).length > 0);
		const ways = heldEachWay(new Map(planned.map(({ piece, body }) => [piece.id, body])), solver);
		return travelling.map(({ piece: { id }, fastened, body }) => ({
			piece: id,
			kg: body.kg,
			ways: ways.get(id) ?? [],
			ties: fastened.map(({ id, words, from, to, holds }) => ({ id, words, from, to, holds }))
		}));
	}
);
