import type { Highs } from 'highs';
import { findingsOf, type Finding, type Status } from '../checks';
import type { Plan } from '../plan/plan';
import type { Use } from '../plan/use';
import { layoutFacts, wayBetween, type LayoutFacts } from './facts';

/** What kind of number stands in a row, for whoever writes it out. */
export type RowUnit = 'mm' | 'kg' | 'litres' | 'money' | 'seconds' | 'count' | 'share';

/** One question asked of a layout, with its answer; null where it does not arise or has none. */
export interface SheetRow {
	id: string;
	group: 'Bed' | 'People' | 'Gear and room' | 'Building' | 'Use';
	label: string;
	unit: RowUnit;
	value: number | null;
	/** Which way is better; absent where that is a matter of taste. */
	better?: 'more' | 'less';
	/** For margins: how it stands. */
	status?: Status;
}

/** A layout written out so that it can be set beside another. */
export interface LayoutSheet {
	rows: SheetRow[];
	/** Findings that are not clear, the worst first. */
	open: Pick<Finding, 'id' | 'title' | 'status' | 'margin' | 'unit' | 'limit' | 'actual'>[];
}

/** Rules about people whose margins are compared, with short words for them. */
const OF_PEOPLE: { rule: string; words: (name: string) => string }[] = [
	{ rule: 'lying-length', words: (name) => `${name}: length to spare` },
	{ rule: 'sitting-up', words: (name) => `${name}: sitting up` },
	{ rule: 'propped', words: (name) => `${name}: propped on an elbow` },
	{ rule: 'turning-over', words: (name) => `${name}: turning over` },
	{ rule: 'bench-head', words: (name) => `${name}: head room, seated` }
];

function peopleRows({ crew }: Plan, findings: readonly Finding[]): SheetRow[] {
	return Object.entries(crew).flatMap(([id, { name }]) =>
		OF_PEOPLE.map(({ rule, words }): SheetRow => {
			const found = findings
				.filter((finding) => finding.rule === rule && finding.subjects.includes(id))
				.reduce<Finding | undefined>((worst, one) => (worst && worst.margin <= one.margin ? worst : one), undefined);
			const row = { id: `${rule}:${id}`, group: 'People' as const, label: words(name), unit: 'mm' as const, better: 'more' as const };
			return found ? { ...row, value: found.margin, status: found.status } : { ...row, value: null };
		})
	);
}

/** Changes of use that are timed, in the order of a day. */
const CHANGES: [from: Use, to: Use, words: string][] = [
	['drive', 'night', 'Driving to sleeping'],
	['night', 'day', 'Sleeping to day'],
	['day', 'drive', 'Day to driving']
];

function changeRows(plan: Plan, { seconds: toNight }: LayoutFacts): SheetRow[] {
	return CHANGES.map(([from, to, label]): SheetRow => {
		const seconds = (): number | null => {
			const way = wayBetween(plan, from, to);
			return way?.ok ? way.seconds : null;
		};
		const value = from === 'drive' && to === 'night' ? toNight : seconds();
		return { id: `${from}-${to}`, group: 'Use', label, unit: 'seconds', value, better: 'less' };
	});
}

/** Writes a layout out: bed, people, room, building, use, and what is not clear. */
export function sheetOf(plan: Plan, solver: Highs): LayoutSheet {
	const facts = layoutFacts(plan, solver);
	const findings = findingsOf(plan);
	const count = (status: Status) => findings.filter((finding) => finding.status === status).length;
	const number = (value: number) => (Number.isFinite(value) ? value : null);
	const under = findings.filter(({ rule }) => rule === 'gear-under');
	const rows: SheetRow[] = [
		{ id: 'clashes', group: 'Use', label: 'Clashes', unit: 'count', value: count('clash'), better: 'less' },
		{ id: 'tight', group: 'Use', label: 'Tight margins', unit: 'count', value: count('tight'), better: 'less' },
		{ id: 'height', group: 'Bed', label: 'Boards at', unit: 'mm', value: number(facts.height) },
		{ id: 'length', group: 'Bed', label: 'Length', unit: 'mm', value: number(facts.length), better: 'more' },
		{ id: 'width', group: 'Bed', label: 'Width', unit: 'mm', value: number(facts.width), better: 'more' },
		...peopleRows(plan, findings),
		{ id: 'storage', group: 'Gear and room', label: 'Storage', unit: 'litres', value: facts.storage, better: 'more' },
		{
			id: 'gear',
			group: 'Gear and room',
			label: 'Gear that does not go under',
			unit: 'count',
			value: under.filter(({ status }) => status === 'clash').length,
			better: 'less'
		},
		{ id: 'beside', group: 'Gear and room', label: 'Room beside the bed', unit: 'mm', value: facts.beside, better: 'more' },
		{ id: 'floor', group: 'Gear and room', label: 'Floor left free, driving', unit: 'share', value: facts.freeFloor, better: 'more' },
		{ id: 'load', group: 'Gear and room', label: 'Largest load on the floor, driving', unit: 'litres', value: facts.load, better: 'more' },
		{ id: 'pieces', group: 'Building', label: 'Pieces', unit: 'count', value: Object.keys(plan.pieces).length },
		{ id: 'weight', group: 'Building', label: 'Weight', unit: 'kg', value: facts.weight, better: 'less' },
		{ id: 'cost', group: 'Building', label: 'To buy', unit: 'money', value: facts.cost, better: 'less' },
		...changeRows(plan, facts)
	];
	const open = findings.filter(({ status }) => status === 'clash' || status === 'tight');
	return {
		rows,
		open: open.map(({ id, title, status, margin, unit, limit, actual }) => ({ id, title, status, margin, unit, limit, actual }))
	};
}

/** One row of several sheets side by side. */
export interface ComparedRow extends Omit<SheetRow, 'value' | 'status'> {
	values: Pick<SheetRow, 'value' | 'status'>[];
	/** Whether they differ by more than rounding. */
	differs: boolean;
	/** The columns whose value is the best of all, when they differ and one way is better. */
	best: number[];
}

/** Less than this between two numbers of a unit is no difference worth telling. */
const SAME: Record<RowUnit, number> = { mm: 1, kg: 0.1, litres: 1, money: 1, seconds: 1, count: 0.5, share: 0.01 };

/** Sheets side by side, row by row; a row that one sheet has not counts as not arising there. */
export function compared(sheets: readonly LayoutSheet[]): ComparedRow[] {
	const all = new Map(sheets.flatMap(({ rows }) => rows.map((row) => [row.id, row] as const)));
	return [...all.values()].flatMap(({ id, group, label, unit, better }): ComparedRow[] => {
		const values = sheets.map(({ rows }): ComparedRow['values'][number] => {
			const row = rows.find((one) => one.id === id);
			return row ? { value: row.value, status: row.status } : { value: null };
		});
		if (values.every(({ value }) => value === null)) return [];
		const known = values.flatMap(({ value }) => (value === null ? [] : [value]));
		const differs = known.length < values.length || Math.max(...known) - Math.min(...known) >= SAME[unit];
		const top = better === 'more' ? Math.max(...known) : Math.min(...known);
		const best =
			!differs || !better ? [] : values.flatMap(({ value }, i) => (value !== null && Math.abs(value - top) < SAME[unit] ? [i] : []));
		return [{ id, group, label, unit, better, values, differs, best: best.length === values.length ? [] : best }];
	});
}
