<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Remade } from '../core/search';
	import { formatMass, withUnits } from '../core/units';

	interface Props {
		found: readonly Remade[];
		progress: number;
		ontake: (one: Remade) => void;
	}
	let { found, progress, ontake }: Props = $props();

	const percent = (share: number) => `${Math.round(share * 100)} %`;
	const good = ({ used, sags, falls, newClashes }: Remade) => used <= 1 && sags <= 1 && !falls && newClashes === 0;
	const now = $derived(found.find(({ label }) => label === ''));
	/** What holds, the lightest first; where nothing does, what comes closest. */
	const listed = $derived.by(() => {
		const holding = found.filter((one) => good(one) && one.label !== '');
		if (holding.length > 0) return holding.slice(0, 6);
		return found
			.filter(({ label, newClashes }) => label !== '' && newClashes === 0)
			.toSorted((a, b) => Math.max(a.used, a.sags) - Math.max(b.used, b.sags))
			.slice(0, 3);
	});
	const anyHolds = $derived(listed.some(good));
</script>

{#if progress < 1}
	<p class="quiet" role="status">Trying other stock and supports … {Math.round(progress * 100)} %</p>
{:else if listed.length === 0}
	<p class="quiet">
		No other stock of this plan or of the usual one is of a size that could go in its place, and its kind has no number of supports.
	</p>
{:else if !anyHolds}
	<p class="quiet">Neither other stock nor another support does it: it wants a shorter span. These come closest.</p>
{/if}
{#if listed.length > 0}
	<table class="figures">
		<thead
			><tr><th>Instead</th><th>Weight</th><th>Cost</th><th>Strength</th><th>Sag</th><th><span class="sr-only">Take it</span></th></tr
			></thead
		>
		<tbody>
			{#if now}
				<tr class="now"
					><td>as it is</td><td>{formatMass(now.mass, preferences.units)}</td><td>{now.price.toFixed(0)}</td><td>{percent(now.used)}</td><td
						>{percent(now.sags)}</td
					><td></td></tr
				>
			{/if}
			{#each listed as one (one.label)}
				<tr>
					<td>{withUnits(one.label, preferences.units)}</td>
					<td>{formatMass(one.mass, preferences.units)}</td>
					<td>{one.price.toFixed(0)}</td>
					<td class:bad={one.used > 1}>{percent(one.used)}</td>
					<td class:bad={one.sags > 1}>{percent(one.sags)}</td>
					<td
						><button type="button" class="tool" aria-label="Take {withUnits(one.label, preferences.units)}" onclick={() => ontake(one)}
							>Take</button
						></td
					>
				</tr>
			{/each}
		</tbody>
	</table>
{/if}

<style>
	p {
		margin: 4px 0;
		font-size: 12.5px;
	}
	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 12px;
	}
	th {
		text-align: left;
		font-weight: 400;
		color: var(--ink-soft);
		padding-right: 6px;
	}
	td:not(:first-child) {
		white-space: nowrap;
	}
	td button {
		padding: 2px 8px;
	}
	td {
		padding: 2px 6px 2px 0;
		border-top: 1px solid var(--rule);
	}
	.now td {
		color: var(--ink-soft);
	}
	.bad {
		color: var(--clash);
	}
</style>
