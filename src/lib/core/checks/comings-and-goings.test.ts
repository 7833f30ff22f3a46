import fc from 'fast-check';
import { expect, it } from 'vitest';
import { interiorOf, sceneOf } from '../derive';
import { proposeFastenings, travellingMass } from '../fastening';
import { KINDS, type KindName, type Piece } from '../pieces';
import {
	addFitting,
	addGear,
	addMode,
	addPerson,
	addPiece,
	applyEdits,
	BODY_STYLES,
	FITTINGS,
	POSTURES,
	readPlan,
	removeFitting,
	removeGear,
	removePerson,
	removePiece,
	starterPlan,
	type Edit,
	type FittingName,
	type FittingTable,
	type Plan
} from '../plan';
import { findingsOf } from '.';

/** What somebody may do to a plan; each takes a number that it makes its choice by. */
const DOINGS = {
	'add a piece': (plan: Plan, n: number): Edit[] => {
		const kinds = Object.keys(KINDS) as KindName[];
		const kind = kinds[n % kinds.length];
		return addPiece(plan, { kind, name: KINDS[kind].title, params: KINDS[kind].params.parse({}) } as Piece).edits;
	},
	'take a piece out': (plan, n) => pick(plan.pieces, n, (id) => removePiece(plan, id)),
	'add a person': (plan, n) => addPerson(plan, { name: `Person ${n}`, stature: 1500 + (n % 500), weight: 60, wants: ['sit up'] }),
	'leave a person at home': (plan, n) => pick(plan.crew, n, (id) => removePerson(plan, id)),
	'put somebody somewhere': (plan, n) =>
		pick(plan.crew, n, (id) =>
			pick(plan.pieces, n >> 2, (piece) =>
				pick(plan.modes, n >> 4, (mode) => [
					{ path: ['modes', mode, 'people', id], value: { posture: POSTURES[n % POSTURES.length], piece } }
				])
			)
		),
	'take something along': (plan, n) =>
		addGear(plan, { name: `Box ${n}`, length: 200 + (n % 400), width: 200, height: 150, weight: 3, count: 1 + (n % 3) }),
	'leave something at home': (plan, n) => pick(plan.gear, n, (id) => removeGear(plan, id)),
	'measure something more': (plan, n) => {
		const names = Object.keys(FITTINGS) as FittingName[];
		return addFitting(plan, names[n % names.length]).edits;
	},
	'find that it is not there': (plan, n) => {
		const tables: FittingTable[] = ['openings', 'windows', 'fixtures', 'zones', 'anchors', 'noDrill', 'contours'];
		const table = tables[n % tables.length];
		return pick(plan.vehicle[table], n, (id) => removeFitting(plan, table, id));
	},
	'use it in another way': (plan, n) => pick(plan.modes, n, (id) => addMode(plan, id, `Mode ${n}`).edits),
	'hold a piece': (plan, n) =>
		pick(plan.pieces, n, (id) => {
			const scene = sceneOf(plan, Object.keys(plan.modes)[0]);
			const piece = scene.pieces.find((one) => one.id === id)!;
			const others = scene.pieces.filter((one) => one !== piece).map((one) => ({ piece: one, held: true }));
			const kg = travellingMass(piece, plan.stock, plan.gear);
			const found = proposeFastenings(plan.vehicle, interiorOf(plan.vehicle), piece, kg, others, n % 2 === 0);
			return [{ path: ['pieces', id, 'held'], value: Object.fromEntries(found.map((one, i) => [`held-${i}`, one])) }];
		})
} satisfies Record<string, (plan: Plan, n: number) => Edit[]>;

/** Edits for one of the things in a table; none where it is empty. */
function pick(table: Record<string, unknown>, n: number, edits: (id: string) => Edit[]): Edit[] {
	const ids = Object.keys(table);
	return ids.length === 0 ? [] : edits(ids[n % ids.length]);
}

const doing = fc.record({
	what: fc.constantFrom(...(Object.keys(DOINGS) as (keyof typeof DOINGS)[])),
	n: fc.nat(4095)
});

it(
	'whatever comes and goes, the plan stays one that can be read, and every rule has an answer',
	() =>
		fc.assert(
			fc.property(fc.constantFrom(...BODY_STYLES), fc.array(doing, { minLength: 3, maxLength: 14 }), (style, doings) => {
				let plan = starterPlan('Test', style);
				for (const { what, n } of doings) {
					plan = applyEdits(plan, DOINGS[what](plan, n));
					const read = readPlan(JSON.parse(JSON.stringify(plan)));
					expect(read.ok ? [] : read.faults, what).toEqual([]);
				}
				for (const { rule, title, margin, limit, actual, why, at, subjects } of findingsOf(plan)) {
					for (const value of [margin, limit, actual, at.x, at.y, at.z]) expect(Number.isFinite(value), `${rule}: ${title}`).toBe(true);
					expect(`${title} ${why}`, rule).not.toMatch(/undefined|NaN|Infinity|\[object/);
					// Findings lead to what they are about: nothing that is not there.
					for (const id of subjects)
						expect(
							[plan.pieces, plan.crew, plan.gear, plan.animals ?? {}, ...Object.values(plan.vehicle)].some(
								(table) => typeof table === 'object' && table !== null && Object.hasOwn(table, id)
							),
							`${rule}: ${id}`
						).toBe(true);
				}
			}),
			{ numRuns: 40 }
		),
	120_000
);
