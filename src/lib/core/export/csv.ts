import Papa from 'papaparse';
import type { CuttingPlan } from '../cutting';
import { stockOfPart } from '../pieces';
import type { Stock } from '../plan';
import { withUnits } from '../units';

/** The parts list as CSV: one line for each kind of part, sizes in mm, weight of one in kg, and the guessed sizes that a part is cut by. */
export function partsCsv({ parts }: CuttingPlan, stock: Stock): string {
	return Papa.unparse(
		parts.map((part) => ({
			number: part.number,
			piece: part.piece,
			part: part.name,
			quantity: part.quantity,
			length_mm: part.length,
			width_mm: part.width,
			thickness_mm: part.thickness,
			stock: stockOfPart(part, stock)!.name,
			shape: part.shaped ? 'cut to outline' : 'rectangle',
			weight_kg: Number(part.weight.toFixed(2)),
			only_guessed: part.guesses.map(({ label }) => withUnits(label, 'metric')).join('; ')
		})),
		// A name that starts with = + - or @ would be run as a formula by spreadsheets.
		{ escapeFormulae: true }
	);
}
