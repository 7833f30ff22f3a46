import { z } from 'zod';

/** How sure the builder is of a dimension. */
export const STATUSES = ['guessed', 'measured', 'measured twice'] as const;
export type MeasurementStatus = (typeof STATUSES)[number];

/** A dimension of the vehicle: what the tape said, how far it may be off, how well it is known. */
export const measurementSchema = z.strictObject({
	mm: z.number().min(-2000).max(20000).describe('value in millimetres'),
	plusMinus: z.number().min(0).max(500).describe('tolerance in millimetres: the truth lies this close to the value'),
	status: z.enum(STATUSES),
	note: z.string().max(500).optional()
});
export type Measurement = z.infer<typeof measurementSchema>;

/**
 * Tolerances assumed when the builder gives none, in mm. Our own judgement: a guess from a picture is rarely
 * closer than 30 mm, one reading with a tape on a curved surface about 5, two agreeing readings about 3.
 */
export const USUAL_TOLERANCE: Record<MeasurementStatus, number> = { guessed: 30, measured: 5, 'measured twice': 3 };

/** A measurement with the usual tolerance of its status. */
export const measurement = (mm: number, status: MeasurementStatus = 'measured'): Measurement => ({
	mm,
	plusMinus: USUAL_TOLERANCE[status],
	status
});
