import { describe, expect, it } from 'vitest';
import { applyEdits, BODY_STYLES, starterVehicle, type Vehicle } from '../plan';
import { exact } from '../testing/plans';
import { questions } from './sanity';

const van = starterVehicle('small van', 'Test');
const put = (path: string, mm: number): Vehicle => applyEdits(van, [{ path: path.split('.'), value: exact(mm) }]);
const asked = (vehicle: Vehicle) => questions(vehicle).map((q) => q.path.slice(1).join('.'));

describe('questions about measurements', () => {
	it.each(BODY_STYLES)('are none for a %s as it starts', (style) => expect(questions(starterVehicle(style, 'Test'))).toEqual([]));
	it('wonder at a door that leans outwards', () => expect(asked(put('rear.profile.p1150.x', 10))).toEqual(['rear.profile.p1150.x']));
	it('wonder at a wall that pinches in', () =>
		expect(asked(put('stations.station-2.widths.w450.left', 690))).toContain('stations.station-2.widths.w450.left'));
	it('wonder at a section that does not go with its neighbours', () =>
		expect(asked(put('stations.station-2.widths.w0.left', 620))).toContain('stations.station-2.widths.w0.left'));
	it('wonder at sides that differ, at a roof that rises outwards', () => {
		expect(asked(applyEdits(van, [{ path: ['stations', 'station-1', 'widths', 'w0', 'right'], value: exact(640) }]))).toEqual([
			'stations.station-1.widths.w0.left'
		]);
		expect(asked(put('stations.station-1.ceiling.c450.z', 1300))).toEqual(['stations.station-1.ceiling.c450.z']);
	});
	it('wonder at arches outside the walls or longer on top', () => {
		expect(asked(put('arches.arches.inner', 800))).toContain('arches.arches.inner');
		expect(asked(put('arches.arches.topLength', 900))).toEqual(['arches.arches.topLength']);
	});
	it.each([
		['inches for centimetres', 2880 / 2.54, /Inches typed as centimetres/],
		['centimetres for inches', 2880 * 2.54, /Centimetres typed as inches/],
		['a tenth', 288, /tenth/]
	])('recognise %s', (_, mm, words) => {
		const found = questions(put('length', mm as number));
		expect(found.find((q) => q.path.join('.') === 'vehicle.length')!.text).toMatch(words as RegExp);
	});
	it('let an honest measurement stand', () => expect(questions(put('length', 2960))).toEqual([]));
});
