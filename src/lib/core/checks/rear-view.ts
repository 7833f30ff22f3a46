import { convexOf, convexRoom } from '../geometry/convex';
import { bounds, contains } from '../geometry/polygon';
import { place } from '../geometry/pose';
import { boxSeparation, vec2, vec3, type Vec3 } from '../geometry/vector';
import { windowsOf, type WindowPane } from '../interior';
import { seatingIn } from '../people';
import type { Body } from '../scene';
import { bodiesOf, BODY_TABLES } from './bodies';
import { check } from './finding';

/** The mirror hangs so far before the eyes of whoever drives and above them, in the middle, mm: our own figures. */
const MIRROR = { ahead: 450, up: 60 };
/** Places of the glass that are looked at, along it and up it. */
const GRID = { along: 7, up: 4 };
/** With less of the window than this nobody sees what comes up behind. */
const ENOUGH = 0.5;

/** Places spread over the glass of a window. */
function placesOn({ outline, pose }: WindowPane): Vec3[] {
	const { x, y } = bounds(outline);
	return Array.from({ length: GRID.along * GRID.up }, (_, i) => {
		const [a, u] = [(i % GRID.along) + 0.5, Math.floor(i / GRID.along) + 0.5];
		return vec2(x[0] + (a / GRID.along) * (x[1] - x[0]), y[0] + (u / GRID.up) * (y[1] - y[0]));
	})
		.filter((at) => contains(outline, at))
		.map((at) => place(pose, vec3(at.x, at.y, 0)));
}

/** Whether a body stands between two places. */
function hides({ shapes, box }: Body, from: Vec3, to: Vec3): boolean {
	const sight = convexOf([from, to]);
	return (
		boxSeparation(sight.box, box) < 0 && shapes.some((shape) => boxSeparation(sight.box, shape.box) < 0 && convexRoom(sight, shape) < 0)
	);
}

/** What of the rear window is left to see behind by, in the mirror: boards, pads and things stand before it while driving. */
export const rearView = check({
	rule: 'rear-view',
	reads: [...BODY_TABLES, 'windows'],
	run: (context) => {
		const { plan, scene } = context;
		if (scene.mode.use !== 'drive') return [];
		const driver = seatingIn(plan.vehicle, plan.crew, scene).seated.find(({ person }) => person && plan.crew[person].driving);
		const head = driver?.figure.limbs.find(({ name }) => name === 'head');
		const glass = windowsOf(plan.vehicle, scene.interior).filter(({ window }) => window.place === 'rear');
		const places = glass.flatMap(placesOn);
		if (!head || places.length === 0) return [];
		const mirror = vec3(head.to.x + MIRROR.ahead, 0, head.to.z + MIRROR.up);
		const built = bodiesOf(context).filter(({ of }) => of.kind === 'part' || of.kind === 'pad' || of.kind === 'thing');
		const hidden = places.map((at) => built.find((body) => hides(body, mirror, at))).filter((body) => body !== undefined);
		const share = 1 - hidden.length / places.length;
		const owners = [...new Set(hidden.map(({ of }) => of.owner))];
		return [
			{
				rule: 'rear-view',
				key: scene.mode.use,
				title: 'View to the rear while driving',
				subjects: owners,
				margin: share,
				comfort: ENOUGH,
				unit: 'share',
				limit: 0,
				actual: share,
				why:
					hidden.length === 0
						? 'Nothing that was built stands before the rear window.'
						: `${Math.round(100 * share)} % of the rear window can be seen in the mirror; ${hidden[0].name} stands before it. Without it both outer mirrors have to do: ask what the rules of the road want.`,
				at: places[0]
			}
		];
	}
});
