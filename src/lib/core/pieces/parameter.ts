import { z } from 'zod';

/** What the form, the fixes and the help text know of a parameter of a piece. */
export interface ParameterMeta {
	label: string;
	unit: 'mm' | 'deg' | 'kg' | 'count' | 'choice' | 'yes-no' | 'sheet' | 'bar' | 'cloth' | 'design';
	hint?: string;
	/** Verbs for turning the value up and down; parameters without them are never proposed as a fix. */
	more?: string;
	less?: string;
	/** Asked only while another parameter has one of these values; without it, always. */
	when?: { key: string; is: readonly unknown[] };
	/** Of a folded seat that it stands on: where that begins or ends along the vehicle, or how high it is. */
	ofFolded?: 'rear' | 'front' | 'top';
	/** 0 stands for the value of this other parameter, and other values have its range. */
	zeroIs?: string;
	/** Of how many there are, or how far apart: with more of them or less between them a load is shared by more. */
	supports?: true;
}

/** A length in mm within a range, with its start value. */
export const length = (label: string, [min, max]: [number, number], start: number, rest: Partial<ParameterMeta> = {}) =>
	z
		.number()
		.min(min)
		.max(max)
		.default(start)
		.meta({ label, unit: 'mm', ...rest });

/** A mass in kg within a range. */
export const mass = (label: string, [min, max]: [number, number], start: number, rest: Partial<ParameterMeta> = {}) =>
	z
		.number()
		.min(min)
		.max(max)
		.default(start)
		.meta({ label, unit: 'kg', ...rest });

/** A whole number within a range. */
export const count = (label: string, [min, max]: [number, number], start: number, rest: Partial<ParameterMeta> = {}) =>
	z
		.number()
		.int()
		.min(min)
		.max(max)
		.default(start)
		.meta({ label, unit: 'count', ...rest });

/** An angle in degrees within a range. */
export const degrees = (label: string, [min, max]: [number, number], start: number, rest: Partial<ParameterMeta> = {}) =>
	z
		.number()
		.min(min)
		.max(max)
		.default(start)
		.meta({ label, unit: 'deg', ...rest });

/** One of a few words. */
export const choice = <const T extends readonly [string, ...string[]]>(
	label: string,
	options: T,
	start: T[number],
	rest: Partial<ParameterMeta> = {}
) =>
	z
		.enum(options)
		.default(start as never)
		.meta({ label, unit: 'choice', ...rest });

/** Yes or no. */
export const yesNo = (label: string, start: boolean, rest: Partial<ParameterMeta> = {}) =>
	z
		.boolean()
		.default(start)
		.meta({ label, unit: 'yes-no', ...rest });

/** A kind of sheet, bar or cloth from the plan's stock, by id; its parameter's name must end in `Sheet`, `Bar` or `Cloth`. */
export const stockOf = (label: string, unit: 'sheet' | 'bar' | 'cloth', start: string, rest: Partial<ParameterMeta> = {}) =>
	z
		.string()
		.max(40)
		.default(start)
		.meta({ label, unit, ...rest });

/** Soft, medium or firm: how far a pad gives under a body. */
export const FOAMS = ['firm', 'medium', 'soft'] as const;
export type Foam = (typeof FOAMS)[number];

/** Label, unit and verbs of a parameter of a piece's schema. */
export const parameterMeta = (schema: unknown): ParameterMeta => (schema as z.ZodType).meta() as unknown as ParameterMeta;

/** Whether a parameter matters while the others are what they are: the form passes over one that does not. */
export const isAsked = ({ when }: ParameterMeta, params: object): boolean =>
	!when || when.is.includes((params as Record<string, unknown>)[when.key]);

/** Lowest and highest value of a number parameter; undefined for any other. */
export function numberRange(schema: unknown): [number, number] | undefined {
	const inner = schema instanceof z.ZodDefault ? schema.unwrap() : schema;
	return inner instanceof z.ZodNumber ? [inner.minValue ?? -Infinity, inner.maxValue ?? Infinity] : undefined;
}

/** Height of what one lies on above the floor. */
export const deckHeight = (start: number, range: [number, number] = [60, 1400], label = 'Height of the boards') =>
	length(label, range, start, { hint: 'floor to the upper face, without the mattress', more: 'Raise the bed', less: 'Lower the bed' });

/** Where a piece begins. */
export const rearEdge = (start: number) =>
	length('Rear edge from the rear door', [0, 6000], start, {
		hint: 'measured at floor level',
		more: 'Move it forward',
		less: 'Move it back'
	});

/** Room that is left all round for lining, carpet and a tilted tape. */
export const gapAround = (start = 8) =>
	length('Gap to walls and arches', [0, 100], start, {
		hint: 'lining, carpet and a tilted tape eat millimetres',
		more: 'Widen the gap all round',
		less: 'Narrow the gap all round'
	});

/** Thickness and foam of what one lies on. */
export const padParams = (thickness = 80) => ({
	padThickness: length('Mattress thickness', [20, 250], thickness, { more: 'Take a thicker mattress', less: 'Take a thinner mattress' }),
	padFoam: choice('Mattress foam', FOAMS, 'medium')
});
