import type { Plan } from '../src/lib/core/plan';
import { stowingFor, TRIES } from '../src/lib/core/stowage';
import { toEnd } from '../src/lib/core/stepwise';
import { formatMass, withUnits } from '../src/lib/core/units';
import { EXIT, type Options, type Streams } from './command';

/** `nook pack`: where everything goes, how it is got at, and what is left over; exit 1 when something is, or what is told is a clash. */
export function pack(plan: Plan, { json, system }: Options, { out }: Streams): number {
	const found = toEnd(stowingFor(plan, TRIES.long));
	const amiss = found.left.length > 0 || found.remarks.some(({ status }) => status === 'clash');
	if (json) {
		out(`${JSON.stringify({ plan: plan.name, ...found }, null, '\t')}\n`);
		return amiss ? EXIT.clash : EXIT.fine;
	}
	for (const { id, name, litres, taken, kg } of found.shelves) {
		out(`${name}: ${Math.round(taken)} of ${Math.round(litres)} l, ${formatMass(kg, system)}\n`);
		for (const place of found.places.filter(({ compartment }) => compartment === id)) {
			const ways = Object.entries(place.reached).map(([mode, way]) => {
				const how =
					'by' in way ? 'not to be got at' : `${Math.round(way.seconds)} s${way.first.length > 0 ? ` after ${way.first.join(', ')}` : ''}`;
				return `${plan.modes[mode].name} ${how}`;
			});
			out(`  ${String(place.no).padStart(3)}  ${plan.gear[place.gear].name.padEnd(32)} ${ways.join('; ')}\n`);
		}
	}
	for (const { gear, n, why } of found.left) out(`LEFT OUT: ${n > 1 ? `${n} × ` : ''}${plan.gear[gear].name}. ${withUnits(why, system)}\n`);
	for (const { status, text } of found.remarks) out(`${status.padEnd(11)} ${withUnits(text, system)}\n`);
	out(`${Math.round(found.aDay)} s a day for getting at things\n`);
	return amiss ? EXIT.clash : EXIT.fine;
}
