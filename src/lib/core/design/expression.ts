import jsep, { type Expression as Syntax } from 'jsep';

/** A size as it is written: millimetres or degrees, or an expression over sizes, places of the vehicle and faces of other nodes. */
export type Size = number | string;

/** Something that an expression does not allow, or that it asks for and is not there; its message is for whoever wrote it. */
export class SizeFault extends Error {}

/** What a name in an expression stands for: a number, or something with names of its own. */
export type Value = number | Place;
export interface Place {
	/** What it is called in messages. */
	called: string;
	/** The names it has. */
	names: readonly string[];
	/** @throws SizeFault when it has no such name. */
	get(name: string): Value;
}

/** What an expression can reach. @throws SizeFault for a name that is not there. */
export type Lookup = (name: string) => Value;

/** An expression is no longer, and no deeper, than this. */
const LONGEST = 200;
const DEEPEST = 24;

const FUNCTIONS: Readonly<Record<string, (...args: number[]) => number>> = {
	min: Math.min,
	max: Math.max,
	abs: Math.abs,
	round: Math.round,
	floor: Math.floor,
	ceil: Math.ceil
};

/** Words that no node or size may be called: an expression takes them for something else. */
export const FUNCTION_NAMES = Object.keys(FUNCTIONS);

const OPERATORS: Readonly<Record<string, (a: number, b: number) => number>> = {
	'+': (a, b) => a + b,
	'-': (a, b) => a - b,
	'*': (a, b) => a * b,
	'/': (a, b) => a / b,
	'<': (a, b) => Number(a < b),
	'>': (a, b) => Number(a > b),
	'<=': (a, b) => Number(a <= b),
	'>=': (a, b) => Number(a >= b)
};

type Compiled = (lookup: Lookup) => Value;

const compiled = new Map<string, Compiled | SizeFault>();
/** So many expressions are kept as they were read. */
const KEPT = 5000;

/** Reads an expression once; the next time it is known. */
function read(text: string): Compiled {
	let known = compiled.get(text);
	if (!known) {
		try {
			if (text.length > LONGEST) throw new SizeFault(`It is longer than ${LONGEST} characters.`);
			known = compile(syntaxOf(text), 0);
		} catch (error) {
			if (!(error instanceof SizeFault)) throw error;
			known = error;
		}
		if (compiled.size >= KEPT) compiled.clear();
		compiled.set(text, known);
	}
	if (known instanceof SizeFault) throw known;
	return known;
}

function syntaxOf(text: string): Syntax {
	try {
		return jsep(text);
	} catch (error) {
		throw new SizeFault(`“${text}” cannot be read: ${(error as Error).message}.`);
	}
}

const asNumber = (value: Value): number => {
	if (typeof value === 'number') return value;
	throw new SizeFault(`“${value.called}” is a place with several sizes: say which, as ${value.called}.${value.names[0] ?? '…'}.`);
};

/** Only what is listed here is done: an expression reaches names that it is given, and nothing else. */
function compile(syntax: Syntax, depth: number): Compiled {
	if (depth > DEEPEST) throw new SizeFault('It has too many brackets within brackets.');
	const inner = (one: unknown) => compile(one as Syntax, depth + 1);
	switch (syntax.type) {
		case 'Literal': {
			const { value } = syntax;
			if (typeof value !== 'number' || !Number.isFinite(value)) throw new SizeFault(`“${String(value)}” is no size.`);
			return () => value;
		}
		case 'Identifier': {
			const { name } = syntax as unknown as { name: string };
			return (lookup) => lookup(name);
		}
		case 'MemberExpression': {
			const { object, property, computed } = syntax as unknown as { object: Syntax; property: Syntax; computed: boolean };
			const of = inner(object);
			const name = computed ? property.value : property.name;
			if (typeof name !== 'string' && typeof name !== 'number')
				throw new SizeFault('In square brackets stands a name in quotes, or a number.');
			return (lookup) => {
				const place = of(lookup);
				if (typeof place === 'number') throw new SizeFault(`A number has no “${name}”.`);
				return place.get(String(name));
			};
		}
		case 'UnaryExpression': {
			const { operator, argument } = syntax as unknown as { operator: string; argument: Syntax };
			if (operator !== '-' && operator !== '+') throw new SizeFault(`“${operator}” is no sum that can be done here.`);
			const value = inner(argument);
			return operator === '-' ? (lookup) => -asNumber(value(lookup)) : value;
		}
		case 'BinaryExpression':
			return sum(syntax as unknown as { operator: string; left: Syntax; right: Syntax }, inner);
		case 'ConditionalExpression': {
			const [test, yes, no] = [syntax.test, syntax.consequent, syntax.alternate].map(inner);
			return (lookup) => (asNumber(test(lookup)) ? yes : no)(lookup);
		}
		case 'CallExpression':
			return call(syntax as unknown as { callee: Syntax; arguments: Syntax[] }, inner);
		default:
			throw new SizeFault('Write one sum of numbers and names, with + − * / and brackets.');
	}
}

function sum({ operator, left, right }: { operator: string; left: Syntax; right: Syntax }, inner: (one: Syntax) => Compiled): Compiled {
	if (!Object.hasOwn(OPERATORS, operator)) throw new SizeFault(`“${operator}” is no sum that can be done here.`);
	const [does, a, b] = [OPERATORS[operator], inner(left), inner(right)];
	return (lookup) => does(asNumber(a(lookup)), asNumber(b(lookup)));
}

function call({ callee, arguments: given }: { callee: Syntax; arguments: Syntax[] }, inner: (one: Syntax) => Compiled): Compiled {
	const name = callee.type === 'Identifier' ? (callee.name as string) : '';
	if (!Object.hasOwn(FUNCTIONS, name)) throw new SizeFault(`What can be called is ${FUNCTION_NAMES.join(', ')}.`);
	if (given.length === 0) throw new SizeFault(`${name} wants something in its brackets.`);
	const values = given.map(inner);
	return (lookup) => FUNCTIONS[name](...values.map((value) => asNumber(value(lookup))));
}

/** Nothing in or round a vehicle is further away or larger than this, mm: what is, geometry cannot reckon with. */
const MOST_SIZE = 1e6;

/**
 * What a size comes to, mm or degrees.
 *
 * @throws SizeFault when it cannot be read, asks for what is not there, or comes to no number that a vehicle has room for.
 */
export function evaluate(size: Size, lookup: Lookup): number {
	if (typeof size === 'number') return size;
	const value = asNumber(read(size)(lookup));
	if (!Number.isFinite(value)) throw new SizeFault(`“${size}” comes to no number.`);
	if (Math.abs(value) > MOST_SIZE) throw new SizeFault(`“${size}” comes to more than any vehicle is long.`);
	return value;
}

/** What is wrong with a size as it is written, whatever its names stand for; nothing when it can be read. */
export function faultIn(size: Size): string | undefined {
	if (typeof size === 'number') return undefined;
	try {
		read(size);
		return undefined;
	} catch (error) {
		return (error as Error).message;
	}
}
