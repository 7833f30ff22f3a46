import { describe, expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { kindOf, type KindName } from '../pieces';
import { addPiece, applyEdits, BODY_STYLES, planSchema, starterPlan, valueAtPath, type BodyStyle, type Plan } from '../plan';
import { withPerson } from '../testing/plans';
import { startWhereItFits } from './starting';

/** A plan of a body style with a piece as it is usually made. */
function usual(style: BodyStyle, kind: KindName, change: (plan: Plan) => Plan = (plan) => plan): { plan: Plan; id: string } {
	const empty = change(starterPlan('Test', style));
	const { id, edits } = addPiece(empty, { kind, name: 'New', params: kindOf(kind).params.parse({}) } as never);
	return { plan: applyEdits(empty, edits), id };
}
const clashes = (plan: Plan) => findingsOf(plan).filter(({ status }) => status === 'clash').length;

describe.each(['fixed-platform', 'table'] as const)('a new %s', (kind) => {
	it.each(BODY_STYLES)('fits into a %s', (style) => {
		const { plan, id } = usual(style, kind);
		const started = startWhereItFits(plan, id);
		expect(started.left.map(({ why }) => why)).toEqual([]);
		expect(clashes(started.plan)).toBeLessThanOrEqual(clashes(plan));
		planSchema.parse(started.plan);
		expect(applyEdits(plan, started.edits)).toEqual(started.plan);
		expect(started.changes.length > 0).toBe(started.edits.length > 0);
		for (const change of started.changes) expect(change).toMatch(/^[^:]+: (.+ instead of .+|.+ \(.+\)|⟦\d+⟧)$/);
	});
});

it('is as long as it gets, not as short as would do', () => {
	const { plan, id } = usual('small van', 'fixed-platform');
	const started = startWhereItFits(plan, id);
	const path = ['pieces', id, 'params', 'length'];
	const length = valueAtPath(started.plan, path) as number;
	expect(length).toBeLessThan(valueAtPath(plan, path) as number);
	expect(clashes(applyEdits(started.plan, [{ path, value: length + 6 }]))).toBeGreaterThan(clashes(started.plan));
});

it('leaves alone what fits already, and makes nothing worse when it is cut short', () => {
	const fits = usual('long high van', 'fixed-platform');
	expect(startWhereItFits(fits.plan, fits.id).edits).toEqual([]);
	const tight = usual('small hatchback', 'fixed-platform');
	expect(clashes(startWhereItFits(tight.plan, tight.id, () => true).plan)).toBeLessThanOrEqual(clashes(tight.plan));
});

it('leaves a bench up on which somebody rides, and folds it where nobody does', () => {
	const riding = (plan: Plan): Plan =>
		['ada', 'ben', 'cleo'].reduce((before, id) => {
			const after = withPerson(before, id, 1700, 'none');
			const people = Object.entries(after.modes).map(([mode, { use }]) => ({
				path: ['modes', mode, 'people', id],
				value: { posture: use === 'drive' ? 'in a seat' : 'away' }
			}));
			return applyEdits(after, people);
		}, plan);
	const states = (change?: (plan: Plan) => Plan) => {
		const { plan, id } = usual('four-wheel-drive estate', 'fixed-platform', change);
		const { modes } = startWhereItFits(plan, id).plan;
		return Object.fromEntries(Object.values(modes).map(({ use, seats }) => [use, Object.values(seats).map(({ state }) => state)]));
	};
	expect(states(riding).drive).toEqual(['upright', 'upright', 'upright']);
	expect(states().drive).toContain('folded');
});
