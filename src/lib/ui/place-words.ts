import { measurementList } from '../core/interior';
import { kindOf, parameterMeta } from '../core/pieces';
import { valueAtPath, type Plan } from '../core/plan';
import { formatLength, formatMass, type UnitSystem } from '../core/units';

/** `cornerAlong` as `corner along`. */
const apart = (key: string): string =>
	key.replace(/-/g, ' ').replace(/([a-z0-9])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);

/** Parts of an address that say nothing to a reader. */
const UNSAID = new Set(['params', 'mm', 'pieces', 'crew', 'gear', 'modes']);

const metaAt = (plan: Plan, path: readonly string[]) => {
	const [table, id, , key] = path;
	const piece = table === 'pieces' && Object.hasOwn(plan.pieces, id) ? plan.pieces[id] : undefined;
	const parameter = piece && key ? kindOf(piece.kind).params.shape[key] : undefined;
	return parameter && parameterMeta(parameter);
};

/** A place of a plan in words: `Slat couch › Height of the boards`. */
export function placeWords(plan: Plan, path: readonly string[]): string {
	const [last, place] = [path[path.length - 1], path.slice(0, -1).join()];
	const measured = path[0] === 'vehicle' && measurementList(plan.vehicle).find((entry) => entry.path.join() === place);
	if (measured) return last === 'mm' ? measured.label : `${measured.label}, ${last === 'plusMinus' ? 'how sure' : last}`;
	const label = metaAt(plan, path)?.label;
	const words = path.flatMap((key, i) => {
		const entry = valueAtPath(plan, path.slice(0, i + 1));
		const name = typeof entry === 'object' && entry !== null && 'name' in entry ? String(entry.name) : undefined;
		if (i > 0 && name) return [name];
		return UNSAID.has(key) ? [] : [apart(key)];
	});
	if (label) words[words.length - 1] = label;
	const text = words.join(' › ');
	return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A value of a plan in words, as short as it can be told. */
export function valueWords(plan: Plan, path: readonly string[], value: unknown, units: UnitSystem): string {
	if (value === undefined) return 'taken out';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value === 'number') {
		const last = path[path.length - 1];
		const unit = metaAt(plan, path)?.unit;
		if (unit === 'kg' || last === 'weight') return formatMass(value, units);
		if (unit === 'mm' || ['mm', 'plusMinus', 'stature', 'length', 'width', 'height', 'x', 'y', 'z', 'slide'].includes(last))
			return formatLength(value, units);
		return unit === 'deg' || last === 'angle' ? `${value}°` : String(value);
	}
	if (typeof value === 'string') return value;
	if (Array.isArray(value))
		return value.every((entry) => typeof entry === 'string') ? value.join(', ') || 'nothing' : `${value.length} entries`;
	return 'name' in (value as object) ? String((value as { name: unknown }).name) : 'changed';
}
