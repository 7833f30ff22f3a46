import { describe, expect, it } from 'vitest';
import { applyEdits, planSchema, type Gear, type Plan } from '../plan';
import { example } from '../testing/examples';
import { gearCsv, readGearTable } from '.';

const bare = (gear: Plan['gear'] = {}): Plan => ({ ...example('16-slat-couch.nook.json'), gear });
const GEAR: Plan['gear'] = {
	crate: { name: 'Crate', length: 400, width: 300, height: 230, weight: 1.5, count: 4, bears: 30 },
	net: {
		name: '=Net, wet',
		length: 500,
		width: 200,
		height: 200,
		weight: 2,
		count: 1,
		shape: 'bag',
		used: 'each day',
		traits: ['wet', 'smelly'],
		apart: ['crate']
	},
	pan: { name: 'Pan', length: 200, width: 200, height: 90, weight: 1, count: 1, into: 'crate', anyWay: true }
};

describe('a table of gear', () => {
	it('goes out and comes in again as it was', () => {
		const table = gearCsv(bare(GEAR));
		const { edits, added, changed, faults } = readGearTable(table, bare(), 'metric');
		expect(faults).toEqual([]);
		expect([added, changed]).toEqual([3, 0]);
		const read = applyEdits(bare(), edits);
		expect(Object.values(read.gear).map(({ name }) => name)).toEqual(['Crate', '=Net, wet', 'Pan']);
		expect(gearCsv(read)).toBe(table);
		expect(planSchema.safeParse(read).success).toBe(true);
	});

	it('comes from a spreadsheet by pasting, with other names, units and orders of columns', () => {
		const { edits, faults } = readGearTable(
			'High\tWhat\tWide\tLong (mm)\thow many\tMass\n12 in\tTub\t30 cm\t0,4 m\t2\t500 g',
			bare(),
			'metric'
		);
		expect(faults).toEqual([]);
		expect(edits).toEqual([
			{ path: ['gear', 'tub'], value: { name: 'Tub', length: 400, width: 300, height: expect.closeTo(304.8, 3), weight: 0.5, count: 2 } }
		]);
		const inches = readGearTable('name,length,width,height\nTub,16,12,10', bare(), 'imperial');
		expect((inches.edits[0].value as Gear).length).toBeCloseTo(406.4);
	});

	it('changes what is there already, and keeps what it does not name', () => {
		const plan = bare({ crate: { ...GEAR.crate, under: 'couch', held: true } });
		const { edits, added, changed } = readGearTable('name,length,width,height,used\ncrate,410,300,230,each trip', plan, 'metric');
		expect([added, changed]).toEqual([0, 1]);
		expect(edits[0].value).toEqual({ ...GEAR.crate, name: 'crate', length: 410, used: 'each trip', under: 'couch', held: true });
	});

	it('says what it does not understand, row by row, and takes the rest', () => {
		const table =
			'name,length,width,height,colour,used,into\nTub,400,300,wide,red,,\nBox,1,2,3,,each century,\nPot,200,200,100,,each day,Cupboard\nBag,300,200,100,,,';
		const { edits, added, faults } = readGearTable(table, bare(), 'metric');
		expect(added).toBe(2);
		expect(edits).toHaveLength(2);
		expect(faults).toEqual([
			'The column “colour” is not known and was left out.',
			expect.stringMatching(/^Row 2 \(Tub\): height: /),
			expect.stringMatching(/^Row 3 \(Box\): used: “each century” is none of each stop, each day/),
			'Pot: there is no gear “Cupboard”.'
		]);
	});

	it('says which columns are missing, and takes nothing', () => {
		expect(readGearTable('a,b\n1,2', bare(), 'metric')).toMatchObject({
			edits: [],
			faults: [expect.stringContaining('name, length, width, height are missing')]
		});
		expect(readGearTable('', bare(), 'metric').edits).toEqual([]);
	});
});
