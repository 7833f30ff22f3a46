import { z } from 'zod';
import { pieceSchema, type Piece } from '../pieces/schema';
import { stockUses } from '../pieces/stock-uses';
import { briefSchema } from './brief';
import { buildSchema, STARTING_BUILD } from './build';
import { clothStockSchema, STARTING_CLOTHS } from './cloths';
import { foamStockSchema, STARTING_FOAMS } from './foams';
import { outermost } from './gear';
import { idSchema, tableOf } from './id';
import { logEntrySchema } from './log';
import { materialSchema, sectionSchema } from './materials';
import { SEAT_STATES } from './seat';
import { setAsideTable } from './set-aside';
import { USES } from './use';
import { vehicleSchema } from './vehicle';

const name = z.string().trim().min(1).max(120);
const mm = z.number().min(0).max(20000);

/** What someone wants to be able to do in bed; a wish that is not there is not checked. */
export const WANTS = ['sit up', 'prop up', 'turn over', 'get to the wheel'] as const;
/** What everybody is taken to want as long as they do not say otherwise. */
export const USUAL_WANTS: readonly (typeof WANTS)[number][] = ['sit up', 'prop up', 'turn over'];

const wantsSchema = z.array(z.enum(WANTS)).max(WANTS.length);

export const personSchema = z.strictObject({
	name,
	stature: z.number().min(500).max(2300).describe('height in shoes off, mm'),
	weight: z.number().min(5).max(300).describe('kg'),
	child: z.boolean().optional().describe('true for the proportions of a child of this height: a larger head, a longer trunk'),
	sittingHeight: z.number().min(250).max(1200).optional().describe('seat to crown, mm, when measured'),
	breadth: z.number().min(150).max(900).optional().describe('over the upper arms, mm, when measured'),
	wants: wantsSchema.default([...USUAL_WANTS]).describe('what must be possible in bed'),
	driving: z
		.strictObject({
			seat: idSchema,
			slide: mm.describe('forward of the rearmost place of that seat, mm'),
			angle: z.number().min(-10).max(60).describe('lean of its back, degrees')
		})
		.optional()
		.describe('where this person needs the seat when driving')
});
export type Person = z.infer<typeof personSchema>;

/** How often something is used, most often first. */
export const USED = ['each stop', 'each day', 'each trip', 'in an emergency'] as const;
/** What decides with what, and where, a thing may lie. */
export const TRAITS = ['fragile', 'wet', 'dirty', 'smelly', 'clean', 'gas'] as const;

/** Where one of some gear stands in a compartment. */
export const pinnedSchema = z.strictObject({
	space: z.string().min(1).max(60).describe('the compartment of the piece that it goes to'),
	x: mm.describe('its rear end, forward of the rear end of the compartment, mm'),
	y: mm.describe('its right side, left of the right side of the compartment, mm'),
	z: mm.describe('its underside above the bottom of the compartment, mm'),
	size: z.tuple([mm.positive(), mm.positive(), mm.positive()]).describe('along x, y and z as it is turned, mm')
});
export type Pinned = z.infer<typeof pinnedSchema>;

export const gearSchema = z.strictObject({
	name,
	length: mm,
	width: mm,
	height: mm,
	weight: z.number().min(0).max(1000).describe('kg each'),
	count: z.number().int().min(1).max(100),
	under: idSchema.optional().describe('the piece it has to go under'),
	anyWay: z.boolean().optional().describe('true when it may be laid on any side; it stands upright when absent'),
	held: z.boolean().optional().describe('true when straps, a net or a lip hold it while driving'),
	owner: idSchema.optional().describe('the person whose it is; everybody’s when absent'),
	shape: z.enum(['box', 'cylinder', 'bag']).optional().describe('a box when absent; a bag gives way and keeps its volume'),
	used: z.enum(USED).optional().describe('not known when absent'),
	bears: z.number().min(0).max(1000).optional().describe('what may stand on one, kg; not known when absent'),
	traits: z.array(z.enum(TRAITS)).max(TRAITS.length).optional(),
	vented: z.boolean().optional().describe('true when gas that escapes from it can run out of the vehicle where it stands'),
	apart: z.array(idSchema).max(100).optional().describe('gear that it must not share a compartment with'),
	into: idSchema.optional().describe('the gear that it is packed into; it takes no room of its own then'),
	pinned: z
		.array(pinnedSchema)
		.max(100)
		.optional()
		.describe('where in the piece that they go to the first of them stand, as somebody put them')
});
export type Gear = z.infer<typeof gearSchema>;

/** A dog that comes along. */
export const animalSchema = z.strictObject({
	name,
	shoulder: z.number().min(100).max(1000).describe('height of the shoulder, standing, mm'),
	length: z.number().min(150).max(1500).describe('chest to the root of the tail, mm'),
	weight: z.number().min(1).max(120).describe('kg')
});
export type Animal = z.infer<typeof animalSchema>;

export const POSTURES = ['away', 'in a seat', 'on the bench', 'on the edge of a bed', 'lying'] as const;
export type Posture = (typeof POSTURES)[number];

/** Ends of the vehicle at which a head can be. */
export const HEADS = ['rear', 'front'] as const;
export type Head = (typeof HEADS)[number];

export const DOOR_STATES = ['shut', 'open'] as const;

export const seatSettingSchema = z.strictObject({
	state: z.enum(SEAT_STATES),
	slide: mm.describe('forward of its rearmost place, mm'),
	angle: z.number().min(-60).max(90).describe('lean of the back behind the vertical, degrees'),
	headRest: z.enum(['in', 'out']).optional().describe('in its place when absent'),
	passengers: z.number().int().min(0).max(4).optional().describe('how many people this seat must carry in this mode')
});
export type SeatSetting = z.infer<typeof seatSettingSchema>;

/** One way of using the vehicle: the state of every seat and piece, the posture and place of every person. */
export const modeSchema = z
	.strictObject({
		name,
		use: z.enum(USES),
		seats: z.record(idSchema, seatSettingSchema),
		pieces: z.record(idSchema, z.string().max(40)).describe('state of each piece'),
		doors: z.record(idSchema, z.enum(DOOR_STATES)).describe('doors that are not named are shut'),
		people: z.record(
			idSchema,
			z.strictObject({
				posture: z.enum(POSTURES),
				piece: idSchema.optional().describe('what somebody lies or sits on; lying on none is lying on the floor'),
				head: z.enum(HEADS).optional().describe('which end of the bed the head is at when lying along; whichever is better when absent')
			})
		),
		lies: z
			.record(
				idSchema,
				z.strictObject({
					x: mm.describe('rear end, forward of the rear door, mm'),
					y: z.number().min(-1500).max(1500).describe('its middle, left of the centre line, mm'),
					z: mm.describe('its underside above the floor, mm'),
					turned: z.boolean().optional().describe('true when its length lies across the vehicle')
				})
			)
			.optional()
			.describe('gear that lies in a place of its own in this mode')
	})
	.meta({ id: 'mode' });
export type Mode = z.infer<typeof modeSchema>;

const price = z.number().min(0).max(100000);

export const sheetStockSchema = z.strictObject({
	name,
	thickness: z.number().min(1).max(60),
	length: z.number().min(100).max(5000).describe('along the grain of the face, mm'),
	width: z.number().min(100).max(5000),
	density: z.number().min(50).max(9000).describe('kg per cubic metre'),
	price: price.describe('for one sheet'),
	grain: z.boolean().describe('true when parts must keep their direction'),
	material: materialSchema.optional().describe('what it is made of; its strength is not known when absent')
});
export type SheetStock = z.infer<typeof sheetStockSchema>;

const barLength = z.number().min(100).max(8000);

export const barStockSchema = z.strictObject({
	name,
	width: z.number().min(3).max(300),
	thickness: z.number().min(1).max(300),
	length: barLength,
	density: z.number().min(50).max(9000),
	price: price.describe('for one length'),
	material: materialSchema.optional().describe('what it is made of; its strength is not known when absent'),
	section: sectionSchema.optional().describe('its section; solid when absent'),
	alsoSold: z
		.array(z.strictObject({ length: barLength, price: price.describe('for one of it') }))
		.max(6)
		.optional()
		.describe('other lengths on sale'),
	offcuts: z
		.array(z.strictObject({ length: barLength, count: z.number().int().min(1).max(100) }))
		.max(40)
		.optional()
		.describe('what one has already')
});
export type BarStock = z.infer<typeof barStockSchema>;

/** The longest length of a bar that is on sale, mm. */
export const longestSold = ({ length, alsoSold = [] }: BarStock): number => Math.max(length, ...alsoSold.map((one) => one.length));

export const stockSchema = z.strictObject({
	sheets: tableOf(sheetStockSchema),
	bars: tableOf(barStockSchema),
	foams: tableOf(foamStockSchema).default(STARTING_FOAMS).describe('blocks of foam and ready mattresses to cut cushions from'),
	cloths: tableOf(clothStockSchema).default(STARTING_CLOTHS).describe('cloth, net and foil off the roll'),
	kerf: z.number().min(0).max(12).describe('width of a saw cut, mm'),
	trim: z.number().min(0).max(100).describe('taken off every edge of a new sheet, mm')
});
export type Stock = z.infer<typeof stockSchema>;

/** Another layout of the same vehicle, kept beside the present one; ids that are gone are passed over when it is taken up. */
export const variantSchema = z.strictObject({
	name,
	pieces: tableOf(pieceSchema),
	modes: tableOf(modeSchema),
	under: z.record(idSchema, idSchema).describe('the piece that gear goes under, by the id of the gear'),
	wants: z.record(idSchema, wantsSchema).describe('what people want in bed, by their id')
});
export type Variant = z.infer<typeof variantSchema>;

/** A practice vehicle instead of a real one: which hidden one it is, and what the practice tape has said of it so far. */
export const practiceSchema = z.strictObject({
	vehicle: z
		.number()
		.int()
		.min(0)
		.max(2 ** 31 - 1)
		.describe('number of the hidden vehicle of this body style'),
	readings: z.record(z.string().max(200), z.array(z.number()).max(50)).describe('readings in mm by measurement, in order')
});

/** Stock, anchors and neighbours that the pieces of a plan name. */
function piecesKnown(
	plan: { pieces: Record<string, Piece>; vehicle: { anchors: object }; stock: Record<'sheets' | 'bars' | 'cloths', object> },
	known: (table: object, id: string, path: string[], what: string) => void
): void {
	for (const [id, piece] of Object.entries(plan.pieces)) {
		for (const [one, held] of Object.entries(piece.held ?? {})) {
			if ('anchor' in held) known(plan.vehicle.anchors, held.anchor, ['pieces', id, 'held', one, 'anchor'], 'anchor');
			if ('neighbour' in held) known(plan.pieces, held.neighbour, ['pieces', id, 'held', one, 'neighbour'], 'piece');
		}
		for (const { table, id: stock, path } of stockUses(piece)) known(plan.stock[table], stock, ['pieces', id, ...path], table.slice(0, -1));
	}
}

/** Everything a builder decides and measures. Whatever can be worked out from it is not stored. */
export const planSchema = z
	.strictObject({
		name,
		vehicle: vehicleSchema,
		crew: tableOf(personSchema),
		gear: tableOf(gearSchema),
		animals: tableOf(animalSchema).optional().describe('dogs that come along, in every mode'),
		pieces: tableOf(pieceSchema),
		modes: tableOf(modeSchema),
		stock: stockSchema,
		practice: practiceSchema.optional(),
		layout: name.optional().describe('what the present layout is called beside its variants'),
		variants: tableOf(variantSchema).optional().describe('other layouts of the same vehicle, kept to compare'),
		brief: briefSchema.optional().describe('what a layout was last looked for with; ids that are gone are passed over'),
		setAside: setAsideTable.optional().describe('findings that are not to be told again, by mode, rule and key'),
		build: buildSchema.default(STARTING_BUILD).describe('how the build is worked at, and what of it is done'),
		log: z.array(logEntrySchema).max(2000).describe('nights and trips, as they were')
	})
	.superRefine((plan, context) => {
		const known = (table: object, id: string, path: string[], what: string) => {
			if (!Object.hasOwn(table, id)) context.addIssue({ code: 'custom', path, message: `there is no ${what} “${id}” in this plan` });
		};
		for (const [id, mode] of Object.entries(plan.modes)) {
			for (const seat of Object.keys(mode.seats)) known(plan.vehicle.seats, seat, ['modes', id, 'seats', seat], 'seat');
			for (const piece of Object.keys(mode.pieces)) known(plan.pieces, piece, ['modes', id, 'pieces', piece], 'piece');
			for (const door of Object.keys(mode.doors)) known(plan.vehicle.openings, door, ['modes', id, 'doors', door], 'opening');
			for (const item of Object.keys(mode.lies ?? {})) known(plan.gear, item, ['modes', id, 'lies', item], 'gear');
			for (const [person, at] of Object.entries(mode.people)) {
				known(plan.crew, person, ['modes', id, 'people', person], 'person');
				if (at.piece) known(plan.pieces, at.piece, ['modes', id, 'people', person, 'piece'], 'piece');
			}
		}
		for (const [id, person] of Object.entries(plan.crew))
			if (person.driving) known(plan.vehicle.seats, person.driving.seat, ['crew', id, 'driving', 'seat'], 'seat');
		for (const [id, { under, owner, apart = [], into }] of Object.entries(plan.gear)) {
			if (under) known(plan.pieces, under, ['gear', id, 'under'], 'piece');
			if (owner) known(plan.crew, owner, ['gear', id, 'owner'], 'person');
			for (const other of apart) known(plan.gear, other, ['gear', id, 'apart'], 'gear');
			if (!into) continue;
			known(plan.gear, into, ['gear', id, 'into'], 'gear');
			if (plan.gear[outermost(plan.gear, id)]?.into !== undefined)
				context.addIssue({ code: 'custom', path: ['gear', id, 'into'], message: 'it would be packed into itself' });
		}
		piecesKnown(plan, known);
	});
export type Plan = z.infer<typeof planSchema>;
