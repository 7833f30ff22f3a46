import { describe, expect, it } from 'vitest';
import { settingAside, slowerFindings, strengthFindings } from '../checks';
import { applyEdits, type Plan } from '../plan';
import { toEnd } from '../stepwise';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { solver } from '../testing/solver';
import { proven } from './proof';
import type { Settled } from './settle';

const clashes = (plan: Plan) => slowerFindings(plan, solver).filter(({ status }) => status === 'clash');
/** A platform of boards of a sheet, slept on; by day she is elsewhere. */
const platform = (boardSheet: string): Plan =>
	applyEdits(
		withPerson(
			withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'bed', 'fixed-platform', {
				height: 400,
				rear: 100,
				length: 2000,
				reachRear: false,
				fullWidth: false,
				width: 1200,
				panels: 3,
				boardSheet
			}),
			'ida',
			1700,
			'bed'
		),
		[{ path: ['modes', 'day', 'people', 'ida'], value: { posture: 'away' } }]
	);
/** As the search has it once nothing that is soon asked clashes; of the draft nothing is asked any more. */
const settled = (plan: Plan): Settled => ({ draft: {} as Settled['draft'], plan, works: true, clashes: [], tight: 0, givesUp: [] });

describe('a layout before it is offered', () => {
	it('is left as it is where it clashes in nothing', () => {
		const plan = platform('ply-18');
		expect(clashes(plan)).toEqual([]);
		expect(toEnd(proven(settled(plan), solver))).toMatchObject({ works: true, plan });
	});
	it('is made to bear, whatever was set aside about what stands there now', () => {
		const weak = platform('ply-6');
		const aside = { reason: 'It goes soon.', date: '2026-12-02' };
		const found = strengthFindings(weak).filter(({ status }) => status === 'clash');
		expect(found.length).toBeGreaterThan(0);
		const plan = found.reduce((now, finding) => applyEdits(now, settingAside(now, finding, aside)), weak);
		const { works, plan: strong } = toEnd(proven(settled(plan), solver));
		expect(works).toBe(true);
		expect(clashes(strong)).toEqual([]);
	});
	it('is none where nothing makes it bear, and says what does not', () => {
		const bridge = withPerson(
			withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'bed', 'bridge', { height: 400, rear: 800, length: 700, width: 1200 }),
			'ida',
			1700,
			'bed'
		);
		const { works, failsProof, clashes: left } = toEnd(proven(settled(bridge), solver));
		expect([works, failsProof]).toEqual([false, true]);
		expect(left.map(({ subjects }) => subjects)).toContainEqual(['bed']);
	});
	it('is not asked twice where it clashes already', () => {
		const one = { ...settled(platform('ply-6')), works: false };
		expect(toEnd(proven(one, solver))).toBe(one);
	});
});
