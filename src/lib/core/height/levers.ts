import { FOAMS, kindOf, numberRange } from '../pieces';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';
import { compromises, type Compromise } from './compromise';
import { heightStudy } from './study';

/** One setting of a lever, and the best that a height can then be. */
export interface LeverOption {
	label: string;
	/** Whether the plan has it now. */
	present: boolean;
	edits: Edit[];
	best: Compromise | undefined;
}

/** Something besides the height that is traded for millimetres. */
export interface Lever {
	id: 'mattress' | 'foam' | 'roof';
	label: string;
	options: LeverOption[];
}

/** Steps in which a mattress is thinner or thicker than now, mm. */
const THICKNESSES = [-40, -20, 0, 20];

type Setting = Omit<LeverOption, 'best'>;

/** The mattress of a piece, where its kind has one: a little thinner and thicker. */
function thickness(plan: Plan, pieceId: string): Setting[] {
	const { kind, params } = plan.pieces[pieceId];
	const schema = kindOf(kind).params.shape.padThickness;
	const range = schema && numberRange(schema);
	const now = (params as Record<string, unknown>).padThickness;
	if (!range || typeof now !== 'number') return [];
	return THICKNESSES.map((by) => now + by)
		.filter((mm) => mm >= range[0] && mm <= range[1])
		.map((mm) => ({
			label: lengthMark(mm),
			present: mm === now,
			edits: [{ path: ['pieces', pieceId, 'params', 'padThickness'], value: mm }]
		}));
}

/** Its foam, where its kind says one. */
function foam(plan: Plan, pieceId: string): Setting[] {
	const now = (plan.pieces[pieceId].params as Record<string, unknown>).padFoam;
	if (typeof now !== 'string') return [];
	return FOAMS.map((one) => ({
		label: one,
		present: one === now,
		edits: [{ path: ['pieces', pieceId, 'params', 'padFoam'], value: one }]
	}));
}

/** The lining of the ceiling as it is planned, half as thick, and none; nothing to turn where it was measured in place. */
function roof({ vehicle: { lining } }: Plan): Setting[] {
	const layers = Object.entries(lining.roof);
	const total = layers.reduce((sum, [, layer]) => sum + layer.thickness, 0);
	if (lining.included || total === 0) return [];
	return [1, 0.5, 0].map((share) => ({
		label: share === 0 ? 'none' : lengthMark(Math.round(total * share)),
		present: share === 1,
		edits: layers.map(([id, layer]): Edit => ({
			path: ['vehicle', 'lining', 'roof', id],
			value: share === 0 ? undefined : { ...layer, thickness: Math.round(layer.thickness * share) }
		}))
	}));
}

/**
 * The levers of a piece's height, every setting tried at every height: mattress thickness, foam, lining of the ceiling.
 * Yields after each setting with the levers so far.
 */
export function* leversOf(plan: Plan, pieceId: string, modeIds: string[]): Generator<Lever[], Lever[]> {
	const wanted: { id: Lever['id']; label: string; settings: Setting[] }[] = [
		{ id: 'mattress', label: 'Mattress', settings: thickness(plan, pieceId) },
		{ id: 'foam', label: 'Foam', settings: foam(plan, pieceId) },
		{ id: 'roof', label: 'Ceiling lining', settings: roof(plan) }
	];
	const levers: Lever[] = [];
	for (const { id, label, settings } of wanted) {
		if (settings.length < 2) continue;
		const lever: Lever = { id, label, options: [] };
		levers.push(lever);
		for (const setting of settings) {
			const [best] = compromises(heightStudy(applyEdits(plan, setting.edits), pieceId, modeIds), 1);
			lever.options.push({ ...setting, best });
			yield levers;
		}
	}
	return levers;
}
