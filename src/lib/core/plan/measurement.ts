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

/** A measurement after a first reading or a better one: a guess becomes measured, with the usual tolerance of that. */
export function afterReading(before: Measurement, mm: number): Measurement {
	if (before.status !== 'guessed') return { ...before, mm };
	return { ...before, mm, status: 'measured', plusMinus: USUAL_TOLERANCE.measured };
}

/**
 * A measurement after a second, independent reading: two that agree within twice the tolerance of one make their mean,
 * measured twice; two that do not agree make nothing, since one of them is wrong and nobody knows which.
 *
 * @returns the measurement, or how far apart the readings are, mm.
 */
export function afterSecondReading(before: Measurement, mm: number): { agreed: Measurement } | { apart: number } {
	const apart = Math.abs(before.mm - mm);
	if (apart > 2 * Math.max(before.plusMinus, USUAL_TOLERANCE['measured twice'])) return { apart };
	return {
		agreed: { ...before, mm: (before.mm + mm) / 2, status: 'measured twice', plusMinus: USUAL_TOLERANCE['measured twice'] }
	};
}
