<script lang="ts">
	import type { Load } from '../core/structure';
	import { preferences } from '../client/preferences.svelte';
	import { formatMass } from '../core/units';

	interface Props {
		/** Of each mode, by its name. */
		loads: readonly { id: string; name: string; load: Load }[];
		chosen: string;
		onchoose: (id: string) => void;
	}
	let { loads, chosen, onchoose }: Props = $props();

	const AXLES = [
		['front', 'Front axle'],
		['rear', 'Rear axle'],
		['all', 'In all']
	] as const;
	const kg = (mass: number) => formatMass(mass, preferences.units);
	/** A bar ends where the limit is, or at the heaviest where nobody said one. */
	const full = (which: 'front' | 'rear' | 'all') =>
		Math.max(1, ...loads.map(({ load }) => Math.max(load.axles?.[which].kg ?? 0, load.axles?.[which].most ?? 0)));
</script>

<table class="listing">
	<thead>
		<tr
			><th>Mode</th><th class="figures">Inside</th>{#each AXLES as [which, name] (which)}<th>{name}</th>{/each}</tr
		>
	</thead>
	<tbody>
		{#each loads as { id, name, load } (id)}
			<tr class:current={id === chosen}>
				<td><button type="button" aria-pressed={id === chosen} onclick={() => onchoose(id)}>{name}</button></td>
				<td class="figures">{kg(load.inside)}</td>
				{#each AXLES as [which] (which)}
					{@const axle = load.axles?.[which]}
					<td>
						{#if axle}
							{@const over = axle.left !== undefined && axle.left < 0}
							<span class="bar" class:over aria-hidden="true">
								<span style:width="{(100 * axle.kg) / full(which)}%"></span>
								{#if axle.most !== undefined}<i style:left="{(100 * axle.most) / full(which)}%"></i>{/if}
							</span>
							<span class="figures" class:bad={over}
								>{kg(axle.kg)}{#if axle.most !== undefined}
									<span class="rest">{kg(Math.abs(axle.left!))} {over ? 'over' : 'left'}</span>{/if}</span
							>
						{:else}<span class="quiet">not known</span>{/if}
					</td>
				{/each}
			</tr>
		{/each}
	</tbody>
</table>

<style>
	.bar {
		position: relative;
		display: block;
		height: 8px;
		margin: 3px 0 2px;
		background: var(--rule);
	}
	.bar span {
		display: block;
		height: 100%;
		background: var(--clear);
	}
	.bar.over span {
		background: var(--clash);
	}
	.bar i {
		position: absolute;
		top: -3px;
		bottom: -3px;
		width: 2px;
		margin-left: -1px;
		background: var(--ink);
	}
	.rest {
		display: block;
		color: var(--ink-soft);
	}
	.bad,
	.bad .rest {
		color: var(--clash);
		font-weight: 650;
	}
</style>
