import { describe, expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { block, drive, made, piece, set, van, wheel } from '../testing/trap-van';
import { findingsOf, fixesFor, type Finding } from '.';

const crate = { name: 'Crate', length: 400, width: 300, height: 250, weight: 8, count: 1 };
/** A crate under an open platform or in a box, in a mode for driving. */
const loaded = (kind: Parameters<typeof piece>[0], params: Parameters<typeof piece>[1], more = {}): Plan =>
	made(van(more), piece(kind, params, 'bed'), set('gear.crate', { ...crate, under: 'bed' }), set('modes.drive', drive));
const held = (plan: Plan): Finding => findingsOf(plan).find(({ rule }) => rule === 'gear-held')!;

describe('gear is held while driving', () => {
	const open = loaded('fixed-platform', { height: 400, fullWidth: true });
	it('nothing stops it under an open platform, and a bar across before it does', () => {
		expect(held(open)).toMatchObject({ status: 'tight', modes: ['drive'], subjects: ['bed', 'crate'] });
		expect(held(open).why).toContain('forward at braking');
		const bar = (z: [number, number]) => ({ bar: { name: 'Bar', kind: 'step' as const, ...block([2000, 2040], [-780, 780], z) } });
		const barred = (z: [number, number]) => held(loaded('fixed-platform', { height: 400, fullWidth: true }, { fixtures: bar(z) }));
		expect(barred([0, 60]).status).toBe('clear');
		// A lip of a finger's breadth stops nothing.
		expect(barred([0, 20]).status).toBe('tight');
	});
	it('in a box with a floor and four sides it stays', () => {
		const box = loaded('bench-box', { side: 'left', rear: 400, length: 900, height: 450, depth: 500, lid: true, cushion: 0 });
		expect(held(box).status).toBe('clear');
	});
	it('is asked only while driving', () =>
		expect(findingsOf(set('modes.drive.use', 'day')(open)).some(({ rule }) => rule === 'gear-held')).toBe(false));
	it('tied down it is held, as the plan says; the fix says so', () => {
		const fix = fixesFor(open, held(open), {}).find(({ label }) => label.startsWith('Hold Crate'))!;
		const tied = applyEdits(open, fix.edits);
		expect(held(tied).status).toBe('clear');
		expect(held(tied).why).toContain('as you say');
	});
	it('what lies about while driving is held once it is tied down', () => {
		const about = made(van(), set('gear.crate', crate), set('modes.drive', { ...drive, lies: { crate: { x: 300, y: 0, z: 0 } } }));
		const said = (plan: Plan) => findingsOf(plan).find(({ rule }) => rule === 'gear-placed')!.status;
		expect(said(about)).toBe('tight');
		expect(said(set('gear.crate.held', true)(about))).toBe('clear');
	});
});

describe('gear stays where somebody put it', () => {
	const put = (x: number, more = {}) =>
		set('gear.crate', { ...crate, under: 'bed', pinned: [{ space: 'lane-left', x, y: 100, z: 0, size: [400, 300, 250] }], ...more })(
			loaded('fixed-platform', { height: 400, fullWidth: true })
		);
	const said = (plan: Plan): Finding => findingsOf(plan).find(({ rule }) => rule === 'gear-put')!;
	it('where it fits it is clear, in every mode', () =>
		expect(said(put(500))).toMatchObject({ status: 'clear', subjects: ['bed', 'crate'] }));
	it('beyond its compartment, where something stands, or in another size it is a clash', () => {
		expect(said(put(5000))).toMatchObject({ status: 'clash', margin: -1 });
		expect(said(put(500, { height: 260 })).why).toContain('another size');
		const post = { name: 'Post', kind: 'pillar' as const, ...block([700, 760], [-700, 700], [0, 300]) };
		expect(said(set('vehicle.fixtures.post', post)(put(500))).why).toContain('something is there now');
	});
	it('two in one place are told of the one that came later', () => {
		const both = set('gear.tub', {
			...crate,
			name: 'Tub',
			under: 'bed',
			pinned: [{ space: 'lane-left', x: 600, y: 100, z: 0, size: [400, 300, 250] }]
		})(put(500));
		expect(findingsOf(both).filter(({ rule, status }) => rule === 'gear-put' && status === 'clash')).toHaveLength(1);
	});
	it('nobody is asked about what nobody put anywhere', () =>
		expect(said(loaded('fixed-platform', { height: 400, fullWidth: true }))).toBeUndefined());
});

describe('fixes that set something otherwise', () => {
	const labels = (plan: Plan, rule: string) => {
		const found = findingsOf(plan).find((one) => one.rule === rule && one.status === 'clash')!;
		expect(found, rule).toBeDefined();
		return { found, fixes: fixesFor(plan, found, {}) };
	};
	const settles = (plan: Plan, { found, fixes }: ReturnType<typeof labels>, label: string) => {
		const fix = fixes.find((one) => one.label === label);
		expect(fix, `${label} among ${fixes.map((one) => one.label).join('; ')}`).toBeDefined();
		expect(fix!.newClashes).toBe(0);
		const after = findingsOf(applyEdits(plan, fix!.edits)).filter(({ rule, key }) => rule === found.rule && key === found.key);
		expect(after.every(({ status }) => status !== 'clash')).toBe(true);
	};
	it('a long thing across the vehicle is turned', () => {
		const ladder = { name: 'Ladder', length: 2000, width: 300, height: 80, weight: 6, count: 1 };
		const plan = made(van(), set('gear.ladder', ladder), set('modes.day.lies', { ladder: { x: 200, y: 0, z: 0, turned: true } }));
		settles(plan, labels(plan, 'thing-room'), 'Turn Ladder a quarter');
	});
	it('a thing in a step is moved off it', () => {
		const step = { step: { name: 'Step', kind: 'step' as const, ...block([200, 500], [-200, 200], [0, 150]) } };
		const plan = made(van({ fixtures: step }), set('gear.crate', crate), set('modes.day.lies', { crate: { x: 350, y: 0, z: 0 } }));
		const { fixes } = labels(plan, 'thing-room');
		expect(fixes.some(({ label }) => label.startsWith('Move Crate '))).toBe(true);
	});
	it('gear that goes in only lying down is laid down', () => {
		const tall = { ...crate, height: 600, length: 250, under: 'bed' };
		const plan = made(van(), piece('fixed-platform', { height: 400, fullWidth: true }, 'bed'), set('gear.crate', tall));
		settles(plan, labels(plan, 'gear-under'), 'Let Crate lie on any side');
	});
	it('no size is more than doubled', () => {
		const tall = { ...crate, height: 700, under: 'bed' };
		const plan = made(van(), piece('fixed-platform', { height: 300, fullWidth: true }, 'bed'), set('gear.crate', tall));
		const { fixes } = labels(plan, 'gear-under');
		expect(fixes.filter(({ label }) => label.startsWith('Raise'))).toEqual([]);
	});
	it('what only moves the trouble elsewhere is not offered', () => {
		const plan = made(van({ seats: { wheel } }), piece('fixed-platform', { height: 300, length: 2400, fullWidth: true }, 'bed'));
		for (const found of findingsOf(plan).filter(({ status }) => status === 'clash'))
			expect(fixesFor(plan, found, {}).filter(({ newClashes }) => newClashes > 0)).toEqual([]);
	});
});
