import { windowQuestions, windowsOf, type WindowPane } from '../interior';
import type { Scene } from '../modes';
import type { Vehicle } from '../plan/vehicle';
import { check, type Result } from './finding';

/** The covers that hang over each window in a scene. */
const hungOver = (scene: Scene, { id }: WindowPane) =>
	scene.pieces.flatMap((piece) => piece.assembly.covers.filter(({ window, states }) => window === id && states.includes(piece.state.id)));

const names = (panes: readonly WindowPane[]) => panes.map(({ window }) => window.name.toLowerCase()).join(', ');

/** Covers that are cut for a window whose sizes cannot be right: nobody can say that they fit. */
const doubtfulCovers = (windows: Vehicle['windows'], scene: Scene, panes: readonly WindowPane[]): Result[] =>
	panes.flatMap(({ id, window, pose }): Result[] => {
		const doubt = windowQuestions(windows, scene.interior).find(({ path }) => path[2] === id);
		const cutFor = scene.pieces.filter(({ assembly }) => assembly.covers.some((cover) => cover.window === id));
		if (!doubt || cutFor.length === 0) return [];
		return [
			{
				rule: 'window-covers' as const,
				key: `size:${id}`,
				title: `${window.name}: sizes that a cover can be cut from`,
				subjects: cutFor.map((piece) => piece.id),
				margin: 0,
				comfort: 0,
				unit: 'count',
				limit: 0,
				actual: 0,
				why: doubt.text,
				at: pose.shift,
				unknown: true
			}
		];
	});

/**
 * Windows at night, once any covers are planned: which stay bare, and whether any of those that open lets air in. While driving
 * no cover may hang.
 */
export const windowCovers = check({
	rule: 'window-covers',
	reads: ['windows', 'lining'],
	run: ({ plan, scene }) => {
		const covering = scene.pieces.filter(({ assembly }) => assembly.covers.length > 0).map(({ id }) => id);
		const panes = windowsOf(plan.vehicle, scene.interior);
		if (covering.length === 0 || panes.length === 0) return [];
		const { use } = scene.mode;
		const at = panes[0].pose.shift;
		const common = { rule: 'window-covers' as const, subjects: covering, unit: 'count' as const, at };
		const hung = panes.map((pane) => ({ pane, covers: hungOver(scene, pane) }));
		const doubtful = doubtfulCovers(plan.vehicle.windows, scene, panes);
		if (use === 'drive') {
			const covered = hung.filter(({ covers }) => covers.length > 0).map(({ pane }) => pane);
			return [
				...doubtful,
				{
					...common,
					key: 'drive',
					title: 'Windows are clear for driving',
					margin: -covered.length,
					comfort: 0,
					limit: 0,
					actual: covered.length,
					why: covered.length === 0 ? 'No cover hangs.' : `Covers still hang over ${names(covered)}.`
				}
			];
		}
		if (use !== 'night') return doubtful;
		const bare = hung.filter(({ covers }) => covers.length === 0).map(({ pane }) => pane);
		const opening = hung.filter(({ pane, covers }) => pane.window.opens && covers.every(({ air }) => air)).map(({ pane }) => pane);
		const results: Result[] = [
			...doubtful,
			{
				...common,
				key: 'bare',
				title: 'Windows covered at night',
				margin: bare.length === 0 ? 1 : 0,
				comfort: 1,
				limit: panes.length,
				actual: panes.length - bare.length,
				why: bare.length === 0 ? 'A cover hangs over every window.' : `Nothing hangs over ${names(bare)}.`
			}
		];
		if (panes.some(({ window }) => window.opens))
			results.push({
				...common,
				key: 'air',
				title: 'A window lets air in at night',
				margin: opening.length === 0 ? 0 : 1,
				comfort: 1,
				limit: 1,
				actual: opening.length,
				why:
					opening.length === 0
						? 'Every window that opens is covered by something that air does not pass: hang a net over one, or see to another way in and out for air.'
						: `${opening.map(({ window }) => window.name).join(', ')} can stand open, bare or behind a net.`
			});
		return results;
	}
});
