<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Look } from '../client/derive.worker';
	import { formatLength, withUnits } from '../core/units';

	let { look }: { look: Look } = $props();

	const views = $derived([look.views.above, look.views.long, look.views.cross]);
	// Equal things are named once with their number.
	const things = $derived.by(() => {
		const counts: Record<string, number> = {};
		for (const { title } of look.views.above.shapes) counts[title] = (counts[title] ?? 0) + 1;
		return Object.entries(counts).map(([title, n]) => [withUnits(title, preferences.units), n] as const);
	});
</script>

<details>
	<summary>The drawings as a table</summary>
	<div class="card sheet">
		<table>
			<thead><tr><th>Drawing</th><th>Dimension</th><th>Size</th></tr></thead>
			<tbody>
				{#each views as view (view.name)}
					{#each view.dimensions as dimension, i (i)}
						<tr><td>{view.name}</td><td>{dimension.label}</td><td class="figures">{formatLength(dimension.mm, preferences.units)}</td></tr>
					{/each}
				{/each}
			</tbody>
		</table>
		<p>In the drawing: {things.map(([title, n]) => (n > 1 ? `${title} (${n})` : title)).join('; ')}.</p>
	</div>
</details>

<style>
	details {
		margin-left: auto;
		position: relative;
	}
	summary {
		cursor: pointer;
		color: var(--ink-soft);
	}
	.sheet {
		position: absolute;
		right: 0;
		bottom: 24px;
		z-index: 6;
		width: min(520px, 90vw);
		max-height: 420px;
		overflow: auto;
		padding: 10px 14px;
	}
	table {
		width: 100%;
		font-size: 12.5px;
	}
	th {
		text-align: left;
		font-weight: 600;
	}
	p {
		font-size: 12px;
		margin: 8px 0 0;
	}
</style>
