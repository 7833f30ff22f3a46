import type { z } from 'zod';
import { bounds, offset, rectangle, type Polygon } from '../../geometry/polygon';
import { compose, shiftBy } from '../../geometry/pose';
import { vec3 } from '../../geometry/vector';
import type { WindowPane } from '../../interior';
import type { Use } from '../../plan/use';
import { pieceKind, type Hardware, type InnerMargin, type Link, type Part } from '../assembly';
import { assembled, carriedBy, clothOf } from '../making';
import { windowCoverParams } from './params';

type Params = z.infer<typeof windowCoverParams>;

/** A window that begins ahead of this share of the vehicle's length is beside or before the front seats. */
const CAB = 0.75;

/** Whether a set of covers is for a window. */
function isMeant({ which }: Params, { window, outline, pose }: WindowPane, length: number): boolean {
	const { place } = window;
	if (which === 'all windows') return true;
	if (which === 'on the left') return place === 'left';
	if (which === 'on the right') return place === 'right';
	if (which === 'at the rear') return place === 'rear';
	if (which === 'windscreen') return place === 'front';
	const middle = bounds(outline).x.reduce((a, b) => a + b) / 2;
	const ahead = place === 'front' || ((place === 'left' || place === 'right') && Math.abs(middle + pose.shift.x) > CAB * length);
	return which === 'beside and before the front seats' ? ahead : !ahead;
}

/** How a cover hangs, and how it is cut: both in the plane of its glass. */
function outlines(params: Params, outline: Polygon): { hangs: Polygon; cut: Polygon } {
	const { x, y } = bounds(outline);
	const grown = (polygon: Polygon, by: number) => (by > 0 ? (offset(polygon, by) ?? polygon) : polygon);
	if (params.make !== 'curtain') {
		const hangs = grown(outline, params.overlap);
		return { hangs, cut: grown(hangs, params.seam) };
	}
	const hangs = rectangle(x[0] - params.overlap, x[1] + params.overlap, y[0] - params.overlap, y[1] + params.overlap);
	const wide = ((x[1] - x[0] + 2 * params.overlap) * params.fullness) / 100;
	return { hangs, cut: rectangle(0, wide + 2 * params.seam, 0, y[1] - y[0] + 2 * params.overlap + 2 * params.seam) };
}

/** Length round an outline, mm. */
const perimeter = (outline: Polygon): number =>
	outline.reduce((sum, p, i) => {
		const next = outline[(i + 1) % outline.length];
		return sum + Math.hypot(next.x - p.x, next.y - p.y);
	}, 0);

/** What holds the covers, counted over all of them. */
function holding(params: Params, hung: readonly Polygon[]): Hardware[] {
	const round = hung.map(perimeter);
	const metres = (Math.ceil(round.reduce((a, b) => a + b, 0) / 100) / 10).toFixed(1);
	const each = round.reduce((sum, long) => sum + Math.max(4, Math.ceil(long / params.spacing)), 0);
	const width = hung.reduce((sum, outline) => sum + bounds(outline).x[1] - bounds(outline).x[0], 0);
	switch (params.hold) {
		case 'magnets':
			return [{ name: 'Flat magnet, sewn into the hem', count: each }];
		case 'suction cups':
			return [{ name: 'Suction cup with a button', count: each }];
		case 'cord in the hem':
			return [{ name: `Elastic cord, ${metres} m`, count: 1 }];
		case 'hook-and-loop tape':
			return [{ name: `Hook-and-loop tape, ${metres} m`, count: 1 }];
		case 'rail or wire':
			return [
				{ name: `Curtain wire or rail, ${(Math.ceil(width / 100) / 10).toFixed(1)} m`, count: 1 },
				{ name: 'End for a curtain wire', count: 2 * hung.length }
			];
		case 'tucked into the trim':
			return [];
	}
}

/** Magnets want steel, a tucked edge wants trim, suction cups want glass to sit on. */
function holdsOn(params: Params, panes: readonly WindowPane[]): InnerMargin[] {
	const wants = { magnets: 'bare steel', 'tucked into the trim': 'trim' } as Partial<Record<Params['hold'], string>>;
	const wanted = wants[params.hold];
	if (!wanted) return [];
	return panes.map(({ id, window, pose }) => ({
		id: `holds-${id}`,
		title: `${window.name.toLowerCase()}: something to hold the cover by`,
		margin: window.frame === wanted ? 0 : -1,
		unit: 'count' as const,
		comfort: 0,
		why:
			window.frame === wanted
				? `Round the glass is ${wanted}.`
				: `${params.hold === 'magnets' ? 'Magnets hold on bare steel' : 'A tucked edge is held by trim'}; round this glass is ${window.frame}.`,
		at: pose.shift,
		states: ['hung']
	}));
}

const STARTS: Readonly<Record<Params['hung'], { hung: Use[]; stowed: Use[] }>> = {
	'at night': { hung: ['night'], stowed: ['drive', 'day'] },
	'by day and at night': { hung: ['day', 'night'], stowed: ['drive'] },
	'when a mode says so': { hung: [], stowed: ['drive', 'day', 'night'] }
};

/** A set of covers, nets or curtains for some of the windows, cut from the outline of the glass. */
export const windowCover = pieceKind({
	kind: 'window-cover',
	title: 'Window covers',
	group: 'floor and windows',
	summary:
		'Insulating panels, nets or curtains for some of the windows, with overlap, seam and what holds them; hung or stowed as each mode says.',
	caution: 'Leave two openings free for air in every night mode, and never cover a window while driving.',
	params: windowCoverParams,
	assemble(params, { windows, interior, stock }) {
		const cloth = clothOf(stock, params.clothCloth);
		const panes = windows.filter((pane) => isMeant(params, pane, interior.length));
		const layers = params.backing === 'none' ? 1 : 2;
		const made = panes.map((pane) => ({ pane, ...outlines(params, pane.outline) }));
		const parts = made.flatMap(({ pane, hangs, cut }) =>
			Array.from({ length: layers }, (_, layer): Part => ({
				id: layers === 1 ? pane.id : `${pane.id}-${layer + 1}`,
				name: `${params.make === 'fitted panel' ? 'Cover' : params.make === 'curtain' ? 'Curtain' : 'Net'}, ${pane.window.name.toLowerCase()}`,
				form: 'cloth',
				stock: params.clothCloth,
				outline: hangs,
				thickness: cloth.thickness,
				pose: compose(pane.pose, shiftBy(vec3(0, 0, layer * cloth.thickness))),
				link: `cover-${pane.id}`,
				cut,
				yields: true
			}))
		);
		const ids = panes.map(({ id }) => `cover-${id}`);
		const links = panes.map(({ id, pose }): Link => ({
			id: `cover-${id}`,
			joint: carriedBy('lift-out', pose.shift, vec3(0, 0, 1), [{ shift: vec3(0, 0, 0), angle: 0 }])
		}));
		return assembled({
			links: links.length > 0 ? links : [{ id: 'nothing', joint: { type: 'fixed' } }],
			parts,
			states: [
				{ id: 'stowed', name: 'Stowed', joints: {}, out: ids, startsFor: STARTS[params.hung].stowed },
				{ id: 'hung', name: 'Hung', joints: {}, startsFor: STARTS[params.hung].hung }
			],
			moves: [
				{
					from: 'stowed',
					to: 'hung',
					steps: [
						{
							words: `Hang ${panes.length === 1 ? 'the cover' : `${panes.length} covers`}`,
							back: `Take ${panes.length === 1 ? 'the cover' : `${panes.length} covers`} off and roll them up`,
							bringsIn: ids,
							seconds: Math.max(5, 10 * panes.length),
							hands: 1
						}
					]
				}
			],
			covers: panes.map(({ id }) => ({ window: id, states: ['hung'], air: cloth.air })),
			innerMargins: holdsOn(params, panes),
			hardware: holding(
				params,
				made.map(({ hangs }) => hangs)
			),
			deck: 0
		});
	}
});
