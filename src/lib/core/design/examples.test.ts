import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { allTolerances, conversionFindings, findingsOf, strengthFindings } from '../checks';
import { partsOf } from '../cutting';
import { readPlanFile, writePlanFile } from '../plan';

/** Pieces that are among no kind, made up on screen: what carries what, what opens and what fits follows from their boards. */
describe.each(readdirSync('examples').filter((name) => name.startsWith('own-')))('%s', (file) => {
	const text = readFileSync(`examples/${file}`, 'utf8');
	const read = readPlanFile(text);
	if (!read.ok) throw new Error(read.faults.join());
	const { plan } = read;
	it('has no clash, measured as it is', () =>
		expect(
			findingsOf(plan, allTolerances(plan))
				.filter(({ status }) => status === 'clash')
				.map(({ title }) => title)
		).toEqual([]));
	it('gets from every mode to every other', () => expect(conversionFindings(plan).filter(({ status }) => status === 'clash')).toEqual([]));
	it('bears whoever lies, kneels and sits down on it', () =>
		expect(strengthFindings(plan).filter(({ status, unknown }) => status === 'clash' || unknown)).toEqual([]));
	it('is cut into parts, and written as it was read', () => {
		expect(partsOf(plan).length).toBeGreaterThan(3);
		expect(JSON.parse(writePlanFile(plan))).toEqual(JSON.parse(text));
	});
});
