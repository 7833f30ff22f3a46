import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { built, sizes, type Built } from '../testing/built';

const near = (range: readonly number[], [from, to]: [number, number], digits = 6) => {
	expect(range[0]).toBeCloseTo(from, digits);
	expect(range[1]).toBeCloseTo(to, digits);
};
const partIds = ({ assembly }: Built, start: string) => assembly.parts.filter(({ id }) => id.startsWith(start)).map(({ id }) => id);

describe('leaves that fold over', () => {
	const leaves = (params: Record<string, unknown> = {}) =>
		built('fold-over', {
			height: 400,
			rear: 100,
			leaves: 3,
			first: 700,
			second: 600,
			third: 500,
			fullWidth: false,
			width: 600,
			centre: 0,
			...params
		});
	it('lie end to end, made up', () => {
		const { box } = leaves();
		near(box('leaf-1', 'bed').x, [100, 800]);
		near(box('leaf-2', 'bed').x, [800, 1400]);
		near(box('leaf-3', 'bed').x, [1400, 1900]);
		for (const n of [1, 2, 3]) near(box(`leaf-${n}`, 'bed').z, [388, 400]);
	});
	it('folded, the second lies on the first and the third between, each as thick as its board', () => {
		const { box, assembly } = leaves();
		const folded = assembly.states.find(({ id }) => id !== 'bed')!.id;
		near(box('leaf-1', folded).z, [388, 400]);
		const stack = [box('leaf-2', folded), box('leaf-3', folded)];
		for (const leaf of stack) expect(sizes(leaf)[2]).toBeCloseTo(12, 6);
		expect(Math.max(...stack.map(({ z }) => z[1]))).toBeCloseTo(400 + 24, 6);
		expect(Math.max(...stack.map(({ x }) => x[1]))).toBeLessThanOrEqual(800 + 1e-6);
	});
	it('two leaves stack to twice their board', () => {
		const { box, assembly } = leaves({ leaves: 2 });
		const folded = assembly.states.find(({ id }) => id !== 'bed')!.id;
		near(box('leaf-2', folded).x, [200, 800]);
		near(box('leaf-2', folded).z, [400, 412]);
		expect(partIds(leaves({ leaves: 2 }), 'leaf-3')).toEqual([]);
	});
	it('standing behind a seat, take as much length as all of them are thick, and the height of the longest', () => {
		const { box, assembly } = leaves({ store: 'stands behind a seat', standAt: 900, legs: 'screw-in legs' });
		const folded = assembly.states.find(({ id }) => id !== 'bed')!.id;
		const stack = [1, 2, 3].map((n) => box(`leaf-${n}`, folded));
		expect(Math.max(...stack.map(({ x }) => x[1])) - Math.min(...stack.map(({ x }) => x[0]))).toBeCloseTo(36, 6);
		expect(Math.max(...stack.map(({ x }) => x[1]))).toBeCloseTo(900, 6);
		expect(Math.max(...stack.map(({ z }) => z[1]))).toBeCloseTo(700, 6);
		expect(Math.min(...stack.map(({ z }) => z[0]))).toBeCloseTo(0, 6);
	});
	it('stand on what lies under them: legs are as long as that leaves', () => {
		const tall = leaves({ legs: 'screw-in legs', secondFoot: 0 });
		const short = leaves({ legs: 'screw-in legs', secondFoot: 220 });
		const longest = (made: Built) => Math.min(...Object.values(made.boxes('bed')).map(({ z }) => z[0]));
		expect(longest(tall)).toBeCloseTo(0, 6);
		const legs = (made: Built) => {
			const all = made.boxes('bed');
			return made.assembly.parts
				.filter(({ name }) => name.startsWith('Leg') && !name.includes('fixed'))
				.map(({ id }) => all[id])
				.filter(({ x }) => x[0] > 1000 && x[1] < 1450);
		};
		expect(legs(tall).length).toBeGreaterThan(0);
		for (const { z } of legs(tall)) expect(z[0]).toBeCloseTo(0, 6);
		for (const { z } of legs(short)) expect(z[0]).toBeCloseTo(220, 6);
	});
});

describe('a platform on tracks', () => {
	const platform = (params: Record<string, unknown> = {}) =>
		built('raked-platform', {
			height: 400,
			rear: 100,
			length: 1900,
			width: 660,
			centre: 0,
			pins: 60,
			rise: 200,
			foot: 460,
			slot: 40,
			padThickness: 80,
			...params
		});
	const LONG = 1900 - 460 - 120;
	it('level, lies behind its foot section, a gap apart', () => {
		const { box } = platform();
		near(box('foot', 'level').x, [100, 560]);
		near(box('deck', 'level').x, [566, 2000]);
		near(box('deck', 'level').z, [388, 400]);
	});
	it('raked, its front pins have climbed by the rise and its rear pins stay', () => {
		const { box } = platform();
		const deck = box('deck', 'raked');
		const angle = Math.asin(200 / LONG);
		// From the rear pins to the front edge, and the thickness of the board across the slope.
		const beyond = 2000 - (560 + 60);
		expect(deck.z[1]).toBeCloseTo(388 + beyond * Math.sin(angle) + 12 * Math.cos(angle), 6);
		expect(deck.x[1]).toBeCloseTo(620 + beyond * Math.cos(angle), 6);
	});
	it('needs slots for what its front pins come nearer, by Pythagoras', () => {
		const slot = (made: Built) => made.assembly.innerMargins.find(({ id }) => id === 'slot')!.margin;
		expect(slot(platform())).toBeCloseTo(40 - (LONG - Math.sqrt(LONG ** 2 - 200 ** 2)), 6);
		fc.assert(
			fc.property(fc.integer({ min: 20, max: 600 }), fc.integer({ min: 0, max: 200 }), (rise, long) => {
				expect(slot(platform({ rise, slot: long }))).toBeCloseTo(long - (LONG - Math.sqrt(LONG ** 2 - rise ** 2)), 6);
			}),
			{ numRuns: 30 }
		);
	});
	it('its tracks are as high as its pins climb', () => {
		const { box } = platform();
		expect(box('track-front-left').z[1]).toBeCloseTo(400 + 200 + 40, 6);
		expect(box('track-rear-left').z[1]).toBeCloseTo(420, 6);
		near(box('track-front-left').x, [1940 - 22.5, 1940 + 22.5]);
	});
	it('its foot section stands upright at the high end, as the backrest', () => {
		const { box } = platform();
		const back = box('foot', 'raked');
		expect(sizes(back)[0]).toBeCloseTo(12, 6);
		expect(sizes(back)[2]).toBeCloseTo(460, 6);
		const angle = Math.asin(200 / LONG);
		// It stands on the raked board by the lower edge of its front face, where that is higher.
		const under = 388 + (back.x[1] - 620) * Math.tan(angle) + 12 / Math.cos(angle);
		expect(back.z[0]).toBeCloseTo(under, 0);
	});
	it('without a foot section there is nothing to lean on but the end itself', () => {
		const bare = platform({ foot: 0 });
		expect(partIds(bare, 'foot')).toEqual([]);
		expect(bare.box('deck', 'level').x[0]).toBeCloseTo(100, 6);
	});
});

describe('panels with a hatch', () => {
	const panels = (params: Record<string, unknown> = {}) =>
		built('hatch-panels', {
			height: 350,
			rear: 80,
			length: 1000,
			gap: 10,
			hatchWidth: 420,
			hatchLength: 620,
			hatchAngle: 70,
			lounge: 45,
			front: 620,
			frontWidth: 400,
			frontCentre: -430,
			...params
		});
	it('lie from both walls to the hatch, a millimetre off it', () => {
		const { box } = panels();
		near(box('panel-left', 'bed').y, [211, 790]);
		near(box('panel-right', 'bed').y, [-790, -211]);
		near(box('hatch', 'bed').y, [-210, 210]);
		near(box('hatch', 'bed').x, [1080 - 620, 1080]);
		near(box('rest', 'bed').x, [80, 1080 - 620 - 2]);
	});
	it('the hatch rises about its rear edge to the angle that is told, to lounge against', () => {
		const made = panels();
		const raised = made.assembly.states.filter(({ joints }) => (joints.hatch ?? 0) > 0);
		expect(raised.length).toBeGreaterThanOrEqual(2);
		for (const { id, joints } of raised) {
			const { x, z } = made.box('hatch', id);
			expect(z[1]).toBeCloseTo(350 + 620 * Math.sin(joints.hatch), 6);
			// The lower face comes forward under the hinge as it turns.
			expect(x[1]).toBeCloseTo(460 + 620 * Math.cos(joints.hatch) + 12 * Math.sin(joints.hatch), 6);
		}
		expect(raised.map(({ joints }) => Math.round((joints.hatch * 180) / Math.PI)).sort((a, b) => a - b)).toEqual([45, 70]);
	});
	it('the section in front lies before its panel, as wide as the foot space', () => {
		const { box, assembly } = panels();
		const front = assembly.parts.find(({ name }) => name === 'Section in the foot space')!;
		near(box(front.id, 'bed').x, [1081, 1700]);
		near(box(front.id, 'bed').y, [-630, -230]);
		expect(panels({ front: 0 }).assembly.parts.some(({ name }) => name === 'Section in the foot space')).toBe(false);
	});
	it('stand on legs to the floor, four to each end', () => {
		const { box } = panels();
		expect(partIds(panels(), 'leg-rear')).toHaveLength(4);
		for (const id of partIds(panels(), 'leg-')) near(box(id).z, [0, 338 - 45]);
	});
	it('a hatch wider than what is between the walls leaves both panels a strip', () => {
		const { box } = panels({ hatchWidth: 1200 });
		expect(sizes(box('panel-left', 'bed'))[1]).toBeGreaterThan(50);
		expect(sizes(box('hatch', 'bed'))[1]).toBeLessThanOrEqual(1580 - 120 + 1e-6);
	});
});

describe('a couch of several sections', () => {
	const couch = (params: Record<string, unknown> = {}) =>
		built('slat-couch', {
			side: 'left',
			rear: 100,
			length: 1900,
			gap: 10,
			seatDepth: 600,
			bedWidth: 1050,
			slatGap: 10,
			lid: false,
			...params
		});
	it('has every way to pull some out', () => {
		const states = (sections: number) => couch({ sections }).assembly.states.map(({ id }) => id);
		expect(states(1)).toEqual(['couch', 'bed']);
		expect(states(2)).toEqual(['couch', 'out-1', 'out-2', 'bed']);
		expect(states(3)).toHaveLength(8);
	});
	it('each travels by what the bed is wider, and the others stay', () => {
		const { box } = couch({ sections: 3 });
		const [shut, out] = ['couch', 'out-2'].map((state) => [1, 2, 3].map((n) => box(`front-rail-${n}`, state).y[0]));
		expect(shut).toEqual([790 - 600, 790 - 600, 790 - 600]);
		expect(out).toEqual([190, 190 - 450, 190]);
	});
	it('sections share the slats out, and meet in the middle of a fixed one', () => {
		const { box, assembly } = couch({ sections: 3 });
		const rails = [1, 2, 3].map((n) => box(`front-rail-${n}`).x);
		expect(rails[0][0]).toBeCloseTo(100, 6);
		for (const n of [1, 2]) {
			expect(rails[n][0] - rails[n - 1][1]).toBeCloseTo(2, 6);
			const joint = (rails[n][0] + rails[n - 1][1]) / 2;
			const slat = assembly.parts.find(
				({ id, name }) => name === 'Slat, fixed' && Math.abs((box(id).x[0] + box(id).x[1]) / 2 - joint) < 1e-6
			);
			expect(slat).toBeDefined();
		}
	});
	it('sleeps on what is out: the couch along its length, and its own strip of each section', () => {
		const area = (state: string) => {
			const { outline } = couch({ sections: 2 }).assembly.surfaces.find(({ use, states }) => use === 'sleep' && states.includes(state))!;
			return Math.abs(
				outline.reduce((sum, p, i) => {
					const q = outline[(i + 1) % outline.length];
					return sum + (p.x * q.y - q.x * p.y) / 2;
				}, 0)
			);
		};
		const long = couch().assembly.pads.find(({ id }) => id === 'seat-pad')!.size.x;
		expect(area('bed')).toBeCloseTo(long * 1050, 3);
		expect(area('out-1') + area('out-2')).toBeCloseTo(long * (600 + 1050), 3);
	});
});

describe('a box along a wall', () => {
	const box = (params: Record<string, unknown> = {}) =>
		built('bench-box', { side: 'left', rear: 100, length: 900, depth: 500, height: 400, gap: 8, cushion: 60, ...params });
	it('is of boards that enclose what they leave', () => {
		const made = box();
		near(made.box('top').y, [292, 792]);
		near(made.box('front').y, [292, 304]);
		near(made.box('front').z, [0, 388]);
		const [inside] = made.assembly.spaces;
		expect(sizes(inside.box)).toEqual([900 - 24, 500 - 12, 388]);
	});
	it('lid up, its front edge stands as high as it is deep', () => {
		const made = box({ lidAngle: 90, gap: 30 });
		expect(made.box('top', 'lid-up').z[1]).toBeCloseTo(400 + 500, 6);
	});
	it('moved into the aisle, everything of it moves by that', () => {
		const made = box({ moves: 350 });
		const [wall, aisle] = [made.boxes('wall'), made.boxes('aisle')];
		for (const [id, at] of Object.entries(wall)) near(aisle[id].y, [at.y[0] - 350, at.y[1] - 350]);
	});
	it('has a back to lean on that is a chest as well, and takes its depth from the seat', () => {
		const made = box({ back: 400, backDepth: 150, gap: 30 });
		near(made.box('back-front').y, [770 - 150, 770 - 138]);
		near(made.box('back-front').z, [400, 788]);
		const seat = made.assembly.surfaces.find(({ use }) => use === 'sit')!;
		expect(seat.faces).toEqual({ direction: 'right', backAt: 620, edgeAt: 270 });
		expect(made.assembly.spaces.map(({ id }) => id)).toEqual(['inside', 'back']);
	});
	it('carries a ledge on the aisle side, its upper face where that is told', () => {
		const made = box({ ledge: 338 });
		near(made.box('ledge').z, [293, 338]);
		near(made.box('ledge').y, [292 - 21, 292]);
	});
});
