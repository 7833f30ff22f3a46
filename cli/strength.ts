import { sceneOf } from '../src/lib/core/derive';
import type { Plan } from '../src/lib/core/plan';
import { loadIn, strengthIn, type Load, type MemberStrength, type Standing } from '../src/lib/core/structure';
import { formatLength, formatMass } from '../src/lib/core/units';
import { EXIT, modeNamed, type Options, type Streams } from './command';

/** One part in the mode that asks most of it. */
interface Worst {
	mode: string;
	member: MemberStrength;
}

const askedOf = ({ tips, stress }: MemberStrength): number => (tips ? Infinity : (stress?.used ?? 0));

/** Each part once, as its worst mode has it, with the parts that nothing bears and those of unknown stock. */
function worstOfAll(plan: Plan): { parts: Worst[]; adrift: Set<string>; unknown: Set<string> } {
	const worst = new Map<string, Worst>();
	const [adrift, unknown] = [new Set<string>(), new Set<string>()];
	for (const mode of Object.keys(plan.modes)) {
		const found = strengthIn(sceneOf(plan, mode), plan);
		for (const member of found.members) {
			const key = `${member.piece}/${member.part}`;
			const known = worst.get(key);
			if (!known || askedOf(member) > askedOf(known.member)) worst.set(key, { mode, member });
		}
		for (const { piece, name } of found.adrift) adrift.add(`${plan.pieces[piece].name}: ${name}`);
		for (const { piece, name, stock } of found.unknown) unknown.add(`${plan.pieces[piece].name}: ${name} (${stock})`);
	}
	return { parts: [...worst.values()].sort((a, b) => askedOf(b.member) - askedOf(a.member)), adrift, unknown };
}

const share = (used: number): string => (Number.isFinite(used) ? `${Math.round(100 * used)} %` : 'tips');

/** `nook strength`: how full each part is used and how far it sags. */
export function strength(plan: Plan, { json, system }: Options, { out }: Streams): number {
	const { parts, adrift, unknown } = worstOfAll(plan);
	const weak = adrift.size > 0 || parts.some(({ member }) => askedOf(member) > 1);
	if (json) {
		const listed = parts.map(({ mode, member: { bent: _, outline: __, ...member } }) => ({ mode, ...member }));
		out(`${JSON.stringify({ plan: plan.name, weak, parts: listed, adrift: [...adrift], unknown: [...unknown] }, null, '\t')}\n`);
	} else {
		for (const { mode, member } of parts) {
			const { piece, name, material, stress, sag, tips } = member;
			const sags = sag ? `sags ${formatLength(Math.round(10 * sag.mm) / 10, system)}` : '';
			const why = tips ?? stress?.under ?? '';
			out(
				`${share(askedOf(member)).padStart(6)}  ${`${plan.pieces[piece].name}: ${name}`.padEnd(44)} ${sags.padEnd(16)} ${material}, ${why} (${plan.modes[mode].name})\n`
			);
		}
		for (const name of adrift) out(`LIES ON NOTHING THAT IS SEEN: ${name}\n`);
		for (const name of unknown) out(`MATERIAL NOT SAID: ${name}\n`);
	}
	return weak ? EXIT.clash : EXIT.fine;
}

const over = ({ axles }: Load): boolean => axles !== undefined && Object.values(axles).some(({ left = 0 }: Standing) => left < 0);

/** `nook weigh`: what is in the vehicle in a mode, where its weight acts, and what that leaves on the axles. */
export function weigh(plan: Plan, { mode, json, system }: Options, { out }: Streams): number {
	const modeId = modeNamed(plan, mode, '--mode');
	const load = loadIn(sceneOf(plan, modeId), plan);
	if (json) out(`${JSON.stringify({ plan: plan.name, mode: modeId, over: over(load), ...load }, null, '\t')}\n`);
	else {
		const kg = (mass: number) => formatMass(mass, system).padStart(10);
		for (const { name, of, kg: mass, placed } of load.items.toSorted((a, b) => b.kg - a.kg))
			out(`${kg(mass)}  ${name} (${of})${placed ? '' : ', where it lies is not said: counted on the load floor'}\n`);
		out(`${kg(load.inside)}  in all`);
		if (load.centre) {
			const { x, y, z } = load.centre;
			const [ahead, aside, up] = [x, Math.abs(y), z].map((mm) => formatLength(Math.round(mm), system));
			out(`, acting ${ahead} ahead of the closed rear door, ${aside} ${y < 0 ? 'right' : 'left'} of the middle, ${up} above the floor`);
		}
		out('\n');
		if (load.axles)
			for (const [which, { kg: mass, most, left }] of Object.entries(load.axles))
				out(
					`${kg(mass)}  on ${which === 'all' ? 'all wheels' : `the ${which} axle`}${most === undefined ? ', no limit said' : ` of ${formatMass(most, system)} permitted, ${formatMass(Math.abs(left!), system)} ${left! < 0 ? 'OVER' : 'left'}`}\n`
				);
		else out('What the vehicle weighs itself is not said: axle loads and what it may still carry are not known.\n');
		if (load.left !== undefined) out(`${Math.round(100 * load.left)} % of what is inside stands on the left wheels\n`);
		if (load.tips)
			out(`tips over sideways, standing, at ${load.tips.loaded.toFixed(1)} degrees; empty at ${load.tips.empty.toFixed(1)} degrees\n`);
	}
	return over(load) ? EXIT.clash : EXIT.fine;
}
