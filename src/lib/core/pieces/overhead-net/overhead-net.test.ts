import { describe, expect, it } from 'vitest';
import { findingsOf } from '../../checks';
import { hardwareOf } from '../../cutting';
import { built, sizes } from '../../testing/built';
import { withPerson, withPiece } from '../../testing/plans';

const net = (params: Record<string, unknown> = {}, walls?: [number, number][]) =>
	built('overhead-net', { height: 1500, rear: 200, length: 900, gap: 6, sag: 120, ...params }, walls);
const inner = ({ assembly }: ReturnType<typeof net>) => assembly.innerMargins[0];

describe('stowage under the roof', () => {
	it('has its rails where the walls are closest over their height, less the gap', () => {
		// From 800 at 1000 to 600 at 1600: 633.3 at 1500, the top of the rails.
		const { box } = net({}, [
			[1000, 800],
			[1600, 600]
		]);
		expect(box('rail-left').y[1]).toBe(Math.floor(800 - (200 * 500) / 600 - 6));
		expect(box('rail-right').y[0]).toBe(-box('rail-left').y[1]);
		expect(box('rail-left').z).toEqual([1455, 1500]);
	});
	it('a net hangs between the rails, cut larger by its seams, and full it sags over the middle of its width', () => {
		const { assembly, box } = net();
		const cloth = assembly.parts.find(({ id }) => id === 'net')!;
		expect(sizes(box('net'))[1]).toBeCloseTo(2 * (794 - 21), 6);
		const cut = cloth.cut!;
		expect(Math.max(...cut.map(({ x }) => x))).toBe(900 + 60);
		expect(Math.max(...cut.map(({ y }) => y))).toBe(2 * 773 + 60);
		expect(box('belly').z).toEqual([1455 - 120, 1455]);
		expect(sizes(box('belly'))[1]).toBeCloseTo((3 / 5) * 2 * 773, 6);
	});
	it('hooks along both walls leave the middle free', () => {
		const { box, boxes } = net({ make: 'a rail with hooks on each side' });
		expect(boxes().net).toBeUndefined();
		expect(box('hung-right').y).toEqual([-773, -773 + 120]);
		expect(box('hung-left').y).toEqual([773 - 120, 773]);
	});
	it('a shelf has a lip at both ends, and room on it', () => {
		const { box, assembly } = net({ make: 'a shelf with a lip' });
		expect(box('shelf').z).toEqual([1500, 1509]);
		expect(box('lip-1').z).toEqual([1509, 1549]);
		expect(assembly.spaces).toHaveLength(1);
		expect(assembly.spaces[0].box.z).toEqual([1509, 1629]);
	});
	it('its hooks carry 3 kg each, and say when that is not enough', () => {
		expect(inner(net({ hooks: 4, content: 6 })).margin).toBe(24 - 6);
		expect(inner(net({ hooks: 2, content: 20 })).margin).toBe(12 - 20);
		const clash = findingsOf(net({ hooks: 2, content: 20 }).plan).find(({ key }) => key.includes('hooks-carry'))!;
		expect(clash).toMatchObject({ status: 'clash', unit: 'kg' });
		expect(hardwareOf(net({ hooks: 5 }).plan)).toContainEqual(expect.objectContaining({ name: 'Hook for a rail', count: 10 }));
	});
	it('weighs what is in it, and heads below it have that much less room', () => {
		const weight = ({ assembly }: ReturnType<typeof net>) => assembly.parts.reduce((sum, { weight = 0 }) => sum + weight, 0);
		expect(weight(net({ content: 8 }))).toBeCloseTo(8, 6);
		expect(weight(net({ content: 8, make: 'a rail with hooks on each side' }))).toBeCloseTo(8, 6);
		const bed = withPiece(net({ height: 1300, rear: 300, length: 1800 }).plan, 'bed', 'fixed-platform', {
			height: 400,
			rear: 300,
			length: 1900,
			reachRear: false
		});
		const findings = findingsOf(withPerson(bed, 'mara', 1700, 'bed'));
		const under = findings.find(({ rule }) => rule === 'sitting-up');
		const without = findingsOf(withPerson({ ...bed, pieces: { bed: bed.pieces.bed } }, 'mara', 1700, 'bed')).find(
			({ rule }) => rule === 'sitting-up'
		);
		expect(without!.margin - under!.margin).toBeGreaterThan(100);
	});
});
