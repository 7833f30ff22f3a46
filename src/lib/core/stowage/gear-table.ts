import Papa from 'papaparse';
import { freeId, gearSchema, packInto, TRAITS, USED, type Edit, type Gear, type Plan } from '../plan';
import { parseLength, parseMass, type Parsed, type UnitSystem } from '../units';

/** The columns of a table of gear, in their order, and other names that are understood. */
const COLUMNS = {
	name: ['what', 'thing', 'item'],
	count: ['how many', 'number', 'quantity'],
	length: ['long'],
	width: ['wide', 'depth'],
	height: ['high', 'tall'],
	weight: ['mass'],
	shape: [],
	used: ['how often'],
	bears: ['bears kg'],
	'any way': ['anyway', 'laid down'],
	traits: ['is'],
	owner: ['whose'],
	into: ['packed into', 'in'],
	apart: ['not with', 'apart from']
} as const;
type Column = keyof typeof COLUMNS;
const NEEDED: readonly Column[] = ['name', 'length', 'width', 'height'];

/** What separates several words in one field. */
const SEVERAL = /\s*[;/|]\s*/;

/** All gear as CSV, one line each: lengths in mm, weights in kg, several words in one field with semicolons between. */
export function gearCsv({ gear, crew }: Pick<Plan, 'gear' | 'crew'>): string {
	return Papa.unparse(
		Object.values(gear).map((one): Record<Column, string | number> => ({
			name: one.name,
			count: one.count,
			length: one.length,
			width: one.width,
			height: one.height,
			weight: one.weight,
			shape: one.shape ?? 'box',
			used: one.used ?? '',
			bears: one.bears ?? '',
			'any way': one.anyWay ? 'yes' : '',
			traits: (one.traits ?? []).join('; '),
			owner: one.owner ? crew[one.owner].name : '',
			into: one.into ? gear[one.into].name : '',
			apart: (one.apart ?? []).map((id) => gear[id].name).join('; ')
		})),
		// A name that starts with = + - or @ would be run as a formula by spreadsheets.
		{ escapeFormulae: true, columns: Object.keys(COLUMNS) }
	);
}

/** What a table of gear would do to a plan. */
export interface ReadTable {
	edits: Edit[];
	added: number;
	changed: number;
	/** Rows and columns that were not understood, in sentences; they are left out. */
	faults: string[];
}

/** A spreadsheet's guard against formulas is taken off again. */
const plain = (value: string | undefined): string => (value ?? '').trim().replace(/^'(?=[=+\-@])/, '');

const columnOf = (heading: string): Column | undefined => {
	const clean = plain(heading)
		.toLowerCase()
		.replace(/[_\s]*\(?\b(mm|cm|kg)\b\)?$/, '')
		.replace(/_/g, ' ')
		.trim();
	return (Object.keys(COLUMNS) as Column[]).find((column) => column === clean || (COLUMNS[column] as readonly string[]).includes(clean));
};

type Row = Partial<Record<Column, string>>;

/** What a field says, and what stands there already where it says nothing; throws a sentence where it is not understood. */
class Fields {
	constructor(
		private readonly row: Row,
		private readonly system: UnitSystem,
		private readonly before: Gear | undefined
	) {}

	said = (column: Column): string => plain(this.row[column]);

	length(column: 'length' | 'width' | 'height'): number {
		if (this.said(column) === '' && this.before) return this.before[column];
		return valueOf(column, parseLength(this.said(column), this.system));
	}

	mass(column: 'weight' | 'bears'): number | undefined {
		return this.said(column) === '' ? this.before?.[column] : valueOf(column, parseMass(this.said(column), this.system));
	}

	oneOf<T extends string>(column: 'shape' | 'used', words: readonly T[]): T | undefined {
		const word = this.said(column).toLowerCase();
		if (word === '') return this.before?.[column] as T | undefined;
		const found = words.find((one) => one === word);
		if (!found) throw new Error(`${column}: “${word}” is none of ${words.join(', ')}`);
		return found;
	}

	count(): number {
		return this.said('count') === '' ? (this.before?.count ?? 1) : Number(this.said('count'));
	}

	anyWay(): boolean | undefined {
		return this.said('any way') === '' ? this.before?.anyWay : /^(y|yes|x|true|1)$/i.test(this.said('any way'));
	}

	traits(): string[] | undefined {
		return this.said('traits') === '' ? this.before?.traits : this.said('traits').toLowerCase().split(SEVERAL).filter(Boolean);
	}
}

function valueOf(column: Column, parsed: Parsed): number {
	if (!parsed.ok) throw new Error(`${column}: ${parsed.error}`);
	return parsed.value;
}

/** One row; throws a sentence about what is wrong with it. */
function gearIn(fields: Fields, before: Gear | undefined): Gear {
	const shape = fields.oneOf('shape', ['box', 'cylinder', 'bag']);
	const said = {
		bears: fields.mass('bears'),
		shape: shape === 'box' ? undefined : shape,
		used: fields.oneOf('used', USED),
		anyWay: fields.anyWay() || undefined,
		traits: fields.traits()
	};
	const read = gearSchema.safeParse({
		...before,
		name: fields.said('name'),
		length: fields.length('length'),
		width: fields.length('width'),
		height: fields.length('height'),
		weight: fields.mass('weight') ?? 0,
		count: fields.count(),
		...Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined))
	});
	if (read.success) return read.data;
	const [{ path, message }] = read.error.issues;
	if (path[0] === 'traits') throw new Error(`traits: only ${TRAITS.join(', ')} are known`);
	throw new Error(`${path.join(' ')}: ${message}`);
}

/** What a row says of other gear and of people, by name: edits, or what is not there. */
function references(row: Row, id: string, plan: Plan, ids: ReadonlyMap<string, string>, faults: string[]): Edit[] {
	const own = plain(row.name);
	const named = (word: string, what: string, table: ReadonlyMap<string, string>): string[] => {
		const found = table.get(word.toLowerCase());
		if (found === undefined) faults.push(`${own}: there is no ${what} “${word}”.`);
		return found === undefined ? [] : [found];
	};
	const people = new Map(Object.entries(plan.crew).map(([person, { name }]) => [name.toLowerCase(), person]));
	const [owner, into, apart] = (['owner', 'into', 'apart'] as const).map((column) => plain(row[column]));
	return [
		...(owner ? named(owner, 'person', people).map((value): Edit => ({ path: ['gear', id, 'owner'], value })) : []),
		...(into ? named(into, 'gear', ids).flatMap((other) => packInto(id, other)) : []),
		...(apart ? [{ path: ['gear', id, 'apart'], value: apart.split(SEVERAL).flatMap((word) => named(word, 'gear', ids)) }] : [])
	];
}

/**
 * Reads a table of gear, from a file or pasted from a spreadsheet: the first row names the columns, in any order. Whatever has the
 * name of something that is there already changes that. Lengths without a unit are mm, or inches; weights kg, or pounds. What is not
 * understood is left out and told.
 */
export function readGearTable(text: string, plan: Plan, system: UnitSystem): ReadTable {
	const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
	const [headings = [], ...rows] = parsed.data;
	const columns = headings.map(columnOf);
	const faults = headings.flatMap((heading, i) =>
		columns[i] || !plain(heading) ? [] : [`The column “${plain(heading)}” is not known and was left out.`]
	);
	const missing = NEEDED.filter((column) => !columns.includes(column));
	if (missing.length > 0)
		return {
			edits: [],
			added: 0,
			changed: 0,
			faults: [`The first row has to name the columns; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing.`]
		};
	const ids = new Map(Object.entries(plan.gear).map(([id, { name }]) => [name.toLowerCase(), id]));
	const taken: Record<string, unknown> = { ...plan.gear };
	const edits: Edit[] = [];
	const read: { row: Row; id: string }[] = [];
	let [added, changed] = [0, 0];
	rows.forEach((fields, i) => {
		const row: Row = {};
		columns.forEach((column, k) => {
			if (column) row[column] = fields[k];
		});
		const name = plain(row.name).toLowerCase();
		const known = ids.get(name);
		try {
			const before = known === undefined ? undefined : plan.gear[known];
			const value = gearIn(new Fields(row, system, before), before);
			const id = known ?? freeId(taken, value.name);
			taken[id] = value;
			ids.set(name, id);
			edits.push({ path: ['gear', id], value });
			read.push({ row, id });
			if (known === undefined) added++;
			else changed++;
		} catch (error) {
			faults.push(`Row ${i + 2}${name ? ` (${plain(row.name)})` : ''}: ${(error as Error).message}.`);
		}
	});
	// Names of other rows are known only now.
	for (const { row, id } of read) edits.push(...references(row, id, plan, ids, faults));
	return { edits, added, changed, faults };
}
