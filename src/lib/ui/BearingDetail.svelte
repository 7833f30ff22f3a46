<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { GRAVITY, type MemberStrength, type Passed } from '../core/structure';
	import { formatLength, formatMass } from '../core/units';

	interface Props {
		member: MemberStrength;
		/** What goes where, by load case. */
		paths: Readonly<Record<string, readonly Passed[]>>;
	}
	let { member, paths }: Props = $props();

	const loads = $derived(Object.keys(paths));
	let load: string | undefined = $state();
	const chosen = $derived(load !== undefined && loads.includes(load) ? load : loads.at(-1));
	const isThis = (part: Passed['to']) => part?.piece === member.piece && part.part === member.part;
	/** Parts that are called alike count together. */
	function byName(flows: readonly { name: string; newtons: number }[]): { name: string; newtons: number }[] {
		const sums: Record<string, { count: number; newtons: number }> = {};
		for (const { name, newtons } of flows) {
			const { count, newtons: before } = sums[name] ?? { count: 0, newtons: 0 };
			sums[name] = { count: count + 1, newtons: before + newtons };
		}
		return Object.entries(sums).map(([name, { count, newtons }]) => ({ name: count > 1 ? `${count} × ${name}` : name, newtons }));
	}
	const flows = $derived.by(() => {
		const all = (chosen !== undefined && paths[chosen]) || [];
		return {
			from: byName(all.filter(({ to }) => isThis(to)).map(({ from, newtons }) => ({ name: from.name, newtons }))),
			to: byName(all.filter(({ from }) => isThis(from)).map(({ to, newtons }) => ({ name: to?.name ?? 'floor or wall', newtons })))
		};
	});
	const kg = (newtons: number) => formatMass(newtons / GRAVITY, preferences.units);

	const long = (mm: number) => formatLength(Math.round(mm * 10) / 10, preferences.units);
	const stress = (value: number) => value.toFixed(1);
	/** Nobody can see less, mm. */
	const LEAST_SAG = 0.5;
	const BY: Record<NonNullable<MemberStrength['stress']>['by'], string> = {
		bending: 'bending: moment over section modulus',
		'bending across the grain': 'bending across the grain of the face',
		shear: 'shear: force over the section that carries it',
		pressure: 'pressure: force over the section',
		buckling: 'a leg that buckles: EN 1995-1-1, 6.3.2'
	};
</script>

<div class="detail">
	<h2>{member.name} <span class="quiet">{member.material}</span></h2>
	{#if member.tips}
		<p class="bad">
			It tips when {member.tips}: what bears it lies too far in, and nothing holds it down. A support further out, or a fastening, settles
			it.
		</p>
	{/if}
	{#if member.stress}
		{@const { stress: s } = { stress: member.stress }}
		<p>
			<strong class="figures">{Math.round(s.used * 100)} %</strong> of its strength, when {s.under.replace(' lying', ' lie there')}.
		</p>
		<table class="figures">
			<tbody>
				<tr><th>What decides</th><td>{BY[s.by]}</td></tr>
				<tr><th>Stress there</th><td>{stress(s.stress)} N/mm²</td></tr>
				<tr
					><th>Allowed</th><td
						>{stress(s.strength)} = {stress(s.characteristic)} × {s.share.toFixed(2)}{member.source.startsWith('EN 1999') ||
						member.source.startsWith('EN 1993')
							? ' (yield over 1.5)'
							: ' (time and moisture over certainty: k_mod / γ_M)'}</td
					></tr
				>
				<tr><th>Passes on</th><td>{kg(member.carries)} at most</td></tr>
			</tbody>
		</table>
	{/if}
	{#if member.sag && member.sag.mm >= LEAST_SAG}
		<p>
			Sags <strong class="figures">{long(member.sag.mm)}</strong> between what bears it, about
			<span class="figures">{long(member.sag.span)}</span> apart: {member.sag.under}. Up to
			<span class="figures">{long(member.sag.limit)}</span> is hardly noticed there.
		</p>
	{/if}
	{#if flows.from.length + flows.to.length > 0}
		<div class="flows">
			<label
				>Where it goes: <select class="field" value={chosen} onchange={(event) => (load = event.currentTarget.value)}>
					{#each loads as one (one)}<option>{one}</option>{/each}
				</select></label
			>
			<table class="figures">
				<tbody>
					{#each flows.from as { name, newtons } (name)}<tr><th>from {name}</th><td>{kg(newtons)}</td></tr>{/each}
					{#each flows.to as { name, newtons } (name)}
						<tr><th>{newtons < 0 ? 'held down by' : 'to'} {name}</th><td>{kg(Math.abs(newtons))}</td></tr>
					{/each}
				</tbody>
			</table>
		</div>
	{/if}
	<p class="quiet">Figures of the material: {member.source}. Typical ones; knots, moisture and what you really bought differ.</p>
</div>

<style>
	.detail {
		font-size: 12.5px;
	}
	h2 {
		margin: 0 0 2px;
		font-size: 14px;
	}
	h2 .quiet {
		font-weight: 400;
	}
	p {
		margin: 3px 0;
	}
	table {
		border-collapse: collapse;
		font-size: 12px;
	}
	th {
		text-align: left;
		font-weight: 400;
		color: var(--ink-soft);
		padding: 1px 10px 1px 0;
		vertical-align: top;
		white-space: nowrap;
	}
	.flows {
		border-top: 1px solid var(--rule);
		margin: 6px 0 4px;
		padding-top: 4px;
	}
	.flows select {
		max-width: 220px;
	}
	.bad {
		color: var(--clash);
	}
</style>
