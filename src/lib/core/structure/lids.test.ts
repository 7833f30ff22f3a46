import { describe, expect, it } from 'vitest';
import { assemblyOf } from '../derive';
import type { GasStruts } from '../plan';
import { padMass, partMass } from '../pieces';
import { made, piece, van } from '../testing/trap-van';
import { GRAVITY, handForces, heldUp, lidsOf, STRUT_AT, strutsOf, strutWay, type Lid } from '.';

/** A box along the wall with a lid of its own width, hinged at the wall. */
const box = (params: Record<string, unknown> = {}) =>
	made(van(), piece('bench-box', { side: 'left', length: 1200, depth: 480, cushion: 0, lidAngle: 60, ...params }));
const lidIn = (plan = box()): Lid => {
	const lids = lidsOf(assemblyOf(plan.pieces['bench-box'], plan), plan.stock);
	expect(lids).toHaveLength(1);
	return lids[0];
};
const degrees = (n: number) => (n * Math.PI) / 180;

describe('a lid without anything that helps', () => {
	it('a hand at its edge lifts half its weight, and less by the cosine on the way', () => {
		const lid = lidIn();
		const [shut, ...way] = handForces(lid);
		// The grip is the far lower corner, the weight hangs at half: both a board's thickness off the plane of the hinge.
		expect(shut).toBeCloseTo((lid.kg * GRAVITY) / 2, -1);
		expect(Math.abs(shut / ((lid.kg * GRAVITY) / 2) - 1)).toBeLessThan(0.02);
		expect(way.at(-1)! / shut).toBeCloseTo(Math.cos(degrees(60)), 1);
	});
	it('what lifts it is what it gains: the moment over the angle is its weight times its rise', () => {
		const lid = lidIn();
		const work = lid.closing
			.slice(1)
			.reduce((sum, moment, i) => sum + ((moment + lid.closing[i]) / 2) * (lid.angles[i + 1] - lid.angles[i]), 0);
		const plan = box();
		const assembly = assemblyOf(plan.pieces['bench-box'], plan);
		const board = assembly.parts.find(({ link }) => link === lid.link)!;
		expect(lid.kg).toBeCloseTo(partMass(board, plan.stock), 6);
		// Its middle goes from the level of the hinge up by half its width times the sine, its thickness apart.
		const half = lid.closing[0] / (lid.kg * GRAVITY);
		expect(Math.abs(work / (lid.kg * GRAVITY * half * Math.sin(degrees(60))) - 1)).toBeLessThan(0.03);
	});
	it('the cushion that lies on it is told by itself', () => {
		const plan = box({ cushion: 60 });
		const lid = lidIn(plan);
		const pad = assemblyOf(plan.pieces['bench-box'], plan).pads[0];
		expect(lid.lying + lid.riding).toBeCloseTo(padMass(pad), 6);
		expect(Math.max(...lid.laden)).toBeGreaterThan(Math.max(...lid.closing));
	});
	it('falls shut from 60°, stands on the balance at 90° and stays beyond it', () => {
		expect(heldUp(lidIn(), undefined).does).toBe('unsaid');
		expect(heldUp(lidIn(box({ lidAngle: 90 })), undefined).does).toBe('balances');
		expect(heldUp(lidIn(box({ lidAngle: 100 })), undefined).does).toBe('stays');
		expect(heldUp(lidIn(), { by: 'prop' }).does).toBe('stays');
		expect(heldUp(lidIn(), { by: 'hand' }).does).toBe('by hand');
	});
});

describe('legs of a lid', () => {
	it('that it lies on as it is shut hold nothing up: they hang from it, or stay below', () => {
		const couch = made(van(), piece('slat-couch', {}));
		const [lid] = lidsOf(assemblyOf(couch.pieces['slat-couch'], couch), couch.stock);
		expect(lid.link).toBe('lid');
		expect(lid.stands).toBe(false);
		expect(heldUp(lid, undefined).does).toBe('unsaid');
	});
	it('that stand under a leaf that is let up, or a bracket that is swung under it, do', () => {
		const table = made(van(), piece('table', {}));
		const lids = lidsOf(assemblyOf(table.pieces.table, table), table.stock);
		expect(lids.map(({ stands }) => stands)).not.toContain(false);
	});
});

describe('gas struts', () => {
	const at = (angle: number, more: Partial<GasStruts> = {}): GasStruts & { angle: number } => ({
		by: 'gas struts',
		count: 1,
		force: 100,
		onLid: 300,
		along: 0,
		behind: 400,
		angle,
		...more
	});
	it('3, 4, 5: shut 500 long, its line 240 from the hinge; straight up it is 700 long and turns nothing', () => {
		const { lengths, arms, open, stroke } = strutWay([0, degrees(90)], at(0));
		expect(lengths.map((mm) => Math.round(mm * 1e6) / 1e6)).toEqual([500, 700]);
		expect(arms[0]).toBeCloseTo(240, 9);
		expect(arms[1]).toBeCloseTo(0, 9);
		expect([open, stroke].map(Math.round)).toEqual([700, 200]);
	});
	it('100 N named push 130 N when they are pushed in: 130 × 240 / 400 at the edge of a lid of 400', () => {
		const lid = { angles: [0, degrees(90)], closing: [0, 0], grip: 400 };
		expect(handForces(lid, at(0))[0]).toBeCloseTo(-(1.3 * 100 * 240) / 400, 9);
		expect(handForces(lid, at(0, { count: 2 }))[0]).toBeCloseTo(-2 * ((1.3 * 100 * 240) / 400), 9);
	});
	it('and a tenth less in frost, by the absolute temperature', () => {
		const lid = { angles: [0, degrees(90)], closing: [0, 0], grip: 400 };
		const [warm, frost] = [STRUT_AT.named, STRUT_AT.frost].map((kelvin) => handForces(lid, at(0), kelvin)[0]);
		expect(frost / warm).toBeCloseTo(263 / 293, 9);
	});
	it('give back over the swing what is pushed into them: force over the way is moment over the angle', () => {
		const angles = Array.from({ length: 401 }, (_, i) => (degrees(80) * i) / 400);
		const { lengths, arms } = strutWay(angles, at(0, { along: 80, behind: 150 }));
		const turned = arms.slice(1).reduce((sum, arm, i) => sum + ((arm + arms[i]) / 2) * (angles[i + 1] - angles[i]), 0);
		expect(turned).toBeCloseTo(lengths.at(-1)! - lengths[0], 2);
	});
	it('too weak ones never lift, strong ones spring open unless a catch holds them, and long ones are not to be had', () => {
		const lid = lidIn();
		const struts = strutsOf(lid)!;
		expect(heldUp(lid, struts).does).toBe('stays');
		expect(heldUp(lid, { ...struts, force: struts.force / 10 }).does).toBe('never lifts');
		expect(heldUp(lid, { ...struts, force: 10 * struts.force, catch: undefined }).does).toBe('springs open');
		expect(heldUp(lid, { ...struts, force: 10 * struts.force, catch: true }).does).toBe('stays');
		expect(heldUp(lid, { ...struts, onLid: 470, along: 460, behind: 20 }).does).toBe('cannot be had');
	});
	it('whose lower ends would lie below the box have nothing to be fixed to', () => {
		const lid = lidIn();
		expect(heldUp(lid, { by: 'gas struts', count: 1, force: 300, onLid: 300, along: 100, behind: 500 }).does).toBe('ends in nothing');
		expect(heldUp(lid, { by: 'gas struts', count: 1, force: 300, onLid: 300, along: 100, behind: 300 }).does).not.toBe('ends in nothing');
	});
	it('those that are proposed hold in frost, do not spring open in heat, and leave less to the hand than the bare lid', () => {
		for (const params of [
			{},
			{ depth: 700, boardSheet: 'ply-18' },
			{ lidAngle: 45 },
			{ lidAngle: 80 },
			{ length: 1900, depth: 600, boardSheet: 'ply-15' }
		]) {
			const lid = lidIn(box(params));
			const struts = strutsOf(lid)!;
			expect(struts, JSON.stringify(params)).toBeDefined();
			const { does, lifts, pulls, top } = heldUp(lid, struts);
			expect(does).toBe('stays');
			expect(top).toBeLessThanOrEqual(0);
			expect(Math.max(lifts, pulls)).toBeLessThan(Math.max(...handForces(lid)));
		}
	});
});
