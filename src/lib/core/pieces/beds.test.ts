import { describe, expect, it } from 'vitest';
import { findingsOf, fixesFor } from '../checks';
import { pieceIn } from '../derive';
import { applyEdits } from '../plan';
import { built, sizes, type Built } from '../testing/built';
import { rearBench } from '../testing/seats';

const near = (range: readonly number[], [from, to]: [number, number]) => {
	expect(range[0]).toBeCloseTo(from, 6);
	expect(range[1]).toBeCloseTo(to, 6);
};
const inner = ({ assembly }: Built, id: string) => {
	const found = assembly.innerMargins.find((one) => one.id === id);
	if (!found) throw new RangeError(`no margin “${id}”: ${assembly.innerMargins.map((one) => one.id).join(', ')}`);
	return found;
};
const partIds = ({ assembly }: Built, start: string) => assembly.parts.filter(({ id }) => id.startsWith(start)).map(({ id }) => id);

describe('slats on wall rails', () => {
	const bed = (params: Record<string, unknown> = {}) =>
		built('slat-platform', { height: 520, rear: 60, length: 1900, gap: 10, slatGap: 30, ...params });
	it('as many as the length holds, 70 wide with the air that is told', () => {
		const made = bed();
		const slats = partIds(made, 'slat-');
		// n slats take 100 n - 30.
		expect(slats).toHaveLength(Math.floor((1900 + 30) / 100));
		slats.slice(1).forEach((id, i) => expect(made.box(id).x[0] - made.box(slats[i]).x[1]).toBeCloseTo(30, 6));
	});
	it('lie on rails whose upper edge is their underside', () => {
		const { box } = bed();
		near(box('slat-1').z, [502, 520]);
		expect(box('rail-left').z[1]).toBeCloseTo(502, 6);
		expect(box('rail-left').y[1]).toBeCloseTo(790, 6);
		near(box('slat-1').y, [-790, 790]);
	});
	it('with a bar under their middle on two legs', () => {
		const { box } = bed();
		near(box('middle').z, [502 - 45, 502]);
		near(box('leg-rear').z, [0, 502 - 45]);
		near(box('middle').y, [-22.5, 22.5]);
	});
	it('are open by the share of air between them', () => expect(bed().assembly.slats[0].open).toBeCloseTo(30 / 100, 9));
	it('ask for a bar that is as long as the vehicle is wide', () => {
		const { length } = bed().plan.stock.bars['slat-70x18'];
		expect(inner(bed(), 'slat-length').margin).toBeCloseTo(length - 1580, 6);
	});
});

describe('two benches under sliding slats', () => {
	const bed = (params: Record<string, unknown> = {}) =>
		built('slat-bench', { height: 450, rear: 60, shut: 1080, out: 1900, benchDepth: 420, gap: 10, slatGap: 8, ...params });
	it('are lengthened by what the front slats travel', () => {
		const { assembly } = bed();
		const sleep = assembly.surfaces.find(({ use }) => use === 'sleep')!;
		const x = sleep.outline.map((p) => p.x);
		near([Math.min(...x), Math.max(...x)], [60, 1960]);
		const moves = assembly.states.find(({ id }) => id === 'bed')!.joints.front;
		expect(moves).toBeCloseTo(1900 - 1080, 6);
	});
	it('keep what is left of the slats lying beside each other', () => {
		const made = bed();
		const shorter = bed({ shut: 1000 });
		// 80 mm less pushed in: 80 more to travel and 80 less of each: 160 less overlap.
		expect(inner(made, 'overlap').margin - inner(shorter, 'overlap').margin).toBeCloseTo(160, 6);
	});
	it('are open by what every second slat leaves', () => {
		const [shut, out] = bed().assembly.slats;
		expect(shut.open).toBeCloseTo(8 / 78, 9);
		expect(out.open).toBeCloseTo((70 + 16) / 156, 9);
	});
	it('let the front mattress ride on the rear one by day', () => {
		const { box } = bed();
		near(box('front', 'shut').z, [550, 650]);
		near(box('front', 'bed').z, [450, 550]);
	});
});

describe('a bunk', () => {
	const bunk = (params: Record<string, unknown> = {}) =>
		built('bunk', { height: 1150, side: 'left', rear: 100, length: 1850, width: 620, gap: 12, padThickness: 60, ...params });
	it('hangs on a ledger at the wall', () => {
		const { box } = bunk();
		near(box('ledger').y, [788 - 21, 788]);
		near(box('ledger').z, [1138 - 45, 1138]);
		near(box('board').y, [788 - 620, 788 - 21]);
	});
	it('folds down before its ledger, its mattress strapped to it', () => {
		const { box } = bunk({ guard: 0 });
		const down = box('board', 'folded');
		near(down.z, [1138 - 599, 1138]);
		near(down.y, [788 - 21 - 12, 788 - 21]);
		// The mattress hangs on the room side of the board.
		expect(box('mattress', 'folded').y[1]).toBeLessThanOrEqual(down.y[0] + 1e-6);
	});
	it('has a guard as far above the mattress as is told, no less than 160', () => {
		const { box } = bunk({ guard: 200 });
		expect(box('guard').z[1]).toBeCloseTo(1150 + 60 + 200, 6);
		expect(inner(bunk({ guard: 200 }), 'guard').margin).toBe(40);
		expect(inner(bunk({ guard: 0 }), 'guard').margin).toBe(-160);
		expect(findingsOf(bunk({ guard: 100 }).plan).some(({ key, status }) => key.includes('guard') && status === 'clash')).toBe(true);
	});
	it('folded, has a mattress that lies on nothing and is not asked to', () => {
		const asked = (state: string) => {
			const { plan } = bunk();
			const day = { ...plan, modes: { day: { ...plan.modes.day, pieces: { piece: state } } } };
			return findingsOf(day).filter(({ rule }) => rule === 'pad-cover');
		};
		expect(asked('folded')).toEqual([]);
		expect(asked('bed')).toHaveLength(1);
	});
	it('that does not fold stays a bed while driving', () => {
		const [bed, ...more] = bunk({ folds: false }).assembly.states;
		expect(bed.startsFor).toEqual(['night', 'drive', 'day']);
		expect(more).toEqual([]);
	});
	it('stands off a wall that leans in where its guard is highest', () => {
		// From 800 at 1150 to 600 at 1750: 676.7 at 1370, the top of the guard.
		const leaning = built('bunk', { height: 1150, side: 'left', rear: 100, width: 620, gap: 12, padThickness: 60, guard: 160 }, [
			[1150, 800],
			[1750, 600]
		]);
		expect(leaning.box('ledger').y[1]).toBe(Math.floor(800 - (200 * 220) / 600) - 12);
	});
});

describe('an infill', () => {
	const infill = (params: Record<string, unknown> = {}) =>
		built('infill', { height: 380, rear: 80, length: 1200, right: -260, left: 260, sections: 3, padThickness: 60, ...params });
	it('is of boards that share its length, 2 mm apart', () => {
		const { box } = infill();
		near(box('board-1', 'bed').x, [80, 480]);
		near(box('board-2', 'bed').x, [482, 880]);
		near(box('board-3', 'bed').x, [882, 1280]);
		near(box('board-1', 'bed').y, [-260, 260]);
		near(box('board-1', 'bed').z, [368, 380]);
	});
	it('lies on the floor by day, board behind board: none hangs in the air', () => {
		const { box } = infill();
		for (const n of [1, 2, 3]) {
			near(box(`board-${n}`, 'away').z, [0, 12]);
			near(box(`board-${n}`, 'away').x, box(`board-${n}`, 'bed').x);
		}
	});
	it('or stands upright at the front, one before the other', () => {
		const { box } = infill({ stow: 'stands upright at the front' });
		for (const n of [1, 2, 3]) {
			const { x, z } = box(`board-${n}`, 'away');
			expect(x[1] - x[0]).toBeCloseTo(12, 6);
			expect(z[0]).toBeCloseTo(0, 6);
			// 400 long, the first; the others lose 2 mm to the gap.
			expect(z[1]).toBeCloseTo(n === 1 ? 400 : 398, 6);
		}
		expect(box('board-3', 'away').x[1]).toBeLessThanOrEqual(1280);
		expect(box('board-2', 'away').x[1]).toBeLessThan(box('board-3', 'away').x[0]);
	});
	it('or is not in the vehicle at all', () => expect(infill({ stow: 'is out of the vehicle' }).boxes('away')).toEqual({}));
	it('makes one bed with the benches beside it', () => {
		const [bed] = infill({ bedRight: -700, bedLeft: 650 }).assembly.surfaces;
		expect(bed.outline.map(({ y }) => y).sort((a, b) => a - b)).toEqual([-700, -700, 650, 650]);
	});
	it('asks for ledges on both sides, by three quarters of what it lies on', () => {
		const { rests } = infill({ hold: 24 }).assembly;
		expect(rests.map(({ hold }) => hold)).toEqual([18, 18]);
		near(rests[0].box.y, [-260, -236]);
		near(rests[1].box.y, [236, 260]);
	});
});

describe('a bed with lids', () => {
	const bed = (params: Record<string, unknown> = {}) =>
		built('lid-platform', { height: 400, rear: 80, length: 1900, gap: 20, lids: 2, lidAngle: 60, padThickness: 80, ...params });
	it('shares its length between them, a sliver apart', () => {
		const { box } = bed({ hinge: 'front edge' });
		near(box('lid-1').x, [80, 1030]);
		near(box('lid-2').x, [1032, 1980]);
	});
	it('is hinged so far from the wall that the mattress on it clears it: 80 sin 60 less the gap', () => {
		const { box } = bed({ hinge: 'left wall' });
		const strip = Math.ceil(80 * Math.sin(Math.PI / 3) - 20 + 2);
		near(box('strip', 'bed').y, [780 - strip, 780]);
		near(box('lid-1').y, [-780, 780 - strip]);
		// Raised, no corner of the mattress passes the wall.
		expect(box('mattress-1', 'lid-1-up').y[1]).toBeLessThanOrEqual(800);
	});
	it('needs no strip where the mattress is taken off first, or is hinged at an end', () => {
		expect(partIds(bed({ hinge: 'left wall', padStays: false }), 'strip')).toEqual([]);
		expect(partIds(bed({ hinge: 'front edge' }), 'strip')).toEqual([]);
	});
	it('raises one lid at a time, as far as it opens', () => {
		const { box } = bed({ hinge: 'front edge' });
		const up = box('lid-1', 'lid-1-up');
		expect(up.z[1]).toBeCloseTo(400 + 950 * Math.sin(Math.PI / 3), 0);
		near(box('lid-2', 'lid-1-up').z, [388, 400]);
	});
	it('has a bar across at every joint, and legs in its corners', () => {
		expect(partIds(bed(), 'cross-')).toHaveLength(3);
		expect(partIds(bed({ lids: 3 }), 'cross-')).toHaveLength(4);
		expect(partIds(bed(), 'leg-')).toHaveLength(4);
	});
	it('keeps one bay under each', () => {
		const { spaces } = bed().assembly;
		expect(spaces.map(({ access }) => access[0])).toEqual([
			{ face: 'top', states: ['lid-1-up'] },
			{ face: 'top', states: ['lid-2-up'] }
		]);
		near(spaces[0].box.z, [0, 388 - 45]);
	});
});

describe('halves that fold to sofas', () => {
	const sofas = (params: Record<string, unknown> = {}) =>
		built('folding-sofa', { height: 420, rear: 100, length: 1800, seat: 400, back: 350, lean: 90, gap: 10, padThickness: 80, ...params });
	it('lie flat from both walls to the middle', () => {
		const { box } = sofas();
		near(box('back-left', 'bed').y, [790 - 350, 790]);
		near(box('seat-left', 'bed').y, [790 - 750, 790 - 350]);
		near(box('seat-right', 'bed').y, [-440, -40]);
	});
	it('meet in the middle by what the widths leave', () => {
		expect(inner(sofas(), 'middle').margin).toBeCloseTo(80, 6);
		expect(inner(sofas({ seat: 450 }), 'middle').margin).toBeCloseTo(-20, 6);
	});
	it('upright, the back stands at the wall by its board, and the seat follows it', () => {
		const { box, assembly } = sofas();
		const travel = assembly.states.find(({ id }) => id === 'sofa')!.joints['seat-left'];
		// The hinge lies 350 in; a board of 12 stands outside it: 790 - 12 - 440.
		expect(travel).toBeCloseTo(338, 6);
		near(box('back-left', 'sofa').y, [778, 790]);
		near(box('seat-left', 'sofa').y, [40 + 338, 440 + 338]);
		expect(box('back-left', 'sofa').z[1]).toBeCloseTo(420 + 350, 6);
	});
	it('leave an aisle of what they went out by', () => {
		const seats = sofas().assembly.surfaces.filter(({ use }) => use === 'sit');
		const [left, right] = seats.map(({ faces }) => faces!.edgeAt);
		expect(left - right).toBeCloseTo(80 + 2 * 338, 6);
	});
	it('lean as far as they are told, and then come out less far', () => {
		const travel = (lean: number) => sofas({ lean }).assembly.states.find(({ id }) => id === 'sofa')!.joints['seat-left'];
		const leaning = (70 * Math.PI) / 180;
		expect(travel(70)).toBe(Math.floor(790 - (350 * Math.cos(leaning) + 12 * Math.sin(leaning)) - 440));
	});
	it('one half alone has nothing to meet', () => {
		const one = sofas({ sides: 'left only' });
		expect(one.assembly.innerMargins.some(({ id }) => id === 'middle')).toBe(false);
		expect(partIds(one, 'seat-')).toEqual(['seat-left']);
	});
});

describe('a bridge', () => {
	const bridge = (params: Record<string, unknown> = {}) =>
		built('bridge', { height: 420, rear: 1500, length: 400, width: 560, hold: 30, padThickness: 80, ...params });
	it('lies with its rear edge on what stands behind it, its board on top of that', () => {
		const { box, assembly } = bridge();
		near(box('board').z, [420, 432]);
		near(assembly.rests[0].box.x, [1500, 1530]);
		expect(assembly.rests).toHaveLength(1);
	});
	it('asks for a ledge in front as well where it has no leg', () => {
		const { rests } = bridge({ front: 'seat or ledge in front' }).assembly;
		near(rests[1].box.x, [1870, 1900]);
	});
	it('its legs go down to the floor, or into a well', () => {
		expect(bridge({ front: 'leg on a drop bolt' }).box('leg-1').z[0]).toBeCloseTo(0, 6);
		expect(bridge({ front: 'leg on a drop bolt', foot: -120 }).box('leg-2').z[0]).toBeCloseTo(-120, 6);
	});
	it('has legs near both of its sides', () => {
		const { box } = bridge({ front: 'leg on a drop bolt', width: 500, centre: 100 });
		near(box('leg-1').y, [-130, -85]);
		near(box('leg-2').y, [285, 330]);
	});
	it.each([200, 210, 260, 400, 700, 1300])('of %i mm stands on as many legs as are asked for and have room, none in another', (width) => {
		for (const legs of [2, 3, 4, 5]) {
			const { assembly, box } = bridge({ front: 'leg on a drop bolt', width, legs });
			const standing = assembly.parts.filter(({ id }) => id.startsWith('leg-')).map(({ id }) => box(id).y);
			expect(standing.length).toBeLessThanOrEqual(legs);
			if (width === 1300) expect(standing).toHaveLength(legs);
			// A hand goes between any two.
			for (const [i, [from]] of standing.entries()) if (i > 0) expect(from - standing[i - 1][1]).toBeGreaterThanOrEqual(45 - 1e-9);
		}
	});
});

describe('two modules', () => {
	const modules = (params: Record<string, unknown> = {}) =>
		built('module-bed', { height: 360, rear: 50, rearLength: 900, middleLength: 950, middleWidth: 1000, joint: 4, gap: 10, ...params });
	it('stand one before the other, a play apart', () => {
		const { box } = modules();
		near(box('rear-back').x, [50, 62]);
		near(box('middle-back').x, [954, 966]);
		near(box('middle-front').x, [954 + 950 - 12, 954 + 950]);
		near(box('middle-right').y, [-500, -488]);
		near(box('rear-right').y, [-790, -778]);
	});
	it('are level as far as the screws of their feet reach', () => {
		expect(inner(modules({ screws: 20, unlevel: -15 }), 'level').margin).toBe(5);
		expect(inner(modules({ screws: 20, unlevel: 32 }), 'level').margin).toBe(-12);
	});
	it('the middle one stands on what is under it', () => {
		const { box } = modules({ middleFoot: 140 });
		near(box('middle-left').z, [140, 348]);
		near(box('rear-left').z, [0, 348]);
	});
	it('make one bed as wide as the narrower', () => {
		const [bed] = modules().assembly.surfaces;
		const y = bed.outline.map((p) => p.y);
		near([Math.min(...y), Math.max(...y)], [-500, 500]);
		const x = bed.outline.map((p) => p.x);
		near([Math.min(...x), Math.max(...x)], [50, 1904]);
	});
	it('one lid for each is hinged at the left, two at their outer edges', () => {
		const [one, two] = [modules({ lids: 1 }), modules({ lids: 2 })];
		expect(partIds(one, 'rear-lid')).toEqual(['rear-lid-1']);
		expect(partIds(two, 'rear-lid')).toEqual(['rear-lid-1', 'rear-lid-2']);
		expect(partIds(two, 'rear-middle')).toEqual(['rear-middle']);
		expect(partIds(one, 'rear-middle')).toEqual([]);
	});
});

describe('a sofa onto a ledge', () => {
	const sofa = (params: Record<string, unknown> = {}) =>
		built('ledge-sofa', {
			side: 'left',
			height: 380,
			rear: 80,
			length: 1800,
			seatDepth: 560,
			pullOut: 500,
			onLedge: 25,
			gap: 8,
			return: false,
			...params
		});
	it('pulls out by what is told, its edge resting on the ledge', () => {
		const { assembly } = sofa();
		const [edge] = assembly.rests;
		// 800 - 8 at the wall; the bed is 1060 wide.
		near(edge.box.y, [792 - 1060, 792 - 1060 + 25]);
		expect(edge.hold).toBeCloseTo(18.75, 6);
		const bed = assembly.surfaces.find(({ use }) => use === 'sleep')!;
		expect(Math.min(...bed.outline.map(({ y }) => y))).toBeCloseTo(792 - 1060, 6);
	});
	it('keeps the pull-out on its rail by what the seat is deeper', () => {
		const less = inner(sofa({ pullOut: 460 }), 'hold').margin - inner(sofa(), 'hold').margin;
		expect(less).toBeCloseTo(40, 6);
	});
	it('has a second arm across the front that lifts out', () => {
		const { assembly, box } = sofa({ return: true, returnLength: 480, returnReach: 450 });
		expect(assembly.links.map(({ id }) => id)).toContain('arm');
		const arm = assembly.parts.filter(({ link }) => link === 'arm')[0];
		expect(sizes(box(arm.id, 'sofa'))[0]).toBeGreaterThan(400);
	});
});

describe('a deck for a dog', () => {
	const deck = (params: Record<string, unknown> = {}) =>
		built('pet-deck', { height: 319, rear: 1500, length: 700, width: 640, legX: 300, legFoot: 40, padThickness: 40, ...params });
	it('lies on both edges and on one leg', () => {
		const { assembly, box } = deck();
		near(box('leg').x, [1800, 1845]);
		expect(box('leg').z[0]).toBeCloseTo(40, 6);
		expect(assembly.rests.map(({ id }) => id)).toEqual(['right', 'left']);
		near(assembly.rests[1].box.y, [260, 320]);
		expect(assembly.surfaces[0]).toMatchObject({ use: 'animal', base: 319, pad: 40 });
	});
	it('keeps its leg under the board and a little of it, whatever is typed', () => {
		expect(deck({ legX: 690 }).box('leg').x[1]).toBeCloseTo(2200, 6);
		const { z } = deck({ legFoot: 600 }).box('leg');
		expect(z[1] - z[0]).toBeCloseTo(20, 6);
	});
	it('is out of the vehicle when it is lifted out', () => expect(deck().boxes('out')).toEqual({}));
});

describe('a platform over a folded bench that slopes', () => {
	const bed = { height: 500, length: 1800, reachRear: false, rear: 60 };
	const empty = built('fixed-platform', bed).plan;
	const setting = { state: 'folded' as const, slide: 0, angle: 8 };
	const plan = applyEdits(empty, [
		{ path: ['vehicle', 'seats', 'bench'], value: rearBench() },
		...Object.keys(empty.modes).map((mode) => ({ path: ['modes', mode, 'seats', 'bench'], value: setting }))
	]);
	const clash = findingsOf(plan).find(({ rule, status }) => rule === 'fit-seats' && status === 'clash')!;
	it('is let stand on it in one step, each leg as long as the slope leaves it', () => {
		const fix = fixesFor(plan, clash, {}).find(({ label }) => label === 'Let piece stand on the folded bench')!;
		expect(fix.edits.map(({ path, value }) => [path.at(-1), value])).toEqual([
			['seatFrom', 650],
			['seatTo', 1250],
			['seatTop', 290]
		]);
		const after = applyEdits(plan, fix.edits);
		const legs = pieceIn(after, 'piece', 'bed').parts.filter(({ part, box }) => part.name === 'Leg' && box.x[1] > 650 && box.x[0] < 1250);
		expect(legs.length).toBeGreaterThan(0);
		// The bench rises by 40 mm over its 600: a foot stands on the higher end of what is below it.
		for (const { box } of legs) expect(box.z[0]).toBe(Math.ceil(250 + (40 * (Math.min(1250, box.x[1]) - 650)) / 600));
		expect(findingsOf(after).filter(({ rule, status }) => ['fit-seats', 'stands'].includes(rule) && status === 'clash')).toEqual([]);
	});
});
