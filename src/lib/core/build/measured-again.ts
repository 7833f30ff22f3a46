import { findingsOf } from '../checks';
import { cutShape, FINEST } from '../cutting';
import { applyEdits, type Edit } from '../plan/edit';
import { afterReading } from '../plan/measurement';
import type { MeasurementEntry } from '../interior/measuring-entry';
import type { Plan } from '../plan/plan';
import { partsByKey } from './as-cut';

/** A part that another reading changes. */
export interface ChangedPart {
	/** `piece/part`. */
	key: string;
	name: string;
	/** It is cut already: it stays as it is, and is trimmed or cut anew. */
	cut: boolean;
	/** As it was to be, and as it is to be then; null where there is no such part. */
	from: { length: number; width: number } | null;
	to: { length: number; width: number } | null;
}

/** What another reading of one size of the vehicle does to a build. */
export interface ReadAgain {
	edits: Edit[];
	parts: ChangedPart[];
	/** Titles of what clashes then and did not before. */
	clashes: string[];
}

/**
 * What changes when a size of the vehicle turns out to be another one: parts that are cut and parts that are not, and what clashes.
 *
 * @param mm what the tape shows, as the entry's `factor` has it
 */
export function readAgain(plan: Plan, { path, measurement, factor }: Pick<MeasurementEntry, 'path' | 'measurement' | 'factor'>, mm: number): ReadAgain {
	const edits: Edit[] = [{ path, value: afterReading(measurement, mm / factor) }];
	const after = applyEdits(plan, edits);
	const [before, now] = [partsByKey(plan), partsByKey(after)];
	const parts = [...new Set([...before.keys(), ...now.keys()])].flatMap((key): ChangedPart[] => {
		const [was, is] = [before.get(key), now.get(key)];
		if ((was ?? is)!.form === 'bought') return [];
		const [from, to] = [was && cutShape(was), is && cutShape(is)];
		const differs = !from || !to || Math.abs(from.length - to.length) > FINEST || Math.abs(from.width - to.width) > FINEST;
		const size = (of: typeof from) => (of ? { length: of.length, width: of.width } : null);
		return differs ? [{ key, name: (was ?? is)!.name, cut: Object.hasOwn(plan.build.cut, key), from: size(from), to: size(to) }] : [];
	});
	const clashing = (of: Plan) => findingsOf(of).filter(({ status }) => status === 'clash');
	const known = new Set(clashing(plan).map(({ id }) => id));
	return { edits, parts, clashes: clashing(after).filter(({ id }) => !known.has(id)).map(({ title }) => title) };
}
