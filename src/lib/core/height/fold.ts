import type { HeightRow } from './study';

const isGear = ({ id }: HeightRow): boolean => id.startsWith('gear-under:');
/** The mean margin of a row where it is asked: of things that need room under a piece, least for the highest. */
const roominess = ({ margins }: HeightRow): number => {
	const asked = margins.filter((margin) => !Number.isNaN(margin));
	return asked.reduce((sum, margin) => sum + margin, 0) / Math.max(1, asked.length);
};

/**
 * The rows of a study in no more than so many, as long as it is things of which there are too many: the highest keep a row each, and
 * the others share one, in which at every height the worst of them counts.
 */
export function foldedRows(rows: readonly HeightRow[], most: number): readonly HeightRow[] {
	if (rows.length <= most) return rows;
	const gear = rows.filter(isGear).sort((a, b) => roominess(a) - roominess(b));
	const kept = Math.max(1, most - (rows.length - gear.length) - 1);
	const others = gear.slice(kept);
	if (others.length < 2) return rows;
	const shared: HeightRow = {
		id: 'gear-under:',
		label: `${others.length} other things`,
		margins: others[0].margins.map((_, i) => {
			const asked = others.map(({ margins }) => margins[i]).filter((margin) => !Number.isNaN(margin));
			return asked.length > 0 ? Math.min(...asked) : NaN;
		}),
		comfort: Math.max(...others.map(({ comfort }) => comfort))
	};
	const hidden = new Set(others);
	const last = rows.indexOf(rows.findLast((row) => isGear(row) && !hidden.has(row))!);
	return [...rows.slice(0, last + 1), shared, ...rows.slice(last + 1)].filter((row) => !hidden.has(row));
}
