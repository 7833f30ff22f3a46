import { bounds } from '../geometry/polygon';
import { linkPoses, type PlacedPart, type Scene } from '../modes';
import type { Stock, Vehicle } from '../plan';
import type { Vec2 } from '../geometry/vector';
import { Beam } from './beam';
import { contactsOf } from './bearing';
import type { Contact } from './contact';
import type { Deflection, Elastic } from './elastic';
import { stuffOf } from '../plan/grades';
import { memberOf, type Member, type Planned } from './members';
import { Plate } from './plate';

/** The members of a scene with what bears what. */
export interface Frame {
	members: Member[];
	contacts: Contact[];
	/** Parts whose stock does not say what it is made of. */
	unknown: PlacedPart[];
}

/** Nodes of one plate at the most, about: a platform of ten boards is worked out within a second. */
const MOST_NODES = 500;
/** Triangles along the shorter side of a plate, and their sizes at the least and most, mm. */
const ACROSS = 6;
const [FINEST, COARSEST] = [20, 80];

/** A member with its elastic half. */
function withElastic(plan: Planned, places: readonly Vec2[]): Member {
	const { role, grade, placed, outline, holes, ends, section, long } = plan;
	if (role === 'leg') return { ...plan, elastic: new Leg() };
	if (role === 'plate') {
		const { x, y } = bounds(outline);
		const least = Math.sqrt(((x[1] - x[0]) * (y[1] - y[0])) / MOST_NODES);
		const size = Math.max(least, FINEST, Math.min(COARSEST, x[1] - x[0], (y[1] - y[0]) / ACROSS, (x[1] - x[0]) / ACROSS));
		const material = { ...grade.stiffness, shear: grade.shearStiffness, poisson: grade.poisson };
		const { thickness } = placed.part;
		return { ...plan, elastic: new Plate(outline, holes, { material, thickness, grain: plan.grain, size, places }) };
	}
	const upright = role === 'edge' && placed.box.z[1] - placed.box.z[0] > long;
	const stiffness = upright ? grade.stiffness.across : grade.stiffness.along;
	return { ...plan, elastic: new Beam(ends![0], ends![1], stiffness * section!.inertia, places) };
}

/** What only goes down as a whole. */
class Leg implements Elastic {
	free(): number[] {
		return [1];
	}
	bend(): Deflection {
		return { at: () => 0 };
	}
}

/** Everything that carries in a scene, what bears what, and what stands on the vehicle. */
export function frameOf(scene: Scene, vehicle: Pick<Vehicle, 'anchors' | 'lining'>, stock: Stock): Frame {
	const plans: Planned[] = [];
	const unknown: PlacedPart[] = [];
	for (const piece of scene.pieces) {
		const poses = linkPoses(piece.assembly.links, piece.state.joints);
		for (const placed of piece.parts) {
			if (placed.part.form !== 'board' && placed.part.form !== 'bar') continue;
			const stuff = stuffOf(placed.part, stock);
			if (!stuff) unknown.push(placed);
			const plan = stuff && memberOf(piece, placed, poses.get(placed.part.link)!, stuff);
			if (plan) plans.push(plan);
		}
	}
	const { contacts, splices } = contactsOf(scene, vehicle, plans);
	const placesOf = plans.map((): Vec2[] => []);
	for (const { at, upper, lower } of contacts) {
		placesOf[upper].push(at);
		if (lower !== null) placesOf[lower]?.push(at);
	}
	const members = [...plans.map((plan, i) => withElastic(plan, placesOf[i])), ...splices];
	return { members, contacts, unknown };
}
