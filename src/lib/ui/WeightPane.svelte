<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Plan, Weights } from '../core/plan';
	import type { Edit } from '../core/plan/edit';
	import { shiftsFor, type Load } from '../core/structure';
	import { formatLength, formatMass } from '../core/units';
	import type { View } from '../core/views';
	import AxleBars from './AxleBars.svelte';
	import WeighedDrawing from './WeighedDrawing.svelte';
	import WeightsForm from './WeightsForm.svelte';

	interface Props {
		plan: Plan;
		loads: Record<string, Load> | undefined;
		modeId: string;
		views: { above: View; long: View } | undefined;
		onmode: (id: string) => void;
		onedit: (label: string, edits: Edit[]) => void;
	}
	let { plan, loads, modeId, views, onmode, onedit }: Props = $props();

	const weights = $derived(plan.vehicle.weights ?? {});
	const load = $derived(loads?.[modeId]);
	const items = $derived((load?.items ?? []).toSorted((a, b) => b.kg - a.kg));
	const list = $derived(Object.entries(plan.modes).flatMap(([id, { name }]) => (loads?.[id] ? [{ id, name, load: loads[id] }] : [])));
	const shifts = $derived(
		load
			? (['front', 'rear'] as const).flatMap((which) => {
					const [first] = shiftsFor(load, weights, which);
					return first ? [{ which, ...first }] : [];
				})
			: []
	);
	let lit: string | undefined = $state();

	const kg = (mass: number) => formatMass(mass, preferences.units);
	const KINDS = { built: 'built', pads: 'cushions', gear: 'gear', people: 'aboard', dogs: 'aboard' } as const;

	function say<K extends keyof Weights>(key: K, value: Weights[K] | undefined) {
		// The first thing that is said brings the table of weights into the plan.
		const edit: Edit = plan.vehicle.weights
			? { path: ['vehicle', 'weights', key], value }
			: { path: ['vehicle', 'weights'], value: { [key]: value } };
		onedit('what the vehicle weighs', [edit]);
	}
</script>

<section class="beside" aria-label="What it weighs">
	<WeightsForm {weights} onsay={say} />
	{#if load}
		<div class="card inner">
			<AxleBars loads={list} chosen={modeId} onchoose={onmode} />
			{#each shifts as { which, name, kg: mass, by } (which)}
				<p class="bad">
					To get the {which} axle right, {name} ({kg(mass)}) would have to lie {formatLength(Math.round(Math.abs(by)), preferences.units)}
					further {by > 0 ? 'forward' : 'back'}.
				</p>
			{/each}
		</div>
		<div class="card inner scroll">
			<table class="listing">
				<thead><tr><th>What is in it</th><th>Sort</th><th class="figures">Weight</th></tr></thead>
				<tbody>
					{#each items as item (`${item.of} ${item.id}`)}
						{@const key = `${item.of} ${item.id}`}
						<tr onmouseenter={() => (lit = key)} onmouseleave={() => (lit = undefined)}>
							<td
								>{item.name}{#if !item.placed}<span class="doubt"> where it lies is not said</span>{/if}</td
							>
							<td class="quiet">{KINDS[item.of]}</td>
							<td class="figures">{kg(item.kg)}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	{:else}
		<p class="quiet" role="status">Weighing it …</p>
	{/if}
	<p class="caution">
		Boards and bars count as what they are cut from, with 3 % for screws, glue and paint. Only a weighbridge knows: drive onto one when
		everything is in, each axle by itself.
	</p>
</section>
<section class="drawn" aria-label="Where it weighs">
	{#if views && load}<WeighedDrawing {views} {load} {weights} {lit} />{/if}
</section>

<style>
	.scroll {
		max-height: 300px;
		overflow-y: auto;
		flex: none;
	}
	p {
		margin: 4px 0 0;
		font-size: 12.5px;
	}
	.figures {
		text-align: right;
		white-space: nowrap;
	}
	.doubt {
		color: var(--unmeasured);
	}
	.bad {
		color: var(--clash);
	}
</style>
